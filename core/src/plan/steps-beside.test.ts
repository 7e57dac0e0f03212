import { describe, expect, it } from 'vitest';
import { DIODE, SETTING } from './plan.test-data';
import { stepsBeside } from './index';

const from = (more: Partial<typeof SETTING>, handpiece = DIODE) =>
  stepsBeside(handpiece, handpiece.spots, { ...SETTING, ...more });

describe('a step of a dial', () => {
  it('moves one figure of the setting, by the console’s own step', () => {
    const { fluence, pulse, spot } = from({});
    expect(fluence.less).toEqual({ ...SETTING, fluenceJcm2: 15 });
    expect(fluence.more).toEqual({ ...SETTING, fluenceJcm2: 17 });
    expect(pulse.less).toEqual({ ...SETTING, pulseMs: 20 });
    expect(pulse.more).toEqual({ ...SETTING, pulseMs: 40 });
    expect(spot.less).toEqual({ ...SETTING, spot: { widthMm: 9, heightMm: 9 } });
    expect(spot.more).toBeNull();
  });

  it('is none beyond the ends of the console', () => {
    expect(from({ fluenceJcm2: 2 }).fluence.less).toBeNull();
    expect(from({ fluenceJcm2: 40 }).fluence.more).toBeNull();
    expect(from({ pulseMs: 100 }).pulse.more).toBeNull();
  });

  it('leads a fluence between two steps onto one, and never above what was meant', () => {
    // What a handpiece gives less than it shows moves a setting off its steps: 15.4 + 1 rounds down to 16, 15.4 − 1 to 14.
    const { fluence } = from({ fluenceJcm2: 15.4 });
    expect(fluence.more?.fluenceJcm2).toBe(16);
    expect(fluence.less?.fluenceJcm2).toBe(14);
  });

  it('is none for a spot that the console has not', () => {
    const { spot } = from({ spot: { widthMm: 10, heightMm: 10 } });
    expect(spot).toEqual({ less: null, more: null });
  });

  it('takes spots by size, whatever their order', () => {
    const spots = [18, 8, 12].map((diameterMm) => ({ diameterMm }));
    const { spot } = from({ spot: { diameterMm: 12 } } as object, { ...DIODE, spots });
    expect([spot.less?.spot, spot.more?.spot]).toEqual([{ diameterMm: 8 }, { diameterMm: 18 }]);
  });
});
