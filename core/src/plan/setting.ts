import type { Spot } from '../units';
import type { AddedCooling, Cooling, Technique } from './handpiece';

/** What is dialled in at the console, and how it is worked. */
export interface Setting {
  readonly handpieceId: string;
  readonly technique: Technique;
  readonly spot: Spot;
  /** Duration of one pulse, or of one sub-pulse of a train, ms. */
  readonly pulseMs: number;
  readonly fluenceJcm2: number;
  readonly rateHz: number;
  readonly passes: number;
  /** The cooling where it was dialled away from the handpiece's own. */
  readonly cooling?: Cooling | undefined;
  /** What is cooled on top of the handpiece's own. */
  readonly added?: AddedCooling | undefined;
}
