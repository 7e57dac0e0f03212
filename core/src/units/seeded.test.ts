import { describe, expect, it } from 'vitest';
import { seeded } from './seeded';

describe('numbers from a seed', () => {
  it('are the same again, others for another seed, and lie evenly from 0 up to 1', () => {
    const take = (seed: number, count: number) => {
      const next = seeded(seed);
      return Array.from({ length: count }, next);
    };
    expect(take(7, 5)).toEqual(take(7, 5));
    expect(take(7, 5)).not.toEqual(take(8, 5));
    const many = take(1, 10_000);
    expect(Math.min(...many)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...many)).toBeLessThan(1);
    // Three standard deviations of the mean of 10,000 even numbers: 3 × 0.2887 ÷ 100.
    expect(Math.abs(many.reduce((sum, each) => sum + each, 0) / 10_000 - 0.5)).toBeLessThan(0.0087);
  });
});
