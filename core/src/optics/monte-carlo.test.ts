import { describe, expect, it } from 'vitest';
import { AIR, fluenceRatio, monteCarlo, skinLayers, type MonteCarloInput } from './index';

const SLAB: MonteCarloInput = {
  layers: [{ thicknessCm: 0.02, muaPerCm: 10, musPerCm: 90, g: 0.75, n: 1 }],
  indexAbove: 1,
  indexBelow: 1,
  packets: 200_000,
  seed: 1,
};

describe('published checks, each within three standard errors', () => {
  it('a slab: reflectance 0.09739, transmittance 0.66096 (van de Hulst 1980)', () => {
    const found = monteCarlo(SLAB);
    const { standardError: se } = found;
    expect(Math.abs(found.diffuseReflectance - 0.09739)).toBeLessThan(3 * se.diffuseReflectance);
    expect(Math.abs(found.transmittance - 0.66096)).toBeLessThan(3 * se.transmittance);
    expect(se.diffuseReflectance).toBeLessThan(0.001);
  });

  it('a half space of n = 1.5: total reflectance 0.2600 (Giovanelli 1955)', () => {
    const found = monteCarlo({
      ...SLAB,
      layers: [{ thicknessCm: null, muaPerCm: 10, musPerCm: 90, g: 0, n: 1.5 }],
    });
    expect(found.specularReflectance).toBeCloseTo(0.04, 12);
    const total = found.specularReflectance + found.diffuseReflectance;
    expect(Math.abs(total - 0.26)).toBeLessThan(3 * found.standardError.diffuseReflectance);
  });
});

describe('packets', () => {
  const few = { ...SLAB, packets: 8000 };

  it('lose nothing: what does not leave is absorbed', () => {
    const found = monteCarlo(few);
    const all = found.diffuseReflectance + found.transmittance + found.absorbed[0]!;
    expect(all + found.specularReflectance).toBeCloseTo(1, 2);
  });

  it('repeat with their seed, and differ with another', () => {
    expect(monteCarlo(few)).toEqual(monteCarlo(few));
    expect(monteCarlo({ ...few, seed: 2 }).transmittance).not.toBe(monteCarlo(few).transmittance);
  });

  it('fall off by Beer’s law where nothing scatters', () => {
    const clear = { thicknessCm: 0.1, muaPerCm: 10, musPerCm: 0, g: 0, n: 1 };
    const found = monteCarlo({ ...few, layers: [clear], packets: 40_000 });
    expect(Math.abs(found.transmittance - Math.exp(-1))).toBeLessThan(
      4 * found.standardError.transmittance,
    );
  });

  it('stop when told to', () => {
    let batches = 0;
    const found = monteCarlo(few, () => ++batches < 5);
    expect(found.packets).toBe(5 * 200);
  });

  it('refuse what makes no sense, by name', () => {
    const [layer] = SLAB.layers;
    const of = (more: object) => () => monteCarlo({ ...SLAB, layers: [{ ...layer!, ...more }] });
    expect(of({ muaPerCm: -1 })).toThrow(/layers\.0\.muaPerCm/);
    expect(of({ g: 1.2 })).toThrow(/layers\.0\.g/);
    expect(() => monteCarlo({ ...SLAB, layers: [] })).toThrow(/layers/);
    expect(() => monteCarlo({ ...SLAB, depthsMm: [1] })).toThrow(/spot/);
  });
});

describe('the fast solver', () => {
  it('stays within 8 % of Monte Carlo in skin, down to 3 mm', () => {
    const skin = { melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 };
    const spot = { diameterMm: 12 };
    const depthsMm = [0.3, 1, 2, 3];
    const found = monteCarlo({
      layers: skinLayers(755, skin),
      indexAbove: 1,
      indexBelow: 1.4,
      packets: 20_000,
      seed: 7,
      spot,
      depthsMm,
    });
    const fast = fluenceRatio({ wavelengthNm: 755, skin, spot, surface: AIR, depthsMm });
    fast.forEach((ratio, i) => {
      const error = 3 * found.standardError.fluenceRatio[i]!;
      expect(Math.abs(ratio - found.fluenceRatio[i]!)).toBeLessThan(
        0.08 * found.fluenceRatio[i]! + error,
      );
    });
  }, 60_000);
});
