import type { SkinAnswer } from '../reaction';
import type { Day } from '../units';
import type { PastSession } from './subject';

/** A session as it is typed in from papers: its light and what came of it. */
export interface TypedIn {
  readonly on: Day;
  readonly wavelengthNm: number;
  readonly fluenceJcm2: number;
  readonly pulseMs: number;
  readonly spotMm: number;
  readonly answer: SkinAnswer;
}

/** A session that was typed in, as later plans know it: with which console it was given nobody here has measured. */
export const typedInSession = (typed: TypedIn): PastSession => ({
  ...{ on: typed.on, typedIn: true, wavelengthNm: typed.wavelengthNm, answer: typed.answer },
  setting: {
    ...{ handpieceId: 'typedIn', technique: 'stamping', rateHz: 1, passes: 1 },
    spot: { diameterMm: typed.spotMm },
    pulseMs: typed.pulseMs,
    fluenceJcm2: typed.fluenceJcm2,
  },
});
