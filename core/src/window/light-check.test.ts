import { describe, expect, it } from 'vitest';
import { SAPPHIRE } from '../optics';
import { lightCheck, type Illumination } from './index';

const ON: Illumination = {
  light: { wavelengthNm: 810 },
  skin: { melanosomeFraction: 0.033, epidermisUm: 80, dermisMm: 4 },
  spot: { diameterMm: 10 },
  surface: SAPPHIRE,
};

describe('the check of light', () => {
  it('tells its progress to the end and gives both solvers with the error', () => {
    const told: number[] = [];
    const check = lightCheck(ON, { packets: 2000, seed: 3 }, (done) => told.push(done) > 0);
    expect(told.at(-1)).toBe(1);
    expect(check).toMatchObject({ finished: true, packets: 2000 });
    check.fast.forEach((ratio, i) => {
      const allowed = 0.1 * check.slow[i]! + 4 * check.standardError[i]!;
      expect(Math.abs(ratio - check.slow[i]!)).toBeLessThan(allowed);
    });
  }, 30_000);

  it('stops where it is told to, and says so', () => {
    const check = lightCheck(ON, { packets: 2000, seed: 3 }, (done) => done < 0.1);
    expect(check.finished).toBe(false);
    expect(check.packets).toBeLessThan(400);
  });
});
