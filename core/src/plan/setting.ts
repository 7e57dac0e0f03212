import type { Spot } from '../units';
import type { DeviceOutput } from './device-output';
import type { AddedCooling, Cooling, Technique } from './handpiece';

/** What a zone is treated with, and how it is worked. */
export interface Setting {
  readonly handpieceId: string;
  readonly technique: Technique;
  readonly spot: Spot;
  /** Duration of one pulse, or of one sub-pulse of a train, ms. */
  readonly pulseMs: number;
  /** What reaches the skin; the console shows the same, unless `output` says otherwise (`dialledJcm2`). */
  readonly fluenceJcm2: number;
  readonly rateHz: number;
  readonly passes: number;
  /** The cooling where it was dialled away from the handpiece's own. */
  readonly cooling?: Cooling | undefined;
  /** What is cooled on top of the handpiece's own. */
  readonly added?: AddedCooling | undefined;
  /** What the console was measured to give of what it shows, where plans reckon with that. */
  readonly output?: DeviceOutput | undefined;
}
