import { describe, expect, it } from 'vitest';
import { parseDay } from './parse-day';

const TODAY = '2026-11-30';

describe('a day that is typed', () => {
  it.each([
    ['2026-11-29', '2026-11-29'],
    ['29.11.2026', '2026-11-29'],
    ['29/11/2026', '2026-11-29'],
    ['Sun 29 Nov 2026', '2026-11-29'],
    ['29 Nov 2026', '2026-11-29'],
    ['29 Nov', '2026-11-29'],
    ['29.11.', '2026-11-29'],
    ['1/12', '2025-12-01'],
    ['today', '2026-11-30'],
    ['Yesterday', '2026-11-29'],
  ])('as %s is %s', (text, day) => {
    expect(parseDay(text, TODAY)).toBe(day);
  });

  it.each(['', '31.11.2026', '2026-13-01', '29', 'soon', '32 Nov'])('as “%s” is none', (text) => {
    expect(parseDay(text, TODAY)).toBeNull();
  });
});
