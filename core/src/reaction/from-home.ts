import type { ReactionKind, ReactionReport, ReactionSign, Trend } from './report';
import type { Job } from '../suitability';
import { signLevel, URGENT_SIGNS } from './triage';

/** What a client can name without training. */
export const SEEN_AT_HOME = [
  'redness',
  'swelling',
  'blister',
  'crust',
  'darkerSkin',
  'palerSkin',
] as const satisfies readonly ReactionKind[];

export type SeenAtHome = (typeof SEEN_AT_HOME)[number];

/** A day of healing as a client tells of it. */
export interface HomeEntry {
  readonly trend: Trend;
  readonly signs: readonly ReactionSign[];
  readonly seen: readonly SeenAtHome[];
}

/** Whether nobody may wait for the clinic's answer: what its triage would send to a clinician. */
export function isUrgentAtHome(entry: HomeEntry, job: Job): boolean {
  const what = kindOf(entry);
  return entry.signs.some((sign) => signLevel(sign, what, job) === 'clinicianNow');
}

// Usual for some days: worth telling, not worth a call by itself.
const USUAL: readonly SeenAtHome[] = ['redness', 'swelling', 'crust'];

/** Whether somebody at the clinic has to read it: worse, with a sign, or with what is not usual. */
export const isWorrying = ({ trend, signs, seen }: HomeEntry): boolean =>
  trend === 'worse' || signs.length > 0 || seen.some((each) => !USUAL.includes(each));

// What is seen first, then what the signs point to.
const OF_SIGNS: readonly (readonly [ReactionKind, readonly ReactionSign[]])[] = [
  ['eye', ['changedSight']],
  ['allergy', ['breathing', 'faceOrThroat', 'overBody']],
  ['infection', ['fever', 'spreadingRedness', 'pus']],
  ['blister', ['bloodFilled', 'weeping']],
  ['crust', ['bleeding']],
];
const GRAVEST_SEEN: readonly SeenAtHome[] = [
  ...(['blister', 'palerSkin', 'darkerSkin', 'crust', 'swelling', 'redness'] as const),
];

/**
 * The report that an entry amounts to, to be triaged and then completed by the clinic: nobody at home measures, so it
 * covers a part and began by the time it was told, `givenAt` (ISO 8601).
 */
export function reportFromHome(entry: HomeEntry, givenAt: string): ReactionReport {
  const { trend, signs } = entry;
  const what = kindOf(entry);
  return { what, onsetAt: givenAt, extent: 'part', sizeCm: null, place: null, trend, signs };
}

/** What an entry amounts to: what its urgent signs point to, else the gravest thing seen, else what its signs point to. */
function kindOf({ signs, seen }: HomeEntry): ReactionKind {
  // Swelling with a rash over the body is allergic, whatever else is seen.
  if (signs.includes('overBody') && seen.includes('swelling')) return 'allergy';
  const urgent = OF_SIGNS.find(([, own]) =>
    own.some((sign) => signs.includes(sign) && URGENT_SIGNS.includes(sign)),
  );
  return (
    urgent?.[0] ??
    GRAVEST_SEEN.find((each) => seen.includes(each)) ??
    OF_SIGNS.find(([, own]) => own.some((sign) => signs.includes(sign)))?.[0] ??
    'redness'
  );
}
