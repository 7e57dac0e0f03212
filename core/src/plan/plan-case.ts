import type { Day } from '../units';
import type { Handpiece } from './handpiece';
import type { Protocol } from './protocol';
import type { Subject } from './subject';

/** All that a plan is worked out from. */
export interface PlanCase {
  readonly subject: Subject;
  readonly handpieces: readonly Handpiece[];
  readonly protocol: Protocol;
  readonly today: Day;
}
