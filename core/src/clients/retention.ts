import { addMonths, fullYears, type Day } from '../units';

/** How long a record is kept, as the clinic says by the law that holds for it. */
export interface RetentionRule {
  /** Years after the last visit. */
  readonly years: number;
  /** Whoever was a minor then: until this age at least, in years. */
  readonly minorsUntilAge: number;
}

/** At this age nobody is a minor any more. */
const OF_AGE = 18;

/** The last day on which a record has to be kept: after its last visit, or after the day it was made where there was none. */
export function keptUntil(rule: RetentionRule, of: { birthDate: Day; lastOn: Day }): Day {
  const after = addMonths(of.lastOn, 12 * rule.years);
  if (fullYears(of.birthDate, of.lastOn) >= OF_AGE) return after;
  const grown = addMonths(of.birthDate, 12 * rule.minorsUntilAge);
  return grown > after ? grown : after;
}
