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

  it('is never reached where light warms nothing', () => {
    expect(thresholdJcm2('fugitt', steady(20), steps)).toBe(Infinity);
  });
});
