import type { Job } from '../suitability';
import { addDays, daysBetween, type Day } from '../units';
import { SITES, type SiteId } from '../sites';

export interface NextVisit {
  readonly on: Day;
  /** 0 where it is a matter of days. */
  readonly weeks: number;
  /** What the day rests on. */
  readonly because:
    | 'siteInterval'
    | 'regrowthSlowing'
    | 'waitsForHealing'
    | 'testIsRead'
    | 'inkClears'
    | 'inkClearsSlowly';
}

// Regrowth slows over the course: from the fifth visit on, two weeks more (a usual clinic habit).
const SLOWING_FROM_VISIT = 5;
const SLOWING_WEEKS = 2;
// After an adverse reaction nothing is fired on the zone for six weeks at the least.
const HEALING_WEEKS = 6;
// Ink: six to eight weeks at the least; longer is no loss, for the body goes on clearing.
const INK_WEEKS = 8;
const INK_HEALING_WEEKS = 12;
const INK_SLOW_WEEKS = 10;

/** Weeks under which ink is not treated again: the body still clears it, and the skin still heals. */
export const INK_LEAST_WEEKS = 6;

/** The next visit's day for a zone treated on `treatedOn`, `visitNumber` counting from 1. */
export function nextVisit(input: {
  readonly site: SiteId;
  readonly treatedOn: Day;
  readonly visitNumber: number;
  readonly adverse: boolean;
}): NextVisit {
  const slowing = input.visitNumber >= SLOWING_FROM_VISIT;
  const usual = SITES[input.site].intervalWeeks + (slowing ? SLOWING_WEEKS : 0);
  if (input.adverse && usual < HEALING_WEEKS) {
    return {
      on: addDays(input.treatedOn, HEALING_WEEKS * 7),
      weeks: HEALING_WEEKS,
      because: 'waitsForHealing',
    };
  }
  return {
    on: addDays(input.treatedOn, usual * 7),
    weeks: usual,
    because: slowing ? 'regrowthSlowing' : 'siteInterval',
  };
}

/**
 * The next visit's day for ink: eight weeks on, ten where the leg drains it slowly, twelve where the skin was harmed.
 */
export function nextInkVisit(input: {
  readonly site: SiteId;
  readonly treatedOn: Day;
  readonly adverse: boolean;
}): NextVisit {
  const slow = SITES[input.site].dependent;
  const weeks = input.adverse ? INK_HEALING_WEEKS : slow ? INK_SLOW_WEEKS : INK_WEEKS;
  const because = input.adverse ? 'waitsForHealing' : slow ? 'inkClearsSlowly' : 'inkClears';
  return { on: addDays(input.treatedOn, weeks * 7), weeks, because };
}

/** The first session after test spots: once they have been read at 24–48 hours, or have healed. */
export function visitAfterTest(input: {
  readonly testedOn: Day;
  readonly adverse: boolean;
}): NextVisit {
  return input.adverse
    ? {
        on: addDays(input.testedOn, HEALING_WEEKS * 7),
        weeks: HEALING_WEEKS,
        because: 'waitsForHealing',
      }
    : { on: addDays(input.testedOn, 2), weeks: 0, because: 'testIsRead' };
}

export type IntervalState = 'first' | 'tooSoon' | 'onTime' | 'late';

/**
 * How today stands against the interval of the zone. Too soon means under two thirds of it (little
 * hair has come back yet), late means over twice of it (a visit's worth of hair has cycled on).
 */
export function intervalState(site: SiteId, lastOn: Day | null, today: Day): IntervalState {
  if (lastOn === null) return 'first';
  const weeks = daysBetween(lastOn, today) / 7;
  const usual = SITES[site].intervalWeeks;
  if (weeks < (usual * 2) / 3) return 'tooSoon';
  return weeks > usual * 2 ? 'late' : 'onTime';
}

/** The same for ink: too soon under six weeks; it is never late, for longer is no loss. */
export function inkIntervalState(lastOn: Day | null, today: Day): IntervalState {
  if (lastOn === null) return 'first';
  return daysBetween(lastOn, today) < INK_LEAST_WEEKS * 7 ? 'tooSoon' : 'onTime';
}

/** The next visit's day after a session, by the rule of its job; `visitNumber` counts from 1. */
export const nextVisitOf = (input: {
  readonly job: Job;
  readonly site: SiteId;
  readonly treatedOn: Day;
  readonly visitNumber: number;
  readonly adverse: boolean;
}): NextVisit => (input.job === 'ink' ? nextInkVisit(input) : nextVisit(input));

/** How today stands against the interval, by the rule of the job. */
export const intervalStateOf = (
  { job, site }: { readonly job: Job; readonly site: SiteId },
  lastOn: Day | null,
  today: Day,
): IntervalState =>
  job === 'ink' ? inkIntervalState(lastOn, today) : intervalState(site, lastOn, today);
