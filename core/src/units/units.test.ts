import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  fullYears,
  addDays,
  addMonths,
  averagePowerW,
  checkDay,
  daysBetween,
  energyJ,
  fluenceJcm2,
  InputError,
  irradianceWcm2,
  isOnStep,
  nextTo,
  roundFloat,
  sameSpot,
  spotAreaCm2,
  stepDown,
  thermalRelaxationMs,
} from './index';

describe('energy and fluence', () => {
  it('gives 1.1310 cm² for a 12 mm spot and 1.44 cm² for 12 × 12 mm', () => {
    expect(spotAreaCm2({ diameterMm: 12 })).toBeCloseTo(1.13097, 5);
    expect(spotAreaCm2({ widthMm: 12, heightMm: 12 })).toBeCloseTo(1.44, 12);
  });

  it('turns 18 J/cm² on 12 × 12 mm into 25.92 J', () => {
    expect(energyJ(18, { widthMm: 12, heightMm: 12 })).toBeCloseTo(25.92, 10);
  });

  it('turns 40 J through an 18 mm spot into 15.72 J/cm²', () => {
    expect(fluenceJcm2(40, { diameterMm: 18 })).toBeCloseTo(15.719, 3);
  });

  it('gives 600 W/cm² for 18 J/cm² in 30 ms and 38.88 W for 25.92 J at 1.5 Hz', () => {
    expect(irradianceWcm2(18, 30)).toBeCloseTo(600, 9);
    expect(averagePowerW(25.92, 1.5)).toBeCloseTo(38.88, 9);
  });

  it('goes there and back for every spot', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        (fluence, diameterMm) => {
          const back = fluenceJcm2(energyJ(fluence, { diameterMm }), { diameterMm });
          expect(back).toBeCloseTo(fluence, 9);
        },
      ),
    );
  });

  it('refuses a spot that is not a size, by name', () => {
    for (const diameterMm of [0, -3, Number.NaN, Infinity]) {
      expect(() => spotAreaCm2({ diameterMm })).toThrow(/spot\.diameterMm/);
    }
    expect(() => spotAreaCm2({ widthMm: 10, heightMm: -1 })).toThrow(InputError);
  });

  it('knows the same rectangle held the other way round', () => {
    expect(sameSpot({ widthMm: 10, heightMm: 30 }, { widthMm: 30, heightMm: 10 })).toBe(true);
    expect(sameSpot({ diameterMm: 12 }, { widthMm: 12, heightMm: 12 })).toBe(false);
  });
});

describe('thermal relaxation', () => {
  // 70 µm: (0.007 cm)² = 4.9e-5; / (16 × 1.1e-3) = 2.784e-3 s.
  it('gives 2.78 ms for a hair of 70 µm', () => {
    expect(thermalRelaxationMs('cylinder', 70)).toBeCloseTo(2.7841, 4);
  });

  it('gives 7.27 ms for an epidermis of 80 µm and 33.7 µs for a sphere of 10 µm', () => {
    expect(thermalRelaxationMs('plane', 80)).toBeCloseTo(7.2727, 4);
    expect(thermalRelaxationMs('sphere', 10)).toBeCloseTo(0.03367, 5);
  });
});

describe('steps of a console', () => {
  it('rounds 18.97 down to 18 on whole steps and to 18.5 on half ones', () => {
    expect(stepDown(18.97, { min: 2, max: 40, step: 1 })).toBe(18);
    expect(stepDown(18.97, { min: 2, max: 40, step: 0.5 })).toBe(18.5);
  });

  it('keeps a value that is on a decimal step', () => {
    expect(stepDown(0.3, { min: 0, max: 1, step: 0.1 })).toBe(0.3);
    expect(stepDown(2.9, { min: 0.5, max: 5, step: 0.1 })).toBe(2.9);
    expect(isOnStep(2.95, { min: 0.5, max: 5, step: 0.1 })).toBe(false);
  });

  it('has no step below the lowest and none above the highest', () => {
    expect(stepDown(1.9, { min: 2, max: 40, step: 1 })).toBeNull();
    expect(stepDown(90, { min: 2, max: 40, step: 1 })).toBe(40);
  });

  it('has the values of a list right below and above one, in any order', () => {
    expect(nextTo([100, 5, 30, 10], 30)).toEqual({ less: 10, more: 100 });
    expect(nextTo([100, 5, 30, 10], 20)).toEqual({ less: 10, more: 30 });
    expect(nextTo([100, 5, 30, 10], 5)).toEqual({ less: null, more: 10 });
    expect(nextTo([0.1 + 0.2], 0.3)).toEqual({ less: null, more: null });
  });

  it('loses the dust of binary figures, and nothing else', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.double({ noNaN: true }), fc.double({ min: -1e3, max: 1e3, noNaN: true })),
        fc.integer({ min: 0, max: 9 }),
        (value, decimals) => {
          const dusty = Math.round(value * 10 ** decimals) / 10 ** decimals / 3;
          for (const each of [value, dusty * 3, dusty + 2 * dusty]) {
            expect(roundFloat(each)).toBe(Number(each.toPrecision(12)));
          }
        },
      ),
    );
  });

  it('never rounds up', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.constantFrom(0.1, 0.2, 0.25, 0.5, 1, 2),
        (value, step) => {
          const down = stepDown(value, { min: 1, max: 80, step });
          if (down === null) expect(value).toBeLessThan(1);
          else expect(down).toBeLessThanOrEqual(Math.min(value, 80) + 1e-6);
        },
      ),
    );
  });
});

describe('days', () => {
  it('counts over month ends and leap days', () => {
    expect(addDays('2028-02-27', 3)).toBe('2028-03-01');
    expect(addDays('2027-02-27', 3)).toBe('2027-03-02');
    expect(daysBetween('2026-10-26', '2026-11-24')).toBe(29);
    // Over a change of clocks, a leap day and backwards.
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2);
    expect(daysBetween('2028-02-28', '2028-03-01')).toBe(2);
    expect(daysBetween('2026-11-24', '2026-10-26')).toBe(-29);
  });

  it('ends six months after 31 August on the last of February', () => {
    expect(addMonths('2026-08-31', 6)).toBe('2027-02-28');
    expect(addMonths('2027-08-31', 6)).toBe('2028-02-29');
  });

  it('refuses what is no day', () => {
    expect(() => checkDay('sun.lastOn', '2027-02-29')).toThrow(/sun\.lastOn/);
    expect(() => checkDay('sun.lastOn', '1/2/2027')).toThrow(InputError);
    expect(checkDay('sun.lastOn', '2028-02-29')).toBe('2028-02-29');
  });
});

describe('full years', () => {
  it('turn on the birthday; for 29 February on 1 March', () => {
    expect(fullYears('1992-11-25', '2026-11-24')).toBe(33);
    expect(fullYears('1992-11-24', '2026-11-24')).toBe(34);
    expect(fullYears('2008-02-29', '2026-02-28')).toBe(17);
    expect(fullYears('2008-02-29', '2026-03-01')).toBe(18);
  });
});
