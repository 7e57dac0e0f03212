import { describe, expect, it } from 'vitest';
import { figuresAtFault } from './handpiece-sense';
import type { Handpiece } from './handpiece';

// A diode with a plate of 12 × 12 mm: 1.44 cm².
const DIODE: Handpiece = {
  ...{ id: 'diode', name: 'Diode', laserClass: 'diode', light: { wavelengthNm: 810 } },
  spots: [{ widthMm: 12, heightMm: 12 }],
  pulsesMs: [5, 30, 100],
  train: { count: 1, gapMs: 0 },
  fluenceJcm2: { min: 2, max: 40, step: 1 },
  ...{ maxEnergyJ: 60, maxAveragePowerW: 160, maxRateHz: 10 },
  cooling: { kind: 'contact', plateC: 5, preSeconds: 0.5 },
  ...{ gel: true, techniques: ['stamping'], inService: true },
};
const faults = (more: Partial<Handpiece>) => figuresAtFault({ ...DIODE, ...more });

describe('a handpiece’s figures', () => {
  it('fit each other as a manual has them', () => {
    expect(faults({})).toEqual([]);
  });

  it('are at fault where the energy is too little for the lowest fluence at a spot', () => {
    // 2 J/cm² on 1.44 cm² are 2.88 J; 2.5 J reach 1.736 J/cm².
    expect(faults({ maxEnergyJ: 2.5 })).toEqual([
      { why: 'tooLittleEnergy', spot: { widthMm: 12, heightMm: 12 }, neededJ: 2.88 },
      { why: 'fluenceOutOfReach', reachedJcm2: expect.closeTo(1.736, 3) as number },
    ]);
  });

  it('are at fault where the highest fluence is out of reach with every spot', () => {
    // 40 J/cm² on 1.44 cm² take 57.6 J.
    expect(faults({ maxEnergyJ: 57.6 })).toEqual([]);
    expect(faults({ maxEnergyJ: 50 })).toMatchObject([{ why: 'fluenceOutOfReach' }]);
    // A smaller spot reaches it.
    const spots = [{ widthMm: 12, heightMm: 12 }, { diameterMm: 10 }];
    expect(faults({ maxEnergyJ: 50, spots })).toEqual([]);
  });

  it('are at fault where power, rate or peak power cannot be', () => {
    // 2.88 J in two seconds are 1.44 W.
    expect(faults({ maxAveragePowerW: 1.4 })).toEqual([
      { why: 'tooLittlePower', neededW: expect.closeTo(1.44, 6) as number },
    ]);
    expect(faults({ maxRateHz: 250 })).toEqual([{ why: 'rateTooFast', shotMs: 5 }]);
    // 60 J in a quarter of a millisecond: 240 kW.
    expect(faults({ pulsesMs: [0.25, 30] })).toEqual([{ why: 'tooMuchPeakPower', peakKw: 240 }]);
    // A train takes as long as its pulses and the gaps between them: 3 × 5 + 2 × 50 ms.
    expect(faults({ train: { count: 3, gapMs: 50 } })).toEqual([
      { why: 'rateTooFast', shotMs: 115 },
    ]);
  });

  it('of nanosecond pulses are not held against what milliseconds can be', () => {
    const ink = { pulsesMs: [6e-6], spots: [{ diameterMm: 3 }], maxEnergyJ: 3 };
    expect(faults({ ...ink, fluenceJcm2: { min: 1, max: 12, step: 0.2 } })).toEqual([]);
  });
});
