import { appendFileSync } from 'node:fs';
import { defined } from '../src/units';

/** The middle one. */
export const median = (values: readonly number[]): number => quantile(values, 0.5);

/** The value that a share of all does not exceed. */
export const quantile = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((one, other) => one - other);
  return defined(sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]);
};

/** Keeps a figure of which less is better, to be compared with the one of the last time. */
export function keepFigure(name: string, ratio: number): void {
  const file = process.env['BENCH_FIGURES'];
  if (file !== undefined) appendFileSync(file, `${JSON.stringify([name, ratio])}\n`);
}
