import type { Arm } from './design';
import type { TrialSide } from './sides';

/** Which way is worked on which side of one client. */
export type Allocation = Readonly<Record<TrialSide, Arm>>;

const BLOCK_SIZES = [2, 4] as const;

/**
 * Allocations in permuted blocks, 2 and 4 mixed at random, so that the two ways never drift apart by more than two and the
 * next one cannot be worked out from those before it.
 *
 * @param draw numbers from 0 up to 1, the same ones for the same seed; the seed is sealed until the trial is closed
 */
export function allocations(draw: () => number, count: number): readonly Allocation[] {
  const list: Allocation[] = [];
  while (list.length < count) {
    const size = BLOCK_SIZES[Math.floor(draw() * BLOCK_SIZES.length)] ?? 2;
    const block = Array.from({ length: size }, (_, index): Allocation =>
      index % 2 === 0 ? A_LEFT : A_RIGHT,
    );
    list.push(...shuffled(block, draw));
  }
  return list.slice(0, count);
}

const A_LEFT: Allocation = { left: 'a', right: 'b' };
const A_RIGHT: Allocation = { left: 'b', right: 'a' };

/** A list in an order of chance (Fisher and Yates 1938, Durstenfeld 1964). */
export function shuffled<T>(list: readonly T[], draw: () => number): readonly T[] {
  const mixed = [...list];
  for (let last = mixed.length - 1; last > 0; last--) {
    const other = Math.floor(draw() * (last + 1));
    [mixed[last], mixed[other]] = [mixed[other] as T, mixed[last] as T];
  }
  return mixed;
}
