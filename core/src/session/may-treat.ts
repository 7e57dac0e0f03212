import type { Lacking } from '../access';
import type { VisitRecord } from './visit-record';

/**
 * Whether somebody may treat a zone in spite of what they are not signed off for: the clinic asks for no approval, or a
 * supervisor gave one for all of it.
 */
export function mayTreat(
  { signOffsAgreed }: Pick<VisitRecord, 'signOffsAgreed'>,
  staffId: string,
  { rule, skills }: Lacking,
): boolean {
  if (rule !== 'approve') return true;
  const agreed = signOffsAgreed.filter((each) => each.staffId === staffId);
  return skills.every((group) =>
    agreed.some((each) => each.skills.some((skill) => group.includes(skill))),
  );
}
