import { doseField, type CellHeats, type PathPoint, type TimedPulse } from '../coverage';
import { cellHeat, type Protocol } from '../plan';
import { assess } from './assess';
import { evenHand } from './even-hand';
import { exerciseOf, type Exercise, type ExerciseId } from './exercise';
import { exerciseHeat, exerciseInput } from './motion-limits';
import { firedBy, glidesIn, type RunResult } from './run';
import { hitField, targetOf } from './stamps';
import type { UnevenPlaces } from './uneven-places';

/** What is shown of an exercise once it is over. */
export interface LookBack {
  readonly result: RunResult;
  readonly uneven: UnevenPlaces;
  readonly heats: CellHeats | null;
  /** In the order in which they were fired. */
  readonly pulses: readonly TimedPulse[];
  readonly hits: Uint8Array;
  /** The same cell under an even hand, in motion after as many whole passes as were done. */
  readonly evenHits: Uint8Array;
  /** How many those were; null where there are no passes. */
  readonly evenPasses: number | null;
  /** The largest square that gets warm enough at this setting, cm²; null where none does or heat is not the aim. */
  readonly largestCellCm2: number | null;
}

/** Works out all that is shown of an exercise; takes a second where the largest cell is looked for. */
export function lookBack(
  id: ExerciseId,
  strokes: readonly (readonly PathPoint[])[],
  protocol: Pick<Protocol, 'techniques' | 'margins' | 'figures'>,
): LookBack {
  const exercise = exerciseOf(id, protocol);
  const pulses = firedBy(exercise, strokes);
  const margin = protocol.margins.usual;
  const heat = exercise.kind === 'motion' ? exerciseHeat(exercise, margin) : null;
  const found = assess(exercise, pulses, protocol, heat);
  const { measures, off, seconds, uneven, heats } = found;
  const done = measures.find((each) => each.id === 'passes')?.value ?? 0;
  const even =
    exercise.kind === 'motion' ? { ...exercise, passes: Math.max(1, Math.round(done)) } : exercise;
  return {
    result: { pulses: pulses.length, seconds, measures, off },
    ...{ uneven, heats, pulses },
    hits: hitsOf(exercise, pulses),
    evenHits: hitsOf(exercise, evenHand(even)),
    evenPasses: even.kind === 'motion' ? even.passes : null,
    largestCellCm2: largestCell(exercise, protocol),
  };
}

/** How often each square millimetre of the cell was hit. */
export function hitsOf(exercise: Exercise, pulses: readonly TimedPulse[]): Uint8Array {
  const { cell, tip } = exercise;
  if (glidesIn(exercise)) {
    return Uint8Array.from(doseField({ cell, tip, fluenceJcm2: 1, pulses }).doseJcm2, (count) =>
      Math.min(255, count),
    );
  }
  const hollow = exercise.kind === 'stamp' ? exercise.hollow : null;
  return hitField({ cell, tip, hollow, target: targetOf(cell, { tested: [] }), pulses }).hits;
}

function largestCell(
  exercise: Exercise,
  protocol: Pick<Protocol, 'techniques' | 'margins' | 'figures'>,
): number | null {
  if (exercise.kind !== 'motion' || exercise.restS > 0) return null;
  const usual = exerciseOf('motionThigh', protocol);
  const passes = usual.kind === 'motion' ? usual.passes : exercise.passes;
  const { cell, rateHz, fluenceJcm2, targetC } = exercise;
  const cellCm2 = (cell.widthMm * cell.heightMm) / 100;
  const input = { ...exerciseInput(exercise), motion: { rateHz, passes, cellCm2 } };
  return (
    cellHeat({ input, fluenceJcm2, targetC, margin: protocol.margins.usual })?.largestCellCm2 ??
    null
  );
}
