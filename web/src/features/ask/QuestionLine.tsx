import './ask.css';
import type { Answer, Question } from '@tidy-quill/core/suitability';
import type { InputError } from '@tidy-quill/core/units';
import { Radio } from 'antd';
import { Input } from '../../widgets/inputs';
import { useId, type ReactNode } from 'react';
import { dayText, QUESTION_WORDS } from '../../text';
import { useQuestionWords } from './question-words';
import { lazily } from '../../widgets/lazily';

const HomeDayInput = lazily(async () => (await import('./HomeDayInput')).HomeDayInput);

/** One question: no or yes; the last day and a word on it where a yes needs them. */
export function QuestionLine({
  question,
  answer,
  last,
  today,
  problem,
  outcome,
  onAnswer,
  children,
}: {
  question: Question;
  answer: Answer | undefined;
  /** The answer of an earlier visit. */
  last: Answer | undefined;
  today: string;
  problem: InputError | null;
  /** What the answer leads to, in words. */
  outcome?: ReactNode;
  onAnswer: (answer: Answer) => void;
  /** What a yes asks for besides. */
  children?: ReactNode;
}) {
  const id = useId();
  const { say } = useQuestionWords();
  const own = QUESTION_WORDS[question.id];
  const dayLabel = own.day === undefined ? say('answer.day') : say(`question.${question.id}.day`);
  const noteLabel =
    own.note === undefined ? say('answer.note') : say(`question.${question.id}.note`);
  const value = answer === undefined ? null : answer.yes;
  const sayYes = (more: object) => onAnswer({ ...(answer?.yes ? answer : {}), ...more, yes: true });
  return (
    <div className={`question ${answer?.yes ? 'is-yes' : ''}`} data-question={question.id}>
      <span id={id}>
        {say(`question.${question.id}.ask`)}
        {last === undefined ? null : (
          <span className="quiet-inline"> · last time {said(last)}</span>
        )}
      </span>
      {answer?.yes && question.asksDay ? (
        <span className="question-day">
          {dayLabel}
          <HomeDayInput
            aria-label={dayLabel}
            max={today}
            value={answer.lastOn ?? ''}
            status={problem === null ? '' : 'error'}
            onChange={(day) => sayYes({ lastOn: day || undefined })}
          />
        </span>
      ) : null}
      <Radio.Group
        aria-labelledby={id}
        optionType="button"
        size="small"
        buttonStyle="solid"
        value={value}
        options={[
          { value: false, label: say('answer.no') },
          { value: true, label: say('answer.yes') },
        ]}
        onChange={(event) => (event.target.value ? sayYes({}) : onAnswer({ yes: false }))}
      />
      {answer?.yes && question.asksNote ? (
        <Input
          className="question-note"
          aria-label={noteLabel}
          placeholder={noteLabel}
          maxLength={500}
          value={answer.note ?? ''}
          status={problem === null ? '' : 'error'}
          onChange={(event) => sayYes({ note: event.target.value })}
        />
      ) : null}
      {answer?.yes ? children : null}
      {outcome ?? null}
      {problem === null ? null : <p className="field-error">{missing(problem, answer, say)}</p>}
    </div>
  );
}

function said(answer: Answer): string {
  if (!answer.yes) return 'no';
  const when = answer.lastOn === undefined ? '' : `, ${dayText(answer.lastOn)}`;
  return `yes${when}${answer.note ? `: ${answer.note}` : ''}`;
}

function missing(
  { field, problem }: InputError,
  answer: Answer | undefined,
  say: ReturnType<typeof useQuestionWords>['say'],
): string {
  if (field.endsWith('.note')) return say('ask.note');
  if (field.endsWith('.lastOn') && answer?.yes && answer.lastOn === undefined)
    return say('ask.day');
  if (field === 'answers.medicines') return say('ask.medicines');
  return problem;
}
