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
  const { earliest, latest } = intervalBounds(site, own);
  if (weeks < earliest) return 'tooSoon';
  return weeks > latest ? 'late' : 'onTime';
}

/** Weeks after the last visit between which the next one is neither too soon nor late. */
export function intervalBounds(
  site: SiteId,
  own: ClinicalFigures,
): { readonly earliest: number; readonly latest: number } {
  const usual = intervalWeeksOf(own, site);
  return { earliest: (usual * 2) / 3, latest: usual * 2 };
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
