import type { PathPoint } from '../coverage';
import { seeded } from '../units';
import { evenHand, sidesOf } from './even-hand';
import type { Exercise } from './exercise';
import { glidesIn } from './run';

/** How a hand errs. */
export interface Habits {
  /** How slow it is at its turns: 0 for an even hand, 1 for one that moves as a pendulum does. */
  readonly slowAtTurns: number;
  /** How far it wavers, mm. */
  readonly waverMm: number;
  readonly seed: number;
}

/** The strokes of a made hand that does an exercise: an even one's way, bent by its habits. */
export function madeHand(
  exercise: Exercise,
  { slowAtTurns, waverMm, seed }: Habits,
): readonly (readonly PathPoint[])[] {
  const next = seeded(seed);
  const waver = () => waverMm * (next() + next() + next() - 1.5);
  const pulses = evenHand(exercise);
  const half = sidesOf(exercise.tip).widthMm / 2;
  const way = exercise.cell.widthMm - 2 * half;
  const glides = glidesIn(exercise);
  const points = pulses.map(({ atS, xMm, yMm }) => {
    const along = Math.min(1, Math.max(0, (xMm - half) / way));
    const slow = (1 - Math.cos(Math.PI * along)) / 2;
    const bent = glides ? half + way * (along + slowAtTurns * (slow - along)) : xMm;
    return { atS, xMm: bent + waver(), yMm: yMm + waver() };
  });
  if (!glides) return points.map((point) => [point]);
  // It is lifted where the even hand rests.
  const pause = 2 / exercise.rateHz;
  return points.reduce<PathPoint[][]>((strokes, point) => {
    const stroke = strokes.at(-1);
    const last = stroke?.at(-1);
    if (stroke === undefined || last === undefined || point.atS - last.atS > pause)
      return [...strokes, [point]];
    stroke.push(point);
    return strokes;
  }, []);
}
