import './ahead.css';
import type { AheadPage as Opened } from '@tidy-quill/contract/ahead';
import { clientWords } from '@tidy-quill/contract/client-words/index';
import { firstWords } from '@tidy-quill/contract/labels/questions';
import { read } from '@tidy-quill/contract/problem';
import { AheadAnswers } from '@tidy-quill/contract/ahead';
import {
  assessSoFar,
  NOTHING_SAID,
  questionsFor,
  type Assessment,
  type History,
  type QuestionId,
} from '@tidy-quill/core/suitability';
import { Button, Skeleton } from 'antd';
import { useState } from 'react';
import { useParams } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useAheadQuery, useAnswerAheadMutation } from '../../app/api';
import { useDraft } from '../../app/draft';
import { dayOf } from '../../text';
import { ByLink } from '../../widgets/ByLink';
import { Notice } from '../../widgets/Notice';
import { goToQuestion, missingIn } from '../ask/missing';
import { HistoryQuestions } from '../ask/HistoryQuestions';
import { QuestionWords, useQuestionWords } from '../ask/question-words';

/** What a client sees at home: the questions of one visit, on a small screen, and nothing else. */
export function AheadPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading } = useAheadQuery(token);
  return (
    <ByLink language={data?.language.code}>
      <main className="ahead">
        {isLoading ? <Skeleton active paragraph={{ rows: 10 }} /> : null}
        {error === undefined || data !== undefined ? null : (
          <Notice kind="stop" title="These questions cannot be opened">
            <p>{problemText(error)}</p>
          </Notice>
        )}
        {data === undefined ? null : (
          <QuestionWords value={clientWords('questions', data.language)}>
            <Questions token={token} page={data} />
          </QuestionWords>
        )}
      </main>
    </ByLink>
  );
}

function Questions({ token, page }: { token: string; page: Opened }) {
  const { job, place, today, startsAt, timeZone, clinicName: clinic, clinicPhone: phone } = page;
  const words = useQuestionWords();
  const { say } = words;
  const [id] = useState(() => v7());
  // Only in this tab: nobody's health is to stay behind on a phone.
  const [history, setHistory, clearDraft] = useDraft<History>(
    `ahead ${token.slice(0, 8)}`,
    NOTHING_SAID,
    sessionStorage,
  );
  const [checked, setChecked] = useState(false);
  const [answer, { isLoading, isSuccess, error }] = useAnswerAheadMutation();
  const asked = questionsFor(job, place);
  const left = asked.filter(({ id: each }) => history.answers[each] === undefined);
  // Judged for the day of the visit; nobody's age is told here.
  const on = dayOf(startsAt, timeZone);
  const { assessment, problems } = assessSoFar(
    history,
    { job, place, age: 99, on },
    page.suitability,
  );
  const missing = missingIn(
    asked,
    left.map(({ id: each }) => each),
    problems,
  );
  if (isSuccess) {
    return (
      <section className="ahead-done">
        <h1>{say('page.thanks', { name: page.givenName })}</h1>
        <p>{say('page.arrived', { clinic, phone })}</p>
        <p>{say('page.closed')}</p>
      </section>
    );
  }
  const send = async () => {
    setChecked(true);
    const [first] = missing;
    if (first !== undefined) {
      goToQuestion(first);
      return;
    }
    const medicines = history.answers.medicines?.yes ? history.medicines : [];
    const whole = read(AheadAnswers, { id, ...history, medicines });
    if (!whole.ok) return;
    const given = await answer({ token, ...whole.value });
    if (given.error === undefined) clearDraft();
  };
  return (
    <>
      <header>
        <p className="quiet">{clinic}</p>
        <h1>{say('page.hello', { name: page.givenName })}</h1>
        <p>
          {say('page.introduction', {
            when: words.moment(startsAt, timeZone),
            area: words.yourArea(page.area),
          })}
        </p>
      </header>
      <HistoryQuestions
        questions={asked}
        history={history}
        last={null}
        today={today}
        problems={checked ? problems : []}
        substances={page.suitability.substances}
        outcomes={(each) => <LeadsTo id={each} assessment={assessment} />}
        onChange={setHistory}
      />
      <footer>
        <p role="status">
          {left.length === 0 ? say('page.allAnswered') : say('page.left', { count: left.length })}
        </p>
        {error === undefined ? null : (
          <p className="field-error" role="alert">
            {words.code === 'en' ? problemText(error) : say('page.failed', { phone })}
          </p>
        )}
        {checked && missing.length > 0 ? (
          <p className="field-error" role="alert">
            {say('page.missing', {
              questions: missing.map((each) => firstWords(say(`question.${each}.ask`))).join(', '),
            })}
          </p>
        ) : null}
        <Button type="primary" block size="large" loading={isLoading} onClick={() => void send()}>
          {say('page.send')}
        </Button>
        <p className="small">{say('page.unsure', { phone })}</p>
      </footer>
    </>
  );
}

/** What the answer to a question leads to, in plain words; a wait that is over by the visit says nothing. */
function LeadsTo({ id, assessment }: { id: QuestionId; assessment: Assessment }) {
  const { say, day } = useQuestionWords();
  const own = assessment.findings.filter(({ rule, medicine }) =>
    'question' in rule.trigger
      ? rule.trigger.question === id
      : id === 'medicines' && medicine !== null,
  );
  if (own.length === 0) return null;
  return (
    <div className="leads-to" role="status">
      {own.map(({ rule, medicine, outcome, clearOn, lastOn }) => (
        <p key={`${rule.id} ${medicine}`}>
          {medicine === null ? '' : <strong>{medicine}: </strong>}
          {outcome === 'wait' && clearOn !== null
            ? say('outcome.waitUntil', { day: day(clearOn) })
            : say(`outcome.${outcome}`)}
          {medicine !== null && lastOn === null ? ` ${say('outcome.goOnTaking')}` : ''}
        </p>
      ))}
    </div>
  );
}
