import './ahead.css';
import type { AheadPage as Opened } from '@tidy-quill/contract/ahead';
import { yourAreaText } from '@tidy-quill/contract/labels/area';
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
import { clockText, dayOf, dayText, HOME_OUTCOME_WORDS, shortAsk } from '../../text';
import { ByLink } from '../../widgets/ByLink';
import { Notice } from '../../widgets/Notice';
import { goToQuestion, missingIn } from '../ask/missing';
import { HistoryQuestions } from '../ask/HistoryQuestions';

/** What a client sees at home: the questions of one visit, on a small screen, and nothing else. */
export function AheadPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading } = useAheadQuery(token);
  return (
    <ByLink>
      <main className="ahead">
        {isLoading ? <Skeleton active paragraph={{ rows: 10 }} /> : null}
        {error === undefined || data !== undefined ? null : (
          <Notice kind="stop" title="These questions cannot be opened">
            <p>{problemText(error)}</p>
          </Notice>
        )}
        {data === undefined ? null : <Questions token={token} page={data} />}
      </main>
    </ByLink>
  );
}

function Questions({ token, page }: { token: string; page: Opened }) {
  const { job, place, today, startsAt, timeZone } = page;
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
        <h1>Thank you, {page.givenName}</h1>
        <p>
          {page.clinicName} has your answers and will go through them with you. If anything changes
          before you come, tell us: {page.clinicPhone}.
        </p>
        <p>You may close this page. The link does not open again.</p>
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
        <p className="quiet">{page.clinicName}</p>
        <h1>Hello {page.givenName}</h1>
        <p>
          Please answer these before your visit on {dayText(dayOf(startsAt, timeZone))} at{' '}
          {clockText(startsAt, timeZone)}, for {yourAreaText(page.area)}. We go through them with
          you. Never stop a medicine for this; ask who prescribed it.
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
          {left.length === 0
            ? 'All answered.'
            : left.length === 1
              ? '1 question left.'
              : `${left.length} questions left.`}
        </p>
        {error === undefined ? null : (
          <p className="field-error" role="alert">
            {problemText(error)}
          </p>
        )}
        {checked && missing.length > 0 ? (
          <p className="field-error" role="alert">
            Still missing: {missing.map((each) => shortAsk(each)).join(', ')}.
          </p>
        ) : null}
        <Button type="primary" block size="large" loading={isLoading} onClick={() => void send()}>
          Send my answers
        </Button>
        <p className="small">Questions, or feeling unsure? {page.clinicPhone}</p>
      </footer>
    </>
  );
}

/** What the answer to a question leads to, in plain words; a wait that is over by the visit says nothing. */
function LeadsTo({ id, assessment }: { id: QuestionId; assessment: Assessment }) {
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
            ? `We treat you from ${dayText(clearOn)} on. If that is after your visit, we find another day together.`
            : HOME_OUTCOME_WORDS[outcome]}
          {medicine !== null && lastOn === null ? ' Please go on taking it as prescribed.' : ''}
        </p>
      ))}
    </div>
  );
}
