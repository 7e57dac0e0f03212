import { intervalStateOf, nextVisitOf } from '../course';
import type { ClinicalFigures } from '../figures';
import type { SiteId } from '../sites';
import type { Job } from '../suitability';
import { daysBetween, type Day } from '../units';

/** A zone that was treated, and for which nothing is booked. */
export interface TreatedZone {
  readonly job: Job;
  readonly site: SiteId;
  readonly lastOn: Day;
  /** On how many days it was treated. */
  readonly sessions: number;
  /** Whether the skin reacted at the last of them. */
  readonly adverse: boolean;
}

export interface Due {
  readonly on: Day;
  /** Whole days past that day; negative before it. */
  readonly overdueDays: number;
  /** Whether so much hair has cycled on that a visit's worth is lost; never of ink. */
  readonly late: boolean;
}

/** From how many days before it is due somebody is asked to book. */
export const DUE_AHEAD_DAYS = 14;

/** When a zone is due by its interval, seen from today; null where that is further ahead than anybody is asked. */
export function dueOf(zone: TreatedZone, today: Day, own: ClinicalFigures): Due | null {
  const { job, site, lastOn, adverse } = zone;
  const { on } = nextVisitOf({
    ...{ job, site, adverse, own },
    treatedOn: lastOn,
    visitNumber: zone.sessions,
  });
  const overdueDays = daysBetween(on, today);
  if (overdueDays < -DUE_AHEAD_DAYS) return null;
  return { on, overdueDays, late: intervalStateOf({ job, site }, lastOn, today, own) === 'late' };
}
