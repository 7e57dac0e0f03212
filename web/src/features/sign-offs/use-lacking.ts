import { skillsLacking, type Lacking, type SkillsNeeded } from '@tidy-quill/core/access';
import type { Role } from '@tidy-quill/contract/auth';
import type { Day } from '@tidy-quill/core/units';
import { useSignOffsQuery } from './sign-offs-api';

const NOTHING: Lacking = { rule: 'off', skills: [] };

/** What somebody is not signed off for, to treat some zones on a day; nothing while that is not known. */
export function useLacking(
  who: { readonly staffId: string; readonly role: Role } | undefined,
  needs: readonly SkillsNeeded[],
  on: Day,
): Lacking {
  const { data } = useSignOffsQuery();
  if (data === undefined || who === undefined || on === '') return NOTHING;
  return { rule: data.rule, skills: needs.flatMap((need) => skillsLacking(data, who, need, on)) };
}
