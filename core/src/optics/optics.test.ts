import { describe, expect, it } from 'vitest';
import {
  absorbersAt,
  AIR,
  baselineMua,
  diffuseReflection,
  fluenceRatio,
  GEL,
  hairMua,
  melanosomeMua,
  SAPPHIRE,
  skinOptics,
  specularReflection,
} from './index';
import { gaussLegendre } from './quadrature';
import { besselJ1, exponentialIntegral2, exponentialIntegral3 } from './special-functions';
import { spotTransform } from './spot-transform';
import { defined } from '../units';

const SKIN = { melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 };

describe('absorption', () => {
  // The published table's own columns, three of its rows.
  it.each([
    [532, 552.4, 0.527],
    [755, 172.2, 0.254],
    [1064, 54.9, 0.244],
  ])('at %i nm gives the tabulated melanosome and baseline', (nm, melanosome, baseline) => {
    expect(melanosomeMua(nm) / melanosome).toBeCloseTo(1, 2);
    expect(baselineMua(nm)).toBeCloseTo(baseline, 3);
  });

  it('takes rows as they stand and lines between them', () => {
    expect(absorbersAt(810)).toEqual({ bloodMua: 4.39, waterMua: 0.0199, lipidMua: 0.009 });
    // Half way between 694 and 730: (4.16 + 3.23) / 2.
    expect(absorbersAt(712).bloodMua).toBeCloseTo(3.695, 9);
  });

  it('refuses a wavelength outside its table, by name', () => {
    expect(() => absorbersAt(500)).toThrow(/light\.wavelengthNm/);
    expect(() => absorbersAt(Number.NaN)).toThrow(/light\.wavelengthNm/);
  });

  it('scatters as the tables say', () => {
    expect(skinOptics(810, 0.023).dermis.reducedMusPerCm).toBeCloseTo(23.2, 1);
    expect(skinOptics(1064, 0.023).fat.reducedMusPerCm).toBeCloseTo(11.1, 1);
  });

  it('gives hair its share of a black shaft', () => {
    expect(hairMua(810, 0.6)).toBeCloseTo(0.6 * melanosomeMua(810) + 0.3, 9);
  });
});

describe('surfaces', () => {
  it('reflect 2.8 % of a straight beam in air', () => {
    expect(specularReflection(AIR)).toBeCloseTo((0.4 / 2.4) ** 2, 12);
  });

  // Egan & Hilgeman's fit for n = 1.4: −1.4399/n² + 0.7099/n + 0.6681 + 0.0636 n = 0.5296.
  it('hold back about half of diffuse light against air, almost none against gel', () => {
    expect(diffuseReflection(AIR)).toBeCloseTo(0.53, 1);
    expect(diffuseReflection(GEL)).toBeLessThan(0.06);
  });

  it('send more back with a plate', () => {
    const bare = diffuseReflection({ ...SAPPHIRE, plateReturn: 0 });
    expect(diffuseReflection(SAPPHIRE)).toBeCloseTo(bare + (1 - bare) * 0.3, 12);
  });
});

describe('the numbers behind', () => {
  it('integrate polynomials exactly', () => {
    const { nodes, weights } = gaussLegendre(5, 0, 2);
    const integral = nodes.reduce((sum, x, i) => sum + defined(weights[i]) * x ** 9, 0);
    expect(integral).toBeCloseTo(2 ** 10 / 10, 9);
  });

  // Abramowitz & Stegun, tables 9.1 and 5.1.
  it('agree with the tables of J₁, E₂ and E₃', () => {
    expect(besselJ1(1)).toBeCloseTo(0.4400505857, 9);
    expect(besselJ1(10)).toBeCloseTo(0.0434727462, 9);
    expect(besselJ1(100)).toBeCloseTo(-0.077145352, 9);
    expect(exponentialIntegral2(0)).toBe(1);
    expect(exponentialIntegral2(0.5)).toBeCloseTo(0.3266439, 6);
    expect(exponentialIntegral2(2)).toBeCloseTo(0.0375343, 6);
    expect(exponentialIntegral3(0.5)).toBeCloseTo(0.2216044, 6);
  });

  it('weigh a spot to one at its centre', () => {
    for (const spot of [{ diameterMm: 12 }, { widthMm: 10, heightMm: 40 }]) {
      const total = spotTransform(spot).weights.reduce((sum, weight) => sum + weight, 0);
      expect(total).toBeCloseTo(1, 2);
    }
  });
});

describe('light in skin', () => {
  const at = (more: object) =>
    fluenceRatio({
      wavelengthNm: 810,
      skin: SKIN,
      spot: { diameterMm: 12 },
      surface: SAPPHIRE,
      depthsMm: [0.05, 1, 3],
      ...more,
    });

  it('falls with depth below the first tenths', () => {
    const [, one, three] = at({});
    expect(defined(one) / defined(three)).toBeGreaterThan(2);
  });

  it('reaches deeper under a larger spot', () => {
    const small = at({ spot: { diameterMm: 6 } });
    const large = at({ spot: { diameterMm: 18 } });
    expect(defined(large[2]) / defined(small[2])).toBeGreaterThan(1.3);
  });

  it('is less below darker skin, at every depth', () => {
    const pale = at({});
    const dark = at({ skin: { ...SKIN, melanosomeFraction: 0.075 } });
    dark.forEach((ratio, i) => expect(ratio).toBeLessThan(defined(pale[i])));
  });

  it('does not care which way round a rectangle lies', () => {
    const one = at({ spot: { widthMm: 10, heightMm: 30 } });
    const other = at({ spot: { widthMm: 30, heightMm: 10 } });
    one.forEach((ratio, i) => expect(ratio).toBeCloseTo(defined(other[i]), 9));
  });
});
