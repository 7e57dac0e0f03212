import {
  assess,
  isStop,
  QUESTIONS,
  type Answer,
  type Answers,
  type Assessment,
  type QuestionGroup,
} from '@tidy-quill/core/suitability';
import { InputError } from '@tidy-quill/core/units';
import { Button } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useDraft } from '../../app/draft';
import { GROUP_WORDS } from '../../text';
import { StageFoot } from '../visit/StageFoot';
import { useOpenVisit } from '../visit/use-visit';
import { FindingLines } from './FindingLines';
import { OverrideForm } from './OverrideForm';
import { QuestionLine } from './QuestionLine';

const GROUPS = Object.keys(GROUP_WORDS) as QuestionGroup[];

/** Asks what stops or postpones a session, and works out what each answer means. */
export function AskStage() {
  const { record, visit, today, add } = useOpenVisit();
  const navigate = useNavigate();
  const [answers, setAnswers, clearDraft, changed] = useDraft<Answers>(
    `ask ${visit.id}`,
    record.answers ?? {},
  );
  const [overriding, setOverriding] = useState(false);
  const { assessment, problem } = judged(answers, today);
  const left = QUESTIONS.filter(({ id }) => answers[id] === undefined).length;
  const kept = record.answers !== null && !changed;
  const stopped = assessment !== null && isStop(assessment.outcome);
  const canOverride = assessment?.findings.every(
    ({ outcome, rule }) => !isStop(outcome) || rule.override === 'supervisor',
  );

  const answer = (id: string, next: Answer) => setAnswers({ ...answers, [id]: next });
  const restNo = () => {
    const rest = QUESTIONS.filter(({ id }) => answers[id] === undefined);
    setAnswers({ ...answers, ...Object.fromEntries(rest.map(({ id }) => [id, { yes: false }])) });
  };
  const keep = async () => {
    await add({ kind: 'answersGiven', answers, on: today });
    clearDraft();
    if (!stopped) void navigate(`/visits/${visit.id}/look`);
  };

  return (
    <>
      <div className="stage ask">
        <div className="ask-questions">
          {GROUPS.map((group) => (
            <fieldset key={group}>
              <legend>{GROUP_WORDS[group]}</legend>
              {QUESTIONS.filter((question) => question.group === group).map((question) => (
                <QuestionLine
                  key={question.id}
                  question={question}
                  answer={answers[question.id]}
                  today={today}
                  problem={problem?.field === `answers.${question.id}.lastOn` ? problem : null}
                  onAnswer={(next) => answer(question.id, next)}
                />
              ))}
            </fieldset>
          ))}
        </div>
      </div>
      <StageFoot
        above={
          <section className="ask-result" aria-live="polite">
            <FindingLines assessment={assessment} today={today} />
            {stopped && kept && record.override === null ? (
              canOverride ? (
                <Button onClick={() => setOverriding(true)}>A supervisor sets this aside…</Button>
              ) : (
                <p>
                  <strong>This stop is never set aside.</strong>
                </p>
              )
            ) : null}
            {record.override !== null && kept ? (
              <p>
                <strong>Set aside by a supervisor:</strong> {record.override.reason}
              </p>
            ) : null}
          </section>
        }
        action={footAction(kept, stopped && record.override === null)}
        disabled={left > 0 || problem !== null || (kept && stopped && record.override === null)}
        onAction={() => (kept ? void navigate(`/visits/${visit.id}/look`) : void keep())}
      >
        {left > 0 ? (
          <>
            {left === 1 ? '1 question left.' : `${left} questions left.`}{' '}
            <Button size="small" onClick={restNo}>
              No to the rest
            </Button>
          </>
        ) : (
          'All asked. Identity and consent checked by you.'
        )}
      </StageFoot>
      {overriding ? <OverrideForm onClose={() => setOverriding(false)} /> : null}
    </>
  );
}

function footAction(kept: boolean, stopped: boolean): string {
  if (!kept) return stopped ? 'Keep answers, stop here' : 'Keep answers, go to Look';
  return stopped ? 'Stopped' : 'Go to Look';
}

interface Judged {
  readonly assessment: Assessment | null;
  readonly problem: InputError | null;
}

function judged(answers: Answers, today: string): Judged {
  try {
    return { assessment: assess(answers, today), problem: null };
  } catch (error) {
    if (error instanceof InputError) return { assessment: null, problem: error };
    throw error;
  }
}
