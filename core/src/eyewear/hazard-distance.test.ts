import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hazardDistanceM, laserClassOf } from './index';

const BEAM = {
  ...{ wavelengthsNm: [810], pulseSeconds: 0.03, energyJ: 20, exitMm: 12, divergenceRad: 0.3 },
  rateHz: 0,
};

describe('the distance within which a beam is a hazard', () => {
  it('is that of one pulse by the formula', () => {
    // MPE 2.153 J/m²: √(80 ÷ (π × 2.153)) = √11.828 = 3.4392 m; (3.4392 − 0.012) ÷ 0.3 = 11.42 m.
    expect(hazardDistanceM(BEAM)).toBeCloseTo(11.42, 2);
  });

  it('grows with pulses in a row, by the eighth root of their number', () => {
    // 2 Hz for 10 s: 20^(1/8) = 1.4542 on the width: (3.4392 × 1.4542 − 0.012) ÷ 0.3 = 16.63 m.
    expect(hazardDistanceM({ ...BEAM, rateHz: 2 })).toBeCloseTo(16.63, 2);
    // Fewer than one in ten seconds are single ones, and so are pulses of ns.
    expect(hazardDistanceM({ ...BEAM, rateHz: 0.05 })).toBe(hazardDistanceM(BEAM));
    const short = { ...BEAM, pulseSeconds: 6e-9, energyJ: 1 };
    expect(hazardDistanceM({ ...short, rateHz: 5 })).toBe(hazardDistanceM(short));
  });

  it('is none of a beam that is harmless at its exit, and counts the worst line of several', () => {
    expect(hazardDistanceM({ ...BEAM, energyJ: 1e-6 })).toBe(0);
    expect(hazardDistanceM({ ...BEAM, wavelengthsNm: [1064, 810] })).toBe(hazardDistanceM(BEAM));
    expect(() => hazardDistanceM({ ...BEAM, divergenceRad: 0 })).toThrow('divergenceRad');
  });

  it('never falls as energy rises', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 100, noNaN: true }), (energyJ) => {
        const at = (of: number) => hazardDistanceM({ ...BEAM, energyJ: of });
        expect(at(energyJ * 1.2)).toBeGreaterThanOrEqual(at(energyJ));
      }),
    );
  });
});

describe('the class of a laser', () => {
  it.each([
    // 0.03 × 10^0.22 = 0.0498 J at 810 nm, up to 0.0996 s.
    [810, 0.03, 0.049, '3B'],
    [810, 0.03, 0.051, '4'],
    // Longer by its power: 0.5 W × 0.2 s.
    [810, 0.2, 0.09, '3B'],
    [1064, 0.03, 0.16, '4'],
    [1064, 0.03, 0.14, '3B'],
    [532, 6e-9, 0.2, '4'],
  ] as const)('of %d nm, %d s and %d J is %s', (wavelengthNm, pulseSeconds, energyJ, expected) => {
    expect(laserClassOf({ wavelengthNm, pulseSeconds, energyJ })).toBe(expected);
    expect(() => laserClassOf({ wavelengthNm: 2940, pulseSeconds, energyJ })).toThrow(
      'wavelengthNm',
    );
  });
});
