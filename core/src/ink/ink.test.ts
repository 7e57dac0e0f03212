import { describe, expect, it } from 'vitest';
import type { InkColour, InkFinding } from '../look';
import { clearance, perSessionOf } from './fading';
import { confinement } from './confinement';
import { edgeOverlap } from './design';
import { inkAbsorption } from './absorption';
import { inkLight, melanosomeRuptureJcm2 } from './selectivity';
import { secondPassFrom } from './second-pass';
import { sessionScore } from './sessions';
import { INK, mixed } from './ink.test-data';

describe('absorption of ink', () => {
  it('is the table’s at its columns and straight between them', () => {
    expect(inkAbsorption('black', 1064)).toBe(0.85);
    expect(inkAbsorption('red', 532)).toBe(0.9);
    expect(inkAbsorption('green', 1064)).toBe(0.1);
    // Half way from 694 (0.75) to 730 (0.65).
    expect(inkAbsorption('green', 712)).toBeCloseTo(0.7, 12);
    expect(() => inkAbsorption('black', 500)).toThrow(/532 to 1064/);
  });
});

describe('light on ink', () => {
  const light = (colour: InkColour, wavelengthNm: number, f = 0.016) =>
    inkLight({ colour, wavelengthNm, spot: { diameterMm: 4 }, melanosomeFraction: f, depthMm: 1 });

  it('tells black best from the skin at 1064 nm, red at 532, green in the red', () => {
    const bestOf = (colour: InkColour, list: number[]) =>
      list.reduce((top, nm) =>
        light(colour, nm).selectivity > light(colour, top).selectivity ? nm : top,
      );
    expect(bestOf('black', [532, 694, 755, 1064])).toBe(1064);
    expect(bestOf('red', [532, 694, 755, 1064])).toBe(532);
    expect(bestOf('green', [532, 694, 755, 1064])).toBe(694);
  });

  it('tells less the darker the skin and the deeper the ink', () => {
    expect(light('black', 755, 0.05).selectivity).toBeLessThan(light('black', 755).selectivity);
    const deep = inkLight({
      ...{ colour: 'black', wavelengthNm: 755, spot: { diameterMm: 4 } },
      melanosomeFraction: 0.016,
      depthMm: 2,
    });
    expect(deep.selectivity).toBeLessThan(light('black', 755).selectivity);
  });

  it('knows where melanosomes burst: the published figures for type IV, more for paler skin', () => {
    expect(melanosomeRuptureJcm2(532, 0.033)).toBeCloseTo(0.2, 9);
    expect(melanosomeRuptureJcm2(694, 0.033)).toBeCloseTo(0.3, 9);
    expect(melanosomeRuptureJcm2(1064, 0.033)).toBeCloseTo(1, 9);
    // Type II: 0.033 ÷ 0.016 = 2.0625 times.
    expect(melanosomeRuptureJcm2(1064, 0.016)).toBeCloseTo(2.0625, 9);
    // Between 694 and 1064 on logarithmic scales: 755 gives 0.3 × (1/0.3)^(ln(755/694)/ln(1064/694)) = 0.3803.
    expect(melanosomeRuptureJcm2(755, 0.033)).toBeCloseTo(0.3803, 3);
  });
});

describe('confinement', () => {
  // d²/(27 α), α = 1.1e-3 cm²/s: 0.1 µm → (1e-5 cm)² / 0.0297 = 3.367 ns; d/c: 0.1/1.5 = 0.0667 ns.
  it('of a 0.1 µm particle: 3.37 ns for heat, 67 ps for pressure', () => {
    const small = confinement(6, 0.1);
    expect(small.thermalNs).toBeCloseTo(3.367, 3);
    expect(small.stressNs).toBeCloseTo(0.0667, 4);
    expect([small.heatKept, small.pressureKept]).toEqual([false, false]);
    expect(confinement(0.45, 0.1).heatKept).toBe(true);
  });

  it('is what tells picoseconds from nanoseconds: pressure in 1 µm needs under 0.67 ns', () => {
    expect(confinement(0.45, 1).pressureKept).toBe(true);
    expect(confinement(6, 1)).toMatchObject({ heatKept: true, pressureKept: false });
  });
});

describe('sessions expected', () => {
  it('add up term by term: a fine black forearm on type II is 2 + 5 + 1 + 2 = 10', () => {
    const found = sessionScore({ ink: { ...INK, density: 'fine' }, site: 'forearm', skinType: 2 });
    expect(found.terms).toEqual({
      ...{ skin: 2, location: 5, colour: 1, amount: 2, scar: 0, layering: 0 },
    });
    expect(found).toMatchObject({ score: 10, from: 8, to: 13 });
  });

  it('of a layered, scarred, many-coloured foot on type IV: 4 + 5 + 4 + 4 + 3 + 2 = 22', () => {
    const ink: InkFinding = {
      ...INK,
      colours: mixed(['green', 0.5], ['black', 0.3], ['yellow', 0.2]),
      ...({ density: 'solid', scar: 'moderate', layered: true } as const),
    };
    expect(sessionScore({ ink, site: 'foot', skinType: 4 })).toMatchObject({
      ...{ score: 22, from: 17, to: 28 },
    });
  });

  it('count black with some red as 2, an amateur’s as 1', () => {
    const ink = { ...INK, colours: mixed(['black', 0.8], ['red', 0.2]) };
    expect(sessionScore({ ink, site: 'upperBack', skinType: 1 }).terms).toMatchObject({
      ...{ location: 2, colour: 2, amount: 3 },
    });
    const amateur = { ...INK, origin: 'amateur' as const };
    expect(sessionScore({ ink: amateur, site: 'cheek', skinType: 1 }).terms).toMatchObject({
      ...{ location: 1, amount: 1 },
    });
  });
});

describe('fading', () => {
  it('of ten sessions to a twentieth is 25.9 % a session', () => {
    // 1 − 0.05^(1/10) = 0.25887.
    expect(perSessionOf(10)).toBeCloseTo(0.25887, 5);
    expect(clearance(10, [])).toMatchObject({
      corrected: false,
      left: { likely: 10, from: 7, to: 13 },
    });
  });

  it('is corrected by what was seen: half gone after two leaves fewer than the estimate', () => {
    // ln 0.5 = −0.6931 over 2 with 2 × ln 0.74113 = −0.5992: mean −0.3231 a session; c = 0.2761.
    // To go: ln(0.05/0.5) ÷ −0.3231 = 7.13 → 8.
    const found = clearance(10, [{ sessions: 2, faded: 0.5 }]);
    expect(found.perSession).toBeCloseTo(0.2761, 4);
    expect(found.left.likely).toBe(8);
    expect(clearance(10, [{ sessions: 4, faded: 0.2 }]).left.likely).toBeGreaterThan(10);
    expect(clearance(10, [{ sessions: 5, faded: 0.96 }]).left.likely).toBe(0);
  });
});

describe('the edge of a small design', () => {
  it('of a 1 cm square under 4 mm: 4 × 0.2 + π × 0.04 = 0.926 cm² of bare skin at most', () => {
    const outline = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const;
    const found = edgeOverlap({ areaCm2: 1, outline }, 4);
    expect(found.bareCm2).toBeCloseTo(0.92566, 5);
    expect(found.share).toBeCloseTo(0.4807, 4);
  });

  it('is less of a larger one', () => {
    const share = (areaCm2: number) => edgeOverlap({ areaCm2, outline: [] }, 4).share;
    expect(share(100)).toBeLessThan(share(10));
    expect(share(10)).toBeLessThan(share(1));
  });
});

describe('a second pass', () => {
  it('waits twenty minutes for the whitening to go, where the method allows one at all', () => {
    expect(secondPassFrom(true, '2026-11-24T10:00:00.000Z')).toBe('2026-11-24T10:20:00.000Z');
    expect(secondPassFrom(false, '2026-11-24T10:00:00.000Z')).toBeNull();
  });
});
