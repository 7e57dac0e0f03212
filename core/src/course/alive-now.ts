import { defined } from '../units';
import type { ZoneCourse } from './zone-course';

/** Share of the follicles that is alive today, by what was learnt. */
export const aliveNow = (
  { learnt, week }: ZoneCourse,
  of: 'low' | 'median' | 'high' = 'median',
): number =>
  // Nothing dies between two visits: the whole week after today is as it is today.
  defined(learnt.courses[of].at[Math.ceil(week)]).alive;
