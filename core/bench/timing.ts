import { performance } from 'node:perf_hooks';
import { keepFigure, median } from './figures';
import { floorMs } from './floor';

/**
 * Prints the median time of some work, and how many columns of skin could be heated in it: the two are timed in turn, so that
 * the machine's moods strike both.
 * @param aim at most as many columns
 */
export function bench(name: string, repeats: number, aim: number, work: () => unknown): void {
  for (let warm = 0; warm < Math.max(3, repeats / 4); warm++) work();
  const times: number[] = [];
  const ratios: number[] = [];
  for (let round = 0; round < repeats; round++) {
    const floor = floorMs();
    const from = performance.now();
    work();
    const ms = performance.now() - from;
    times.push(ms);
    ratios.push(ms / floor);
  }
  const ratio = median(ratios);
  console.log(
    `${name.padEnd(58)} ${median(times).toFixed(3).padStart(9)} ms ${ratio.toFixed(1).padStart(8)} × a column (aim ${aim})`,
  );
  keepFigure(name, ratio);
}
