import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { logDamageRate, siteDamage, thresholdJcm2, type Site } from './index';

const steps = new Float64Array(100).fill(0.01);
const steady = (celsius: number): Site => ({
  backgroundC: new Float64Array(101).fill(celsius),
  responsePerJcm2: new Float64Array(101),
});

describe('the rate of damage', () => {
  // ln 3.1e98 − 6.28e5 ÷ (8.314 × 323.15) = 226.783 − 233.747.
  it('at 50 °C is e^−6.96 a second by both laws', () => {
    expect(logDamageRate('henriques', 50)).toBeCloseTo(-6.964, 2);
    expect(logDamageRate('fugitt', 50)).toBe(logDamageRate('henriques', 50));
  });

  it('above 55 °C is gentler by Fugitt', () => {
    // ln 5.0e45 − 2.96e5 ÷ (8.314 × 343.15) = 105.226 − 103.753.
    expect(logDamageRate('fugitt', 70)).toBeCloseTo(1.473, 2);
    expect(logDamageRate('henriques', 70)).toBeGreaterThan(6);
  });
});

describe('damage over time', () => {
  it('of a steady temperature is rate × time', () => {
    expect(siteDamage('henriques', steady(55), steps, 0)).toBeCloseTo(
      Math.exp(logDamageRate('henriques', 55)),
      6,
    );
  });

  it('reaches what was asked for at the threshold', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        fc.double({ min: -10, max: 36, noNaN: true }),
        fc.constantFrom(0.1, 0.53, 1),
        fc.constantFrom('fugitt' as const, 'henriques' as const),
        (rise, start, omega, law) => {
          const site: Site = {
            backgroundC: new Float64Array(101).fill(start),
            responsePerJcm2: Float64Array.from({ length: 101 }, (_, i) => rise * Math.exp(-i / 30)),
          };
          const fluence = thresholdJcm2(law, site, steps, omega);
          expect(siteDamage(law, site, steps, fluence) / omega).toBeCloseTo(1, 2);
        },
      ),
    );
  });

  it('is the same wherever the search begins', () => {
    const site: Site = {
      backgroundC: new Float64Array(101).fill(25),
      responsePerJcm2: Float64Array.from({ length: 101 }, (_, i) => 2 * Math.exp(-i / 30)),
    };
    const found = thresholdJcm2('fugitt', site, steps);
    for (const guess of [1e-9, 0.5, 20, 35, 400, 1e6]) {
      const again = thresholdJcm2('fugitt', site, steps, 1, { guess });
      expect(Math.abs(again / found - 1)).toBeLessThan(3e-4);
    }
  });

  it('is looked for up to 2000 J/cm² and no further', () => {
    const warmedTo = (celsiusAt2000: number): Site => ({
      backgroundC: new Float64Array(101).fill(20),
      responsePerJcm2: new Float64Array(101).fill((celsiusAt2000 - 20) / 2000),
    });
    // A second at 50 °C is e^−7 of what is wanted; at 70 °C e^1.5 times it.
    expect(thresholdJcm2('fugitt', warmedTo(50), steps)).toBe(Infinity);
    expect(thresholdJcm2('fugitt', warmedTo(70), steps)).toBeLessThan(2000);
  });

  it('is never reached where light warms nothing', () => {
    expect(thresholdJcm2('fugitt', steady(20), steps)).toBe(Infinity);
  });
});
