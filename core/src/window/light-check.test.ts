import { describe, expect, it } from 'vitest';
import { SAPPHIRE } from '../optics';
import { lightBatches, lightCheck, type Illumination, type WorkShare } from './index';
import { defined } from '../units';

const ON: Illumination = {
  light: { wavelengthNm: 810 },
  skin: { melanosomeFraction: 0.033, epidermisUm: 80, dermisMm: 4 },
  spot: { diameterMm: 10 },
  surface: SAPPHIRE,
};
const RUN = { packets: 20_000, seed: 3 };
const ALONE: WorkShare = { part: 0, of: 1 };
const on = () => true;

describe('the check of light', () => {
  it('tells its progress to the end and gives both solvers with the error', () => {
    const told: number[] = [];
    const part = lightBatches(ON, RUN, ALONE, (done) => told.push(done) > 0);
    const check = lightCheck(ON, RUN, [part]);
    expect(told.at(-1)).toBe(1);
    expect(told).toEqual([...told].sort((one, other) => one - other));
    expect(check.packets).toBe(20_000);
    check.fast.forEach((ratio, i) => {
      const allowed = 0.08 * defined(check.slow[i]) + 3 * defined(check.standardError[i]);
      expect(Math.abs(ratio - defined(check.slow[i]))).toBeLessThan(allowed);
    });
  });

  it('comes to the same whether one worker or three share it', () => {
    const alone = lightCheck(ON, RUN, [lightBatches(ON, RUN, ALONE, on)]);
    const parts = [0, 1, 2].map((part) => lightBatches(ON, RUN, { part, of: 3 }, on));
    const shared = lightCheck(ON, RUN, parts);
    shared.slow.forEach((ratio, i) => expect(ratio).toBeCloseTo(defined(alone.slow[i]), 12));
    expect(shared.packets).toBe(alone.packets);
  });

  it('takes the lines of a band in turn, each with its share', () => {
    const band = {
      lines: [
        { wavelengthNm: 650, share: 0.5 },
        { wavelengthNm: 950, share: 0.5 },
      ],
    };
    const told: number[] = [];
    const of = { ...ON, light: band };
    const part = lightBatches(of, RUN, ALONE, (done) => told.push(done) > 0);
    expect(part.map((line) => line.length)).toEqual([40, 40]);
    expect(told[39]).toBe(0.5);
    expect(lightCheck(of, RUN, [part]).packets).toBe(20_000);
  });

  it('stops where it is told to', () => {
    const part = lightBatches(ON, RUN, ALONE, (done) => done < 0.1);
    expect(defined(part[0]).length).toBe(4);
  });
});
