import './ask.css';
import type { Answer, Question } from '@tidy-quill/core/suitability';
import type { InputError } from '@tidy-quill/core/units';
import { Input, Radio } from 'antd';
import { useId, type ReactNode } from 'react';
import { dayText, QUESTION_WORDS } from '../../text';
import { DayInput } from '../../widgets/DayInput';

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
  const words = QUESTION_WORDS[question.id];
  const value = answer === undefined ? null : answer.yes;
  const say = (more: object) => onAnswer({ ...(answer?.yes ? answer : {}), ...more, yes: true });
  return (
    <div className={`question ${answer?.yes ? 'is-yes' : ''}`} data-question={question.id}>
      <span id={id}>
        {words.ask}
        {last === undefined ? null : (
          <span className="quiet-inline"> · last time {said(last)}</span>
        )}
      </span>
      {answer?.yes && question.asksDay ? (
        <span className="question-day">
          {words.day}
          <DayInput
            aria-label={words.day ?? 'Day'}
            max={today}
            value={answer.lastOn ?? ''}
            status={problem === null ? '' : 'error'}
            onChange={(day) => say({ lastOn: day || undefined })}
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
          { value: false, label: 'No' },
          { value: true, label: 'Yes' },
        ]}
        onChange={(event) => (event.target.value ? say({}) : onAnswer({ yes: false }))}
      />
      {answer?.yes && question.asksNote ? (
        <Input
          className="question-note"
          aria-label={words.note ?? 'What was it'}
          placeholder={words.note ?? 'What was it'}
          maxLength={500}
          value={answer.note ?? ''}
          status={problem === null ? '' : 'error'}
          onChange={(event) => say({ note: event.target.value })}
        />
      ) : null}
      {answer?.yes ? children : null}
      {outcome ?? null}
      {problem === null ? null : <p className="field-error">{missing(problem, answer)}</p>}
    </div>
  );
}

function said(answer: Answer): string {
  if (!answer.yes) return 'no';
  const when = answer.lastOn === undefined ? '' : `, ${dayText(answer.lastOn)}`;
  return `yes${when}${answer.note ? `: ${answer.note}` : ''}`;
}

function missing({ field, problem }: InputError, answer: Answer | undefined): string {
  if (field.endsWith('.note')) return 'What was it?';
  if (field.endsWith('.lastOn') && answer?.yes && answer.lastOn === undefined) return 'Which day?';
  if (field === 'answers.medicines') return 'Which ones?';
  return problem;
}
