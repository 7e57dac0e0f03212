import { describe, expect, it } from 'vitest';
import {
  axisTop,
  linear,
  linePath,
  logarithmic,
  logTicks,
  roundTicks,
  wholeTicks,
} from './chart-scale';

describe('scales', () => {
  it('go there and back', () => {
    const straight = linear(0, 50, 300, 0);
    expect(straight.to(25)).toBe(150);
    expect(straight.from(150)).toBe(25);
    const log = logarithmic(1, 100, 0, 200);
    expect(log.to(10)).toBeCloseTo(100, 9);
    expect(log.from(100)).toBeCloseTo(10, 9);
  });

  it('step by whole figures, up to the first that holds the highest', () => {
    expect(wholeTicks(1.4, 6)).toEqual([0, 1, 2]);
    expect(wholeTicks(0.2, 6)).toEqual([0, 1]);
    expect(wholeTicks(26, 3)).toEqual([0, 10, 20, 30]);
    expect(wholeTicks(12, 6)).toEqual([0, 2, 4, 6, 8, 10, 12]);
  });

  it('end at one of a few round figures, so that an axis seldom moves', () => {
    expect([9, 10, 10.1, 35, 79, 1000].map(axisTop)).toEqual([10, 10, 15, 40, 80, 1000]);
  });

  it('mark round figures', () => {
    expect(roundTicks(50, 5)).toEqual([0, 10, 20, 30, 40, 50]);
    expect(roundTicks(37, 5)).toEqual([0, 10, 20, 30]);
    expect(logTicks(5, 400)).toEqual([5, 10, 20, 50, 100, 200]);
    expect(logTicks(0.3, 0.65)).toEqual([0.5]);
  });

  it('break a line where there is nothing', () => {
    expect(linePath([[0, 1], [2, 3], null, [4, 5]])).toBe('M0.0,1.0L2.0,3.0M4.0,5.0');
  });
});
