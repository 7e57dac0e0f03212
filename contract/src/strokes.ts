import * as v from 'valibot';
import { number, whole } from './text';

/** Strokes in lanes over a square cell, as a case gives them. */
export const StrokesInput = v.object({
  cellMm: whole(10, 1000),
  tipMm: number(1, 100),
  lanes: whole(1, 200),
  fluenceJcm2: number(0.1, 500),
  rateHz: number(0.1, 50),
  passes: whole(1, 50),
  /** How long the hand takes along one lane, s. */
  sweepS: number(0.05, 60),
  motion: v.picklist(['even', 'turns']),
});
