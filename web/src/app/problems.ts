import type { Problem } from '@tidy-quill/contract/problem';
import { PROBLEM_KINDS, problemType, type ProblemKind } from '@tidy-quill/contract/problem-kind';
import { EVENT_REFUSAL_WORDS } from '../text';

/** What a failed request says, in a sentence to show. */
export function problemText(error: unknown): string {
  const failed = error as { status?: unknown; data?: Partial<Problem> | null };
  if (failed.status === 'FETCH_ERROR' || failed.status === 'TIMEOUT_ERROR') {
    return 'The server cannot be reached. What you typed is kept here; try again in a moment.';
  }
  const { title, detail, fields } = failed.data ?? {};
  const list = fields?.map(({ field, problem }) => `${field} ${problem}`).join('; ');
  const rules: Readonly<Record<string, string | undefined>> = EVENT_REFUSAL_WORDS;
  const said = detail === undefined ? undefined : (rules[detail] ?? detail);
  return [title ?? 'Something went wrong', list ?? said].filter(Boolean).join(': ');
}

/** What kind of refusal a failed request met; null where it is none of ours. */
export function problemKind(error: unknown): ProblemKind | null {
  const { type } = (error as { data?: Partial<Problem> | null } | undefined)?.data ?? {};
  return PROBLEM_KINDS.find((kind) => problemType(kind) === type) ?? null;
}

/** The fields that a refused request names, by field. */
export function problemFields(error: unknown): Readonly<Record<string, string>> {
  const fields = (error as { data?: Partial<Problem> | null }).data?.fields ?? [];
  return Object.fromEntries(fields.map(({ field, problem }) => [field, problem]));
}
