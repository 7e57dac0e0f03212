import {
  cellHeats,
  doseField,
  fieldFigures,
  laneStrokes,
  atRate,
  strokeHeat,
} from '../src/coverage';
import { exerciseInput, exerciseOf } from '../src/practice';
import { medianMs, report } from './timing';

const CELL = { widthMm: 200, heightMm: 200 };
const TIP = { widthMm: 12, heightMm: 12 };
const exercise = exerciseOf('motionThigh', { techniques: {} });
// 20 lanes of 3 s at 10 Hz: a minute.
const pulses = atRate(
  laneStrokes({
    ...{ cellMm: 200, tipMm: 12, lanes: 20, rateHz: 10, passes: 1, sweepS: 3, motion: 'turns' },
  }),
  10,
);
const heat = strokeHeat(exerciseInput(exercise), CELL);

report(
  'a minute of strokes at 10 Hz on 200 × 200 mm: dose, figures, heat',
  medianMs(30, () => [
    fieldFigures(doseField({ cell: CELL, tip: TIP, fluenceJcm2: 8, pulses })),
    cellHeats({ heat, tip: TIP, fluenceJcm2: 8, pulses }),
  ]),
  30,
);
