import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellLimit } from './index';
import { defined } from '../units';

const PLAIN = { bony: false, mucosal: false };
const BONY = { bony: true, mucosal: false };
const MUCOSAL = { bony: false, mucosal: true };
const scale = { min: 4, max: 60, step: 1 };

describe('what a cell bears', () => {
  it('is no less than the zone where nothing is noted', () => {
    expect(cellLimit(PLAIN, { plannedJcm2: 20, lowestJcm2: 16, scale, own: {} })).toBeNull();
  });

  it('is a tenth less over bone, on the step of the console, rounded down', () => {
    // 18 × 0.9 = 16.2
    const limit = { because: 'bony', fluenceJcm2: 16 };
    expect(cellLimit(BONY, { plannedJcm2: 18, lowestJcm2: 10, scale, own: {} })).toEqual(limit);
  });

  it('is the protocol’s low end on mucosa, and a fifth less than planned at the most', () => {
    const at = (plannedJcm2: number, lowestJcm2: number | null) =>
      defined(cellLimit(MUCOSAL, { plannedJcm2, lowestJcm2, scale, own: {} })).fluenceJcm2;
    expect(at(24, 16)).toBe(16);
    // 18 × 0.8 = 14.4 lies under the low end.
    expect(at(18, 16)).toBe(14);
    // Without a row: 20 × 0.8.
    expect(at(20, null)).toBe(16);
  });

  it('takes nothing more from a zone that was planned at the low end', () => {
    const of = { plannedJcm2: 16, lowestJcm2: 16, scale, own: {} };
    expect(cellLimit(MUCOSAL, of)).toEqual({ because: 'mucosal', fluenceJcm2: 16 });
  });

  it('has no fluence where the console’s lowest step is already more', () => {
    expect(
      defined(cellLimit(BONY, { plannedJcm2: 4, lowestJcm2: null, scale, own: {} })).fluenceJcm2,
    ).toBeNull();
  });

  it('counts mucosa before bone, and is never above what was planned', () => {
    expect(
      cellLimit({ bony: true, mucosal: true }, { plannedJcm2: 30, lowestJcm2: 16, scale, own: {} }),
    ).toEqual({ because: 'mucosal', fluenceJcm2: 16 });
    const figure = fc.double({ min: 4, max: 60, noNaN: true });
    fc.assert(
      fc.property(figure, fc.option(figure), fc.boolean(), (plannedJcm2, lowestJcm2, mucosal) => {
        const limit = defined(
          cellLimit({ bony: true, mucosal }, { plannedJcm2, lowestJcm2, scale, own: {} }),
        );
        expect(limit.fluenceJcm2 ?? 0).toBeLessThanOrEqual(plannedJcm2 + 1e-6);
      }),
    );
  });
});
