import { performance } from 'node:perf_hooks';
import { defined } from '../src/units';

/** Median time of one call in ms, over `repeats` calls after a warm-up of a quarter of them. */
export function medianMs(repeats: number, work: () => unknown): number {
  for (let warm = 0; warm < repeats / 4; warm++) work();
  const times = Array.from({ length: repeats }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return median(times);
}

/** The middle one. */
export const median = (values: readonly number[]): number =>
  defined([...values].sort((one, other) => one - other)[Math.floor(values.length / 2)]);

/** Prints one line of the bench: what, its median, and its share of what was aimed at. */
export function report(name: string, ms: number, aimMs: number): void {
  const ratio = (ms / aimMs).toFixed(2);
  console.log(
    `${name.padEnd(52)} ${ms.toFixed(3).padStart(10)} ms   ${ratio.padStart(6)} × aim of ${aimMs} ms`,
  );
}
