import type { Question, QuestionId } from '@tidy-quill/core/suitability';
import type { InputError } from '@tidy-quill/core/units';
import { focusFirst } from '../../widgets/focus-first';

/** The question that a problem is about; medicines are named under theirs. */
export function questionOf({ field }: Pick<InputError, 'field'>): QuestionId {
  const [part, id] = field.split('.');
  return part === 'answers' ? (id as QuestionId) : 'medicines';
}

/** The questions that still need something, in the order in which they are asked. */
export function missingIn(
  asked: readonly Question[],
  unanswered: readonly QuestionId[],
  problems: readonly InputError[],
): readonly QuestionId[] {
  const lacking = new Set([...unanswered, ...problems.map(questionOf)]);
  return asked.map(({ id }) => id).filter((id) => lacking.has(id));
}

/** Takes one to a question: the focus on what it still needs. */
export function goToQuestion(id: QuestionId): void {
  const line = document.querySelector<HTMLElement>(`[data-question="${id}"]`);
  if (line === null) return;
  line.scrollIntoView({ block: 'center' });
  (document.activeElement as HTMLElement | null)?.blur();
  const unsaid = [...line.querySelectorAll<HTMLInputElement>('input:not([type="radio"])')].find(
    ({ value }) => value === '',
  );
  if (unsaid === undefined) focusFirst(line);
  else unsaid.focus();
}
