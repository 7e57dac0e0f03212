import './practice.css';
import type { PracticeRun } from '@tidy-quill/contract/practice';
import { hasRight } from '@tidy-quill/core/access';
import { EXERCISE_IDS, type ExerciseId } from '@tidy-quill/core/practice';
import { Select, Skeleton } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemText, useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { countText, dayOf, dayText, EXERCISE_WORDS, measureText, MEASURE_WORDS } from '../../text';
import { Field } from '../../widgets/Field';
import { SignOffTable } from '../sign-offs/SignOffTable';
import { useJudgementsQuery, usePracticeQuery } from './practice-api';
import { RunsOverTime } from './RunsOverTime';

/** The exercises, what came of them over time, and who may do what. */
export function PracticePage() {
  const { staff: me } = useSignedIn();
  const { data: clinic } = useClinicQuery();
  const [whose, setWhose] = useState(me.id);
  const isOwn = whose === me.id;
  const { data: runs, error } = usePracticeQuery(isOwn ? undefined : whose, {
    refetchOnMountOrArgChange: true,
  });
  const people = (clinic?.staff ?? []).filter(({ active }) => active);
  return (
    <div className="page">
      <header className="page-head">
        <div>
          <h1>Practice</h1>
          <p>Strokes, spacing and judgement, learnt before they meet skin.</p>
        </div>
        {hasRight(me.role, 'signOff') ? (
          <Field label="Whose exercises">
            {({ id }) => (
              <Select
                id={id}
                className="practice-whose"
                value={whose}
                options={people.map(({ id: value, name }) => ({ value, label: name }))}
                onChange={setWhose}
              />
            )}
          </Field>
        ) : null}
      </header>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          Exercises could not be read: {problemText(error)}
        </p>
      )}
      {runs === undefined && error === undefined ? (
        <Skeleton active />
      ) : (
        <ul className="exercise-list">
          <li>
            <JudgementCard whose={isOwn ? undefined : whose} />
          </li>
          {EXERCISE_IDS.map((id) => (
            <li key={id}>
              <ExerciseCard id={id} runs={(runs ?? []).filter(({ exercise }) => exercise === id)} />
            </li>
          ))}
        </ul>
      )}
      <h2>Techniques signed off</h2>
      <SignOffTable />
    </div>
  );
}

function ExerciseCard({ id, runs }: { id: ExerciseId; runs: readonly PracticeRun[] }) {
  const { timeZone } = useSignedIn().clinic;
  const { title, aim } = EXERCISE_WORDS[id];
  const [last] = runs;
  const worst = last?.measures.find((each) => each.id === last.off[0]);
  return (
    <article className="exercise-card">
      <h3>
        <Link to={`/practice/${id}`}>{title}</Link>
      </h3>
      <p>{aim}</p>
      {last === undefined ? (
        <p className="quiet">Not done yet.</p>
      ) : (
        <p>
          {countText(runs.length, 'time')}, last on {dayText(dayOf(last.at, timeZone))}:{' '}
          <Link to={`/practice/runs/${last.id}`}>
            {worst === undefined
              ? '✓ within every limit'
              : `✗ ${MEASURE_WORDS[worst.id].word.toLowerCase()} ${measureText(worst)}`}
          </Link>
        </p>
      )}
      {runs.length < 2 ? null : <RunsOverTime runs={runs} />}
    </article>
  );
}

/** Judgement on invented people: how often it was as the rules have it, and the newest ones. */
function JudgementCard({ whose }: { whose: string | undefined }) {
  const { timeZone } = useSignedIn().clinic;
  const { data: made = [] } = useJudgementsQuery(whose, { refetchOnMountOrArgChange: true });
  const right = made.filter(({ wrong }) => wrong.length === 0).length;
  return (
    <article className="exercise-card">
      <h3>
        <Link to="/practice/judgement">Judgement</Link>
      </h3>
      <p>
        Go or wait, with what, and a test spot or none: on people who do not exist, with what the
        clinic’s own rules and the model say of it.
      </p>
      {made.length === 0 ? (
        <p className="quiet">Not done yet.</p>
      ) : (
        <>
          <p>
            {countText(made.length, 'person', 'people')} judged, {right} as the rules have it.
          </p>
          <ul className="judged-list">
            {made.slice(0, NEWEST).map(({ id, at, seed, wrong }) => (
              <li key={id}>
                <Link to={`/practice/judgements/${id}`}>
                  Number {seed + 1}, {dayText(dayOf(at, timeZone))}
                </Link>
                :{' '}
                {wrong.length === 0 ? '✓' : `✗ ${wrong.map((part) => PART_WORDS[part]).join(', ')}`}
              </li>
            ))}
          </ul>
        </>
      )}
    </article>
  );
}

const NEWEST = 3;
const PART_WORDS = { decision: 'go or wait', setting: 'setting', testSpot: 'test spot' } as const;
