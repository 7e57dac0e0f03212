import { expect, it } from 'vitest';
import { nextQuarter } from './next-quarter';

it.each([
  ['2026-11-28T10:37:12Z', '2026-11-28T10:45:00.000Z'],
  ['2026-11-28T10:45:00Z', '2026-11-28T10:45:00.000Z'],
  ['2026-11-28T23:50:00Z', '2026-11-29T00:00:00.000Z'],
])('books from %s for the next quarter of an hour', (now, soon) => {
  expect(nextQuarter(Date.parse(now))).toBe(soon);
});
