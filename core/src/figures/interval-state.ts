import type { SiteId } from '../sites';
import { daysBetween, type Day } from '../units';
import { figureOf, intervalWeeksOf, type ClinicalFigures } from './figures';

export type IntervalState = 'first' | 'tooSoon' | 'onTime' | 'late';

/**
 * How today stands against the interval of the zone. Too soon means under two thirds of it (little
 * hair has come back yet), late means over twice of it (a visit's worth of hair has cycled on).
 */
export function intervalState(
  site: SiteId,
  lastOn: Day | null,
  today: Day,
  own: ClinicalFigures,
): IntervalState {
  if (lastOn === null) return 'first';
  const weeks = daysBetween(lastOn, today) / 7;
  const usual = intervalWeeksOf(own, site);
  if (weeks < (usual * 2) / 3) return 'tooSoon';
  return weeks > usual * 2 ? 'late' : 'onTime';
}

/** The same for ink: too soon under the least wait, six weeks as shipped; it is never late, for longer is no loss. */
export function inkIntervalState(
  lastOn: Day | null,
  today: Day,
  own: ClinicalFigures,
): IntervalState {
  if (lastOn === null) return 'first';
  return daysBetween(lastOn, today) < figureOf(own, 'inkLeastWeeks') * 7 ? 'tooSoon' : 'onTime';
}
