import './ask.css';
import type {
  Answer,
  History,
  Question,
  QuestionGroup,
  QuestionId,
  Substance,
} from '@tidy-quill/core/suitability';
import type { InputError } from '@tidy-quill/core/units';
import type { ReactNode } from 'react';
import { GROUP_WORDS } from '../../text';
import { useQuestionWords } from './question-words';
import { questionOf } from './missing';
import { lazily } from '../../widgets/lazily';
import { QuestionLine } from './QuestionLine';

const MedicineList = lazily(
  async () => (await import('./MedicineList')).MedicineList,
  <div className="medicines-wait" aria-busy="true" />,
);

const GROUPS = Object.keys(GROUP_WORDS) as QuestionGroup[];

/** Questions in their groups, each with its answer; medicines are named where a yes says that there are some. */
export function HistoryQuestions({
  questions,
  history,
  last,
  today,
  problems,
  substances,
  outcomes,
  onChange,
}: {
  questions: readonly Question[];
  history: History;
  /** What was said at an earlier visit, shown beside. */
  last: History | null;
  today: string;
  problems: readonly InputError[];
  substances: readonly Pick<Substance, 'id' | 'name'>[];
  /** What a question's answer leads to, where that is said beside it. */
  outcomes?: (id: QuestionId) => ReactNode;
  onChange: (history: History) => void;
}) {
  const { say } = useQuestionWords();
  const answer = (id: QuestionId, next: Answer) =>
    onChange({ ...history, answers: { ...history.answers, [id]: next } });
  return GROUPS.map((group) => {
    const own = questions.filter((question) => question.group === group);
    if (own.length === 0) return null;
    return (
      <fieldset key={group}>
        <legend>{say(`group.${group}`)}</legend>
        {own.map((question) => (
          <QuestionLine
            key={question.id}
            question={question}
            answer={history.answers[question.id]}
            last={last?.answers[question.id]}
            today={today}
            problem={problems.find((each) => questionOf(each) === question.id) ?? null}
            outcome={outcomes?.(question.id)}
            onAnswer={(next) => answer(question.id, next)}
          >
            {question.id === 'medicines' ? (
              <MedicineList
                medicines={history.medicines}
                substances={substances}
                today={today}
                problem={problems.find(({ field }) => field.startsWith('medicines.')) ?? null}
                onChange={(medicines) => onChange({ ...history, medicines })}
              />
            ) : null}
          </QuestionLine>
        ))}
      </fieldset>
    );
  });
}
