import {
  cellHeats,
  doseField,
  fieldFigures,
  laneStrokes,
  atRate,
  strokeHeat,
} from '../src/coverage';
import { exerciseInput, exerciseOf, LiveRun } from '../src/practice';
import { bench } from './timing';

const CELL = { widthMm: 200, heightMm: 200 };
const TIP = { widthMm: 12, heightMm: 12 };
/** Strokes with a hand, and the live exercise. A call: what is imported for its effect alone is not bundled. */
export function benchStrokes(): void {
  const exercise = exerciseOf('motionThigh', { techniques: {} });
  // 20 lanes of 3 s at 10 Hz: a minute.
  const pulses = atRate(
    laneStrokes({
      ...{ cellMm: 200, tipMm: 12, lanes: 20, rateHz: 10, passes: 1, sweepS: 3, motion: 'turns' },
    }),
    10,
  );
  const heat = strokeHeat(exerciseInput(exercise), CELL);

  bench('a minute of strokes at 10 Hz on 200 × 200 mm: dose, figures, heat', 30, 970, () => [
    fieldFigures(doseField({ cell: CELL, tip: TIP, fluenceJcm2: 8, pulses })),
    cellHeats({ heat, tip: TIP, fluenceJcm2: 8, pulses }),
  ]);

  // The largest exercise, a minute on: what one frame of it costs its worker.
  const large = exerciseOf('largeCell', { techniques: {} });
  const run = new LiveRun(large, 0.7);
  let nowS = pulses.at(-1)?.atS ?? 0;
  run.add([{ stroke: 0, points: pulses }], nowS);
  bench('one frame of a live exercise, a minute on', 60, 260, () => {
    nowS += 0.1;
    return run.add([{ stroke: 0, points: [{ atS: nowS, xMm: (nowS * 40) % 200, yMm: 70 }] }], nowS);
  });
}
