import { defined, stepDown, type Scale } from '../units';

/** How many test spots a ladder has at most. */
export const RUNGS = 5;
const RISE = 1.1;

/**
 * Fluences for test spots, J/cm²: `start`, then each 10 % up and the nearest device step not above,
 * to `upper` at most; five rungs at most, each a different step.
 */
export function ladder(start: number, upper: number, scale: Scale): readonly number[] {
  const rungs = [start];
  for (let wanted = start * RISE; wanted <= upper * RISE && rungs.length < RUNGS; wanted *= RISE) {
    const rung = stepDown(Math.min(wanted, upper), scale);
    if (rung !== null && rung > defined(rungs.at(-1))) rungs.push(rung);
  }
  return rungs;
}
