import { pulsesAlong, type PathPoint, type TimedPulse } from '../coverage';
import type { Protocol } from '../plan';
import { assess, type Assessed } from './assess';
import { exerciseOf, type Exercise, type ExerciseId } from './exercise';
import { exerciseHeat } from './motion-limits';

/** Whether a hand glides in an exercise, so that the console fires along its way; elsewhere every press fires once. */
export const glidesIn = ({ kind }: Pick<Exercise, 'kind'>): boolean =>
  kind === 'motion' || kind === 'pace';

/** The pulses that the strokes of an exercise fire. */
export const firedBy = (
  exercise: Exercise,
  strokes: readonly (readonly PathPoint[])[],
): readonly TimedPulse[] =>
  glidesIn(exercise) ? pulsesAlong(strokes, exercise.rateHz) : strokes.flat();

/** What of a run is kept: its figures, as the clinic's limits of that day have them. */
export type RunResult = Pick<Assessed, 'pulses' | 'seconds' | 'measures' | 'off'>;

/** Works out a whole run by the clinic's protocol. */
export function resultOfRun(
  id: ExerciseId,
  strokes: readonly (readonly PathPoint[])[],
  protocol: Pick<Protocol, 'techniques' | 'margins' | 'figures'>,
): RunResult {
  const exercise = exerciseOf(id, protocol);
  const heat = exercise.kind === 'motion' ? exerciseHeat(exercise, protocol.margins.usual) : null;
  const found = assess(exercise, firedBy(exercise, strokes), protocol, heat);
  const { pulses, seconds, measures, off } = found;
  return { pulses, seconds, measures, off };
}
