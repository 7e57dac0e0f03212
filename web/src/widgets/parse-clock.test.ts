import { describe, expect, it } from 'vitest';
import { parseClock } from './parse-clock';

describe('a clock time that is typed', () => {
  it.each([
    ['9:15', '09:15'],
    ['09:15', '09:15'],
    ['0915', '09:15'],
    ['915', '09:15'],
    ['9.15', '09:15'],
    ['21', '21:00'],
    ['9:15 pm', '21:15'],
    ['9.15p.m.', '21:15'],
    ['12 am', '00:00'],
    ['12:30 pm', '12:30'],
    ['00:00', '00:00'],
  ])('as %s is %s', (text, clock) => {
    expect(parseClock(text)).toBe(clock);
  });

  it.each(['', '25:00', '9:60', '13 pm', 'soon', '9:1', '-1:00'])('as “%s” is none', (text) => {
    expect(parseClock(text)).toBeNull();
  });
});
