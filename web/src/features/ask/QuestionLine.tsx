import type { Answer, Question } from '@tidy-quill/core/suitability';
import type { InputError } from '@tidy-quill/core/units';
import { Radio } from 'antd';
import { useId } from 'react';
import { QUESTION_WORDS } from '../../text';
import { DayInput } from '../../widgets/DayInput';

/** One question: no or yes, and the last day where a yes needs one. */
export function QuestionLine({
  question,
  answer,
  today,
  problem,
  onAnswer,
}: {
  question: Question;
  answer: Answer | undefined;
  today: string;
  problem: InputError | null;
  onAnswer: (answer: Answer) => void;
}) {
  const id = useId();
  const words = QUESTION_WORDS[question.id];
  const value = answer === undefined ? null : answer.yes;
  return (
    <div className={`question ${answer?.yes ? 'is-yes' : ''}`} data-question={question.id}>
      <span id={id}>{words.ask}</span>
      {answer?.yes && question.asksDay ? (
        <span className="question-day">
          {words.day}
          <DayInput
            aria-label={words.day ?? 'Day'}
            max={today}
            value={answer.lastOn ?? ''}
            status={problem === null ? '' : 'error'}
            onChange={(day) => onAnswer({ yes: true, lastOn: day || undefined })}
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
        onChange={(event) => onAnswer(event.target.value ? { yes: true } : { yes: false })}
      />
      {problem === null ? null : (
        <p className="field-error">
          {answer?.yes && answer.lastOn ? problem.problem : 'Which day?'}
        </p>
      )}
    </div>
  );
}
