import type { SkinType } from '../optics';
import type { Job } from '../suitability';
import {
  REACTION_SIGNS,
  type ReactionKind,
  type ReactionReport,
  type ReactionSign,
} from './report';
import { TRIAGE_LEVELS, type TriageLevel } from './triage-level';
import { defined } from '../units';

export const TRIAGE_REASONS = [
  'eyeAlways',
  'breathing',
  'faceOrThroat',
  'changedSight',
  'fever',
  'spreadingRedness',
  'pus',
  'growingPain',
  'overBody',
  'infectionSigns',
  'allergySigns',
  'withinNormalDays',
  'longerThanUsual',
  'farTooLong',
  'gettingWorse',
  'onFace',
  'wholeArea',
  'large',
  'darkSkin',
  'bloodFilled',
  'bleeding',
  'weeping',
  'blisterAtOnce',
  'blisterIsBurn',
  'blisterFromShock',
  'blisterLate',
  'edgeOverlap',
  'dependentPlace',
  'shallowLight',
  'crustOnHair',
  'purpuraOnHair',
  'pigmentFades',
  'pigmentLasts',
  'paleWatch',
  'paleBurn',
  'paleLasts',
  'scarForms',
  'scarRaised',
  'hairGrowth',
  'inkDarkened',
] as const;

export type TriageReason = (typeof TRIAGE_REASONS)[number];

/** A report, and the session that it belongs to. */
export interface TriageCase {
  readonly report: ReactionReport;
  /** When the last pulse was fired, ISO 8601. */
  readonly treatedAt: string;
  /** When it is judged, ISO 8601. */
  readonly now: string;
  readonly job: Job;
  readonly wavelengthNm: number;
  readonly workingType: SkinType;
  readonly face: boolean;
  /** Ankle, foot or lower leg: fluid gathers there. */
  readonly dependent: boolean;
}

export interface Triage {
  readonly level: TriageLevel;
  /** What decides first, then what adds to it. */
  readonly reasons: readonly { readonly reason: TriageReason; readonly level: TriageLevel }[];
  /** Hours from the last pulse until it began. */
  readonly onsetHours: number;
  /** Whether it counts as harm: against the setting, and against firing here before it has closed. */
  readonly adverse: boolean;
  /** When it has to be looked at or asked after again, hours from now; null where nothing asks for it. */
  readonly againHours: number | null;
}

type Found = Triage['reasons'][number];

const HOUR_MS = 3_600_000;
const DAY = 24;

// Bounds in hours after the last pulse, by job: what is usual, and what is merely long (clinic habit, domain ranges).
const USUAL: Readonly<
  Partial<Record<ReactionKind, Readonly<Record<Job, { usual: number; long: number }>>>>
> = {
  redness: { hair: { usual: 2 * DAY, long: 3 * DAY }, ink: { usual: 7 * DAY, long: 14 * DAY } },
  swelling: { hair: { usual: 3 * DAY, long: 7 * DAY }, ink: { usual: 3 * DAY, long: 7 * DAY } },
  crust: { hair: { usual: 0, long: 14 * DAY }, ink: { usual: 14 * DAY, long: 21 * DAY } },
  purpura: { hair: { usual: 0, long: 14 * DAY }, ink: { usual: 14 * DAY, long: 21 * DAY } },
};

// A blister within the hour comes from heat; one of hours to three days on ink from the shock wave.
const AT_ONCE_HOURS = 1;
const SHOCK_HOURS = 3 * DAY;
const WEEPING_HOURS = 3 * DAY;
const LARGE_CM = 5;
const PIGMENT_LASTS_DAYS = 182;
const PALE_LASTS_DAYS = 90;
// Skin that is paler so soon was burnt, until somebody has seen it.
const PALE_BURN_HOURS = 3 * DAY;
const BURN_HEALS_DAYS = 14;
// Ink heals within two weeks; a blister that is there longer has not.
const BLISTER_HEALS_DAYS = 14;

const SIGN_LEVEL: Readonly<Partial<Record<ReactionSign, TriageLevel>>> = {
  fever: 'clinicianNow',
  spreadingRedness: 'clinicianNow',
  faceOrThroat: 'clinicianNow',
  breathing: 'clinicianNow',
  changedSight: 'clinicianNow',
  // On ink the wound is open: see `signs`.
  pus: 'seeToday',
  growingPain: 'seeToday',
  overBody: 'seeToday',
  bleeding: 'seeToday',
  // Of treated ink it is usual at first: see `signs`.
  weeping: 'seeToday',
};

/** Signs with which nobody waits for an answer. */
export const URGENT_SIGNS: readonly ReactionSign[] = REACTION_SIGNS.filter(
  (sign) => SIGN_LEVEL[sign] === 'clinicianNow',
);

const AGAIN_HOURS: Readonly<Record<TriageLevel, number | null>> = {
  normal: null,
  advice: 48,
  seeToday: 8,
  // At once: asked again within the hour whether a clinician has seen it.
  clinicianNow: 1,
};

/**
 * How soon somebody has to look at a reaction, and why: the gravest of all that speaks. An aid for a trained operator
 * after ordinary clinic rules; a clinician decides.
 */
export function triage(of: TriageCase): Triage {
  const found = [...signs(of), ...byKind(of), ...worsening(of)].sort(
    (one, other) => rank(other) - rank(one),
  );
  const level = found[0]?.level ?? 'advice';
  const fresh = found.filter(
    ({ reason }, index) => found.findIndex((each) => each.reason === reason) === index,
  );
  return {
    level,
    reasons: fresh,
    onsetHours: hoursBetween(of.treatedAt, of.report.onsetAt),
    adverse: isAdverse(of, level),
    againHours: AGAIN_HOURS[level],
  };
}

const rank = ({ level }: Found) => TRIAGE_LEVELS.indexOf(level);

const hoursBetween = (from: string, to: string) =>
  Math.max(0, (Date.parse(to) - Date.parse(from)) / HOUR_MS);

const reason = (level: TriageLevel, why: TriageReason): Found => ({ level, reason: why });

const SWELLING_KINDS: readonly ReactionKind[] = ['swelling', 'allergy'];

/** How soon a sign alone asks for somebody, beside what it comes with; undefined where it decides nothing by itself. */
export function signLevel(
  sign: ReactionSign,
  what: ReactionKind,
  job: Job,
): TriageLevel | undefined {
  // Swelling with a rash over the body is allergic; pus in ink is an open wound that is infected.
  const urgent =
    (sign === 'overBody' && SWELLING_KINDS.includes(what)) || (sign === 'pus' && job === 'ink');
  return urgent ? 'clinicianNow' : SIGN_LEVEL[sign];
}

function signs({ report, job, now, treatedAt }: TriageCase): readonly Found[] {
  const early = hoursBetween(treatedAt, now) <= WEEPING_HOURS;
  return report.signs.flatMap((sign) => {
    // Treated ink may weep while it closes; skin after hair removal is never open.
    if (sign === 'weeping' && job === 'ink' && early) return [reason('advice', sign)];
    const level = signLevel(sign, report.what, job);
    return level === undefined ? [] : [reason(level, sign as TriageReason)];
  });
}

function byKind(of: TriageCase): readonly Found[] {
  const { report, now, treatedAt } = of;
  const days = hoursBetween(treatedAt, now) / DAY;
  switch (report.what) {
    case 'redness':
    case 'swelling':
      return lasting(of);
    case 'crust':
    case 'purpura':
      return [...lasting(of), ...(of.job === 'hair' ? onHair(of) : [])];
    case 'blister':
      return blister(of);
    case 'infection':
      return [reason(of.job === 'ink' ? 'clinicianNow' : 'seeToday', 'infectionSigns')];
    case 'allergy':
      return [reason('seeToday', 'allergySigns')];
    case 'eye':
      return [reason('clinicianNow', 'eyeAlways')];
    case 'darkerSkin':
      return [
        days > PIGMENT_LASTS_DAYS
          ? reason('seeToday', 'pigmentLasts')
          : reason('advice', 'pigmentFades'),
      ];
    case 'palerSkin':
      if (hoursBetween(treatedAt, report.onsetAt) <= PALE_BURN_HOURS && days <= BURN_HEALS_DAYS) {
        return [reason(of.job === 'hair' ? 'seeToday' : 'advice', 'paleBurn')];
      }
      return [
        days > PALE_LASTS_DAYS ? reason('seeToday', 'paleLasts') : reason('advice', 'paleWatch'),
      ];
    case 'scar':
      return report.signs.includes('raised') || report.trend === 'worse'
        ? [reason('seeToday', 'scarRaised')]
        : [reason('advice', 'scarForms')];
    case 'hairGrowth':
      return [reason('advice', 'hairGrowth')];
    case 'inkDarkening':
      return [reason('advice', 'inkDarkened')];
  }
}

/** Against the days that such a thing usually lasts. */
function lasting({ report, job, now, treatedAt }: TriageCase): readonly Found[] {
  const { usual, long } = defined(USUAL[report.what])[job];
  const hours = hoursBetween(treatedAt, now);
  if (hours <= usual) return [reason('normal', 'withinNormalDays')];
  return hours <= long ? [reason('advice', 'longerThanUsual')] : [reason('seeToday', 'farTooLong')];
}

/**
 * What gets worse is never the normal course. A day after the last pulse, or on the face at once, it does not heal by
 * itself.
 */
function worsening({ report, now, treatedAt, face }: TriageCase): readonly Found[] {
  if (report.trend !== 'worse') return [];
  const late = hoursBetween(treatedAt, now) > DAY;
  const urgent = (late || face) && report.what !== 'hairGrowth';
  return [reason(urgent ? 'seeToday' : 'advice', 'gettingWorse')];
}

/** Crust or purpura after hair removal is more than was meant. */
function onHair({ report, workingType, face }: TriageCase): readonly Found[] {
  return [
    reason('advice', report.what === 'crust' ? 'crustOnHair' : 'purpuraOnHair'),
    ...(report.extent === 'whole' ? [reason('seeToday', 'wholeArea')] : []),
    ...(workingType >= 4 ? [reason('seeToday', 'darkSkin')] : []),
    ...(face ? [reason('seeToday', 'onFace')] : []),
  ];
}

function blister(of: TriageCase): readonly Found[] {
  const { report, job, workingType, face, dependent, wavelengthNm } = of;
  const onset = hoursBetween(of.treatedAt, report.onsetAt);
  const age = hoursBetween(of.treatedAt, of.now);
  const list: readonly (readonly [boolean, TriageLevel, TriageReason])[] = [
    [onset < AT_ONCE_HOURS, 'seeToday', 'blisterAtOnce'],
    [job === 'hair', 'seeToday', 'blisterIsBurn'],
    [job === 'ink' && onset >= AT_ONCE_HOURS && onset <= SHOCK_HOURS, 'advice', 'blisterFromShock'],
    [onset > SHOCK_HOURS, 'seeToday', 'blisterLate'],
    [age > BLISTER_HEALS_DAYS * DAY, 'seeToday', 'farTooLong'],
    [report.extent === 'whole', 'seeToday', 'wholeArea'],
    [(report.sizeCm ?? 0) > LARGE_CM, 'seeToday', 'large'],
    [report.signs.includes('bloodFilled'), 'seeToday', 'bloodFilled'],
    [face, 'seeToday', 'onFace'],
    [workingType >= 4, 'seeToday', 'darkSkin'],
    [job === 'ink' && report.extent === 'edge', 'advice', 'edgeOverlap'],
    [dependent, 'advice', 'dependentPlace'],
    [job === 'ink' && wavelengthNm < 700, 'advice', 'shallowLight'],
  ];
  return list.flatMap(([holds, level, why]) => (holds ? [reason(level, why)] : []));
}

// Harm whatever its level; the rest only once somebody has to look.
const ALWAYS_HARM: readonly ReactionKind[] = [
  ...(['blister', 'infection', 'darkerSkin', 'palerSkin', 'scar'] as const),
  ...(['hairGrowth', 'inkDarkening', 'allergy', 'eye'] as const),
];

function isAdverse({ report, job }: TriageCase, level: TriageLevel): boolean {
  if (ALWAYS_HARM.includes(report.what)) return true;
  if (job === 'hair' && (report.what === 'crust' || report.what === 'purpura')) return true;
  return TRIAGE_LEVELS.indexOf(level) >= TRIAGE_LEVELS.indexOf('seeToday');
}
