import { expect } from 'vitest';
import type { Browser } from '../browser';

// Nobody should need a fifth more steps than the fewest that a job can take. docs/guide/jobs.md lists the jobs.
const ALLOWED = 1.2;

/** Does a job and holds its steps, each a press, a choice, a key or a typed field, against the fewest. */
export async function inSteps(
  least: number,
  at: Browser | readonly Browser[],
  job: () => Promise<void>,
): Promise<void> {
  const browsers = 'steps' in at ? [at] : at;
  const sum = () => browsers.reduce((all, browser) => all + browser.steps(), 0);
  const before = sum();
  await job();
  const taken = sum() - before;
  console.log(`${taken} steps, ${least} at the least`);
  expect(taken).toBeLessThanOrEqual(Math.floor(least * ALLOWED));
}
