import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rootWithin } from './root-within';

const narrow = (low: number, high: number) => high - low < 1e-12;

describe('where something passes nought within a bracket', () => {
  it('is found for figures known by heart', () => {
    const square = (at: number) => at * at - 2;
    expect(rootWithin(square, [1, -1], [2, 2], 1e-14, narrow)).toBeCloseTo(Math.SQRT2, 13);
    const power = (at: number) => Math.exp(at) - 10;
    expect(rootWithin(power, [0, -9], [20, power(20)], 1e-12, narrow)).toBeCloseTo(Math.LN10, 12);
  });

  it('is found where the low end has no finite excess', () => {
    const log = (at: number) => Math.log(Math.max(0, at - 1));
    expect(rootWithin(log, [0, -Infinity], [10, Math.log(9)], 1e-13, narrow)).toBeCloseTo(2, 12);
  });

  it('lies where it was put, whatever rises through it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        (root, steep) => {
          const excess = (at: number) => (at - root) * steep + (at - root) ** 3;
          const found = rootWithin(excess, [-6, excess(-6)], [6, excess(6)], 1e-13, narrow);
          expect(found).toBeCloseTo(root, 10);
        },
      ),
    );
  });
});
