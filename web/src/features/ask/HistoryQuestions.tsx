import type {
  Answer,
  History,
  Question,
  QuestionGroup,
  QuestionId,
  Substance,
} from '@tidy-quill/core/suitability';
import type { InputError } from '@tidy-quill/core/units';
import { GROUP_WORDS } from '../../text';
import { MedicineList } from './MedicineList';
import { QuestionLine } from './QuestionLine';

const GROUPS = Object.keys(GROUP_WORDS) as QuestionGroup[];

/** Questions in their groups, each with its answer; medicines are named where a yes says that there are some. */
export function HistoryQuestions({
  questions,
  history,
  last,
  today,
  problem,
  substances,
  onChange,
}: {
  questions: readonly Question[];
  history: History;
  /** What was said at an earlier visit, shown beside. */
  last: History | null;
  today: string;
  problem: InputError | null;
  substances: readonly Pick<Substance, 'id' | 'name'>[];
  onChange: (history: History) => void;
}) {
  const answer = (id: QuestionId, next: Answer) =>
    onChange({ ...history, answers: { ...history.answers, [id]: next } });
  return GROUPS.map((group) => {
    const own = questions.filter((question) => question.group === group);
    if (own.length === 0) return null;
    return (
      <fieldset key={group}>
        <legend>{GROUP_WORDS[group]}</legend>
        {own.map((question) => (
          <QuestionLine
            key={question.id}
            question={question}
            answer={history.answers[question.id]}
            last={last?.answers[question.id]}
            today={today}
            problem={problem?.field.startsWith(`answers.${question.id}`) ? problem : null}
            onAnswer={(next) => answer(question.id, next)}
          >
            {question.id === 'medicines' ? (
              <MedicineList
                medicines={history.medicines}
                substances={substances}
                today={today}
                problem={problem?.field.startsWith('medicines.') ? problem : null}
                onChange={(medicines) => onChange({ ...history, medicines })}
              />
            ) : null}
          </QuestionLine>
        ))}
      </fieldset>
    );
  });
}
