import { TECHNIQUES, type Technique } from '../plan';
import { SITES, type Site, type SiteId } from '../sites';
import type { Job } from '../suitability';
import type { Day } from '../units';
import type { Account } from './last-of-role';

type Role = Account['role'];

/** Groups of places that are signed off each for itself. */
const PARTS = [
  'face',
  'underarm',
  'bikini',
  'trunk',
  'limb',
] as const satisfies readonly Site['part'][];

/** What somebody is signed off for: each school of hair removal, ink, and each group of places. */
export const SKILLS = [...TECHNIQUES, 'ink', ...PARTS] as const;

export type Skill = (typeof SKILLS)[number];

/** What a clinic does where a technician is not signed off: nothing, say so at Plan, or ask for an approval there. */
export const SIGN_OFF_RULES = ['off', 'say', 'approve'] as const;

/** A clinic's rule on sign-offs. */
export interface SignOffRule {
  readonly rule: (typeof SIGN_OFF_RULES)[number];
  /** What has to be signed off at all. */
  readonly asked: readonly Skill[];
}

/** A supervisor's entry on what a technician may do; a later one of the same skill takes the place of an earlier. */
export interface SignOff {
  readonly staffId: string;
  readonly skills: readonly Skill[];
  readonly from: Day;
  /** The last day on which it holds; null without an end. */
  readonly until: Day | null;
  /** Whether it takes the skills away instead. */
  readonly withdrawn: boolean;
  /** ISO 8601. */
  readonly at: string;
}

/** Where and how somebody is to treat. */
export interface SkillsNeeded {
  readonly job: Job;
  readonly site: SiteId;
  /** Of hair; null while it is not chosen, when any school will do. */
  readonly technique: Technique | null;
}

/** What is needed: of each group, one skill at least. */
const needed = ({ job, site, technique }: SkillsNeeded): readonly (readonly Skill[])[] => [
  job === 'ink' ? ['ink'] : technique === null ? TECHNIQUES : [technique],
  [SITES[site].part],
];

/** The newest entry on a skill of somebody's; null where there is none. */
export const signOffOf = (
  signOffs: readonly SignOff[],
  staffId: string,
  skill: Skill,
): SignOff | null =>
  signOffs
    .filter((each) => each.staffId === staffId && each.skills.includes(skill))
    .reduce<SignOff | null>(
      (last, each) => (last === null || each.at >= last.at ? each : last),
      null,
    );

/** Whether somebody is signed off for a skill on a day. */
export function isSignedOff(
  signOffs: readonly SignOff[],
  staffId: string,
  skill: Skill,
  on: Day,
): boolean {
  const entry = signOffOf(signOffs, staffId, skill);
  if (entry === null || entry.withdrawn) return false;
  return entry.from <= on && (entry.until === null || on <= entry.until);
}

/** Who is to treat, under which rule, and what was signed for whom. */
export interface SignOffsKept extends SignOffRule {
  readonly signOffs: readonly SignOff[];
}

/**
 * What somebody is not signed off for though the clinic asks for it: of each group that lacks one, all that would do. A
 * supervisor, who signs for others, needs none.
 */
export function skillsLacking(
  { rule, asked, signOffs }: SignOffsKept,
  who: { readonly staffId: string; readonly role: Role },
  need: SkillsNeeded,
  on: Day,
): readonly (readonly Skill[])[] {
  if (rule === 'off' || who.role === 'supervisor') return [];
  return needed(need).filter((skills) =>
    skills.every(
      (skill) => asked.includes(skill) && !isSignedOff(signOffs, who.staffId, skill, on),
    ),
  );
}

/** Who of some people may treat some zones without an approval, day by day. */
export const signedOffFor =
  (
    kept: SignOffsKept,
    people: readonly { readonly staffId: string; readonly role: Role }[],
    needs: readonly SkillsNeeded[],
  ) =>
  (staffId: string, on: Day): boolean => {
    const who = people.find((each) => each.staffId === staffId);
    return (
      who === undefined || needs.every((need) => skillsLacking(kept, who, need, on).length === 0)
    );
  };

/** What a person lacks, and under which rule. */
export interface Lacking {
  readonly rule: SignOffRule['rule'];
  readonly skills: readonly (readonly Skill[])[];
}

/** Why an entry cannot be made; null where it can. Nobody signs for themselves. */
export function signOffProblem(
  { staffId, from, until }: Pick<SignOff, 'staffId' | 'from' | 'until'>,
  signerId: string,
): 'ownSignOff' | 'endsFirst' | null {
  if (staffId === signerId) return 'ownSignOff';
  return until !== null && until < from ? 'endsFirst' : null;
}
