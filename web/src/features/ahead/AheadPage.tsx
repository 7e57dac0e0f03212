import type { AheadPage as Opened } from '@tidy-quill/contract/ahead';
import { areaText } from '@tidy-quill/contract/words/area';
import { read } from '@tidy-quill/contract/problem';
import { AheadAnswers } from '@tidy-quill/contract/ahead';
import {
  assess,
  NOTHING_SAID,
  questionsFor,
  STANDARD_SUITABILITY,
  type History,
} from '@tidy-quill/core/suitability';
import { InputError } from '@tidy-quill/core/units';
import { Button, ConfigProvider, Skeleton } from 'antd';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useAheadQuery, useAnswerAheadMutation } from '../../app/api';
import { useDraft } from '../../app/draft';
import { antThemeFor, applyPalette } from '../../app/theme';
import { clockText, dayOf, dayText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { HistoryQuestions } from '../ask/HistoryQuestions';

/** What a client sees at home: the questions of one visit, on a small screen, and nothing else. */
export function AheadPage() {
  const { token = '' } = useParams();
  const { data, error, isLoading } = useAheadQuery(token);
  useEffect(() => applyPalette('paper'), []);
  return (
    <ConfigProvider theme={antThemeFor('paper')} wave={{ disabled: true }}>
      <main className="ahead">
        {isLoading ? <Skeleton active paragraph={{ rows: 10 }} /> : null}
        {error === undefined || data !== undefined ? null : (
          <Notice kind="stop" title="These questions cannot be opened">
            <p>{problemText(error)}</p>
          </Notice>
        )}
        {data === undefined ? null : <Questions token={token} page={data} />}
      </main>
    </ConfigProvider>
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
  const [shownProblem, setShownProblem] = useState<InputError | null>(null);
  const [answer, { isLoading, isSuccess, error }] = useAnswerAheadMutation();
  const asked = questionsFor(job, place);
  const left = asked.filter(({ id: each }) => history.answers[each] === undefined);
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
    const problem = faultIn(history, { job, place, age: 99, on: today });
    setShownProblem(problem);
    if (problem !== null) return;
    const medicines = history.answers.medicines?.yes ? history.medicines : [];
    const checked = read(AheadAnswers, { id, ...history, medicines });
    if (!checked.ok) return;
    const given = await answer({ token, ...checked.value });
    if (given.error === undefined) clearDraft();
  };
  return (
    <>
      <header>
        <p className="quiet">{page.clinicName}</p>
        <h1>Hello {page.givenName}</h1>
        <p>
          Please answer these before your visit on {dayText(dayOf(startsAt, timeZone))} at{' '}
          {clockText(startsAt, timeZone)}, for your {areaText(page.area)}. We go through them with
          you. Never stop a medicine for this; ask who prescribed it.
        </p>
      </header>
      <HistoryQuestions
        questions={asked}
        history={history}
        last={null}
        today={today}
        problem={shownProblem}
        substances={page.substances}
        onChange={(next) => {
          setShownProblem(null);
          setHistory(next);
        }}
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
        {shownProblem === null ? null : (
          <p className="field-error" role="alert">
            Something is missing above, marked in red.
          </p>
        )}
        <Button
          type="primary"
          block
          size="large"
          disabled={left.length > 0}
          loading={isLoading}
          onClick={() => void send()}
        >
          Send my answers
        </Button>
        <p className="small">Questions, or feeling unsure? {page.clinicPhone}</p>
      </footer>
    </>
  );
}

/** What a yes still lacks. Which rules hold does not matter here: only whether all was answered in full. */
function faultIn(history: History, of: Parameters<typeof assess>[1]): InputError | null {
  try {
    assess(history, of, STANDARD_SUITABILITY);
    return null;
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
}
