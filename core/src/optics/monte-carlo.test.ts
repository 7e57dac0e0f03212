import { describe, expect, it } from 'vitest';
import { monteCarlo, skinLayers, skinRun, type MonteCarloInput } from './index';
import { defined } from '../units';

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
    expect(found.specularReflectance).toBeCloseTo(0.04, 6);
    const total = found.specularReflectance + found.diffuseReflectance;
    expect(Math.abs(total - 0.26)).toBeLessThan(3 * found.standardError.diffuseReflectance);
  });
});

describe('packets', () => {
  const few = { ...SLAB, packets: 8000 };

  it('lose nothing: what does not leave is absorbed', () => {
    const found = monteCarlo(few);
    const all = found.diffuseReflectance + found.transmittance + defined(found.absorbed[0]);
    expect(all + found.specularReflectance).toBeCloseTo(1, 4);
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
    const of = (more: object) => () =>
      monteCarlo({ ...SLAB, layers: [{ ...defined(layer), ...more }] });
    expect(of({ muaPerCm: -1 })).toThrow(/layers\.0\.muaPerCm/);
    expect(of({ g: 1.2 })).toThrow(/layers\.0\.g/);
    expect(() => monteCarlo({ ...SLAB, layers: [] })).toThrow(/layers/);
    expect(() => monteCarlo({ ...SLAB, depthsMm: [1] })).toThrow(/spot/);
  });
});

describe('a run in skin', () => {
  const skin = { melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 };
  const spot = { diameterMm: 12 };
  const depthsMm = [0.05, 1, 3];

  it('eases what lies below 0.3 mm without moving the answer', () => {
    const eased = skinRun({ wavelengthNm: 755, skin, spot, depthsMm, packets: 100_000, seed: 4 });
    expect(eased.layers.map(({ thicknessCm, scattering }) => [thicknessCm, scattering])).toEqual([
      [0.008, undefined],
      [expect.closeTo(0.022, 9), undefined],
      [expect.closeTo(0.37, 9), 'orderTwo'],
      [null, 'orderTwo'],
    ]);
    const whole = { ...eased, layers: skinLayers(755, skin), packets: 40_000 };
    const [quick, slow] = [monteCarlo(eased), monteCarlo(whole)];
    quick.fluenceRatio.forEach((ratio, i) => {
      const [one, other] = [quick, slow].map(({ standardError }) =>
        defined(standardError.fluenceRatio[i]),
      );
      const allowed = 3 * Math.hypot(defined(one), defined(other)) + 0.003 * ratio;
      expect(Math.abs(ratio - defined(slow.fluenceRatio[i]))).toBeLessThan(allowed);
    });
  });

  it('refuses more layers or depths than it has room for, and a depth that is no number', () => {
    const run = skinRun({ wavelengthNm: 755, skin, spot, depthsMm, packets: 1000, seed: 1 });
    const nine = Array.from({ length: 9 }, () => ({ ...defined(run.layers[0]) }));
    expect(() => monteCarlo({ ...run, layers: nine })).toThrow(/layers/);
    const many = Array.from({ length: 31 }, (_, i) => i / 10);
    expect(() => monteCarlo({ ...run, depthsMm: many })).toThrow(/depthsMm/);
    expect(() => monteCarlo({ ...run, depthsMm: [NaN] })).toThrow(/depthsMm\.0/);
  });
});
