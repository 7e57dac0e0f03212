import { describe, expect, it } from 'vitest';
import type { HairFinding, PastSession } from '../plan';
import { SETTING, SUBJECT } from '../samples';
import { addDays, defined } from '../units';
import { countChanges } from './count-changes';

const BEGAN = '2026-01-05';
const visit = (weeks: number, perCm2?: number, more: Partial<HairFinding> = {}): PastSession => ({
  on: addDays(BEGAN, weeks * 7),
  setting: SETTING,
  wavelengthNm: 810,
  answer: { endpoint: 'right', adverse: [], painMax: 3 },
  pulses: 100,
  ...(perCm2 === undefined ? {} : { hair: { ...SUBJECT.hair, hairsPerCm2: perCm2, ...more } }),
});
const changes = (...history: readonly PastSession[]) =>
  countChanges({ site: 'lowerLeg', own: {}, history, today: addDays(BEGAN, 400) });

describe('from one count to the next', () => {
  it('is what was counted beside what the course expected', () => {
    // A visit of unknown effect leaves 0.7 × 0.2 = 0.14 of the growing hair; in a week 0.14 ÷ 13 of it goes to rest, and
    // 1/40 of the follicles, 0.077 of the growing 0.325, grow back: 0.206.
    const [change] = changes(visit(0, 40), visit(1, 9.5));
    expect(change).toMatchObject({ on: addDays(BEGAN, 7), visits: 1 });
    expect(defined(change).seenShare).toBeCloseTo(10 / 40.5, 9);
    expect(Math.abs(defined(change).expectedShare - 0.206)).toBeLessThan(0.004);
  });

  it('goes over visits without a count', () => {
    expect(changes(visit(0, 40), visit(8), visit(16, 20))).toMatchObject([{ visits: 2 }]);
  });

  it('is nothing between two windows, from a count of none, or with one count alone', () => {
    const counted = { how: 'eye', sizeCm2: 4 } as const;
    const [above, below] = [
      { counted: { ...counted, place: 'upperLeft' } },
      { counted: { ...counted, place: 'lowerLeft' } },
    ] as const;
    expect(changes(visit(0, 40, above), visit(8, 20, below))).toEqual([]);
    expect(changes(visit(0, 40, above), visit(8, 20, above))).toHaveLength(1);
    expect(changes(visit(0, 0), visit(8, 20))).toEqual([]);
    expect(changes(visit(0, 40))).toEqual([]);
    expect(changes()).toEqual([]);
  });
});
