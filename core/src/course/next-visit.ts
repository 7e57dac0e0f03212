import {
  figureOf,
  inkIntervalState,
  intervalState,
  intervalWeeksOf,
  type ClinicalFigures,
  type IntervalState,
} from '../figures';
import type { Job } from '../suitability';
import { addDays, type Day } from '../units';
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

/** The next visit's day for a zone treated on `treatedOn`, `visitNumber` counting from 1. */
export function nextVisit(input: {
  readonly site: SiteId;
  readonly treatedOn: Day;
  readonly visitNumber: number;
  readonly adverse: boolean;
  readonly own: ClinicalFigures;
}): NextVisit {
  const { own } = input;
  const slowing = input.visitNumber >= figureOf(own, 'slowingFromVisit');
  const usual = intervalWeeksOf(own, input.site) + (slowing ? figureOf(own, 'slowingWeeks') : 0);
  const healing = figureOf(own, 'healingWeeks');
  if (input.adverse && usual < healing) {
    return {
      on: addDays(input.treatedOn, healing * 7),
      weeks: healing,
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
 * The next visit's day for ink: as shipped eight weeks on, ten where the leg drains it slowly, twelve where the skin was harmed.
 */
export function nextInkVisit(input: {
  readonly site: SiteId;
  readonly treatedOn: Day;
  readonly adverse: boolean;
  readonly own: ClinicalFigures;
}): NextVisit {
  const slow = SITES[input.site].dependent;
  const id = input.adverse ? 'inkHealingWeeks' : slow ? 'inkSlowWeeks' : 'inkWeeks';
  const weeks = figureOf(input.own, id);
  const because = input.adverse ? 'waitsForHealing' : slow ? 'inkClearsSlowly' : 'inkClears';
  return { on: addDays(input.treatedOn, weeks * 7), weeks, because };
}

/** The first session after test spots: once they have been read at 24–48 hours, or have healed. */
export function visitAfterTest(input: {
  readonly testedOn: Day;
  readonly adverse: boolean;
  readonly own: ClinicalFigures;
}): NextVisit {
  const healing = figureOf(input.own, 'healingWeeks');
  return input.adverse
    ? {
        on: addDays(input.testedOn, healing * 7),
        weeks: healing,
        because: 'waitsForHealing',
      }
    : { on: addDays(input.testedOn, 2), weeks: 0, because: 'testIsRead' };
}

/** The next visit's day after a session, by the rule of its job; `visitNumber` counts from 1. */
export const nextVisitOf = (input: {
  readonly job: Job;
  readonly site: SiteId;
  readonly treatedOn: Day;
  readonly visitNumber: number;
  readonly adverse: boolean;
  readonly own: ClinicalFigures;
}): NextVisit => (input.job === 'ink' ? nextInkVisit(input) : nextVisit(input));

/** How today stands against the interval, by the rule of the job. */
export const intervalStateOf = (
  { job, site }: { readonly job: Job; readonly site: SiteId },
  lastOn: Day | null,
  today: Day,
  own: ClinicalFigures,
): IntervalState =>
  job === 'ink' ? inkIntervalState(lastOn, today, own) : intervalState(site, lastOn, today, own);
