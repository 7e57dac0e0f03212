import { describe, expect, it } from 'vitest';
import { defined, type Spot } from '../units';
import { AIR, fluenceRatio, GEL, monteCarlo, skinRun, type Surface } from './index';

const DEPTHS_MM = [0.03, 0.05, 0.2, 0.5, 1, 2, 3, 5];
// Below this share of the light on the skin the fast solver is not held to anything.
const LEAST_RATIO = 0.03;
const STATED_ERROR = 0.08;

/** The worst of |fast ÷ Monte Carlo − 1| beyond three standard errors, over all depths with light enough. */
function worst(on: {
  wavelengthNm: number;
  fraction: number;
  spot: Spot;
  surface: Surface;
}): number {
  const { wavelengthNm, fraction, spot, surface } = on;
  const skin = { melanosomeFraction: fraction, epidermisUm: 80, dermisMm: 4 };
  const run = skinRun({
    ...{ wavelengthNm, skin, spot, surface, depthsMm: DEPTHS_MM },
    packets: 60_000,
    seed: 11,
  });
  const { fluenceRatio: slow, standardError } = monteCarlo(run);
  const fast = fluenceRatio({ wavelengthNm, skin, spot, surface, depthsMm: DEPTHS_MM });
  const beyond = slow.map((ratio, i) =>
    ratio > LEAST_RATIO
      ? (Math.abs(defined(fast[i]) - ratio) - 3 * defined(standardError.fluenceRatio[i])) / ratio
      : 0,
  );
  return Math.max(...beyond);
}

describe.each([532, 694, 810, 1064])(
  'the fast solver against Monte Carlo at %i nm',
  (wavelengthNm) => {
    describe.each([0.011, 0.05, 0.2])('melanosome fraction %f', (fraction) => {
      it.each([5, 10, 18])('spot of %i mm', (diameterMm) => {
        const found = worst({ wavelengthNm, fraction, spot: { diameterMm }, surface: AIR });
        expect(found).toBeLessThan(STATED_ERROR);
      });
    });
  },
);

describe('the fast solver against Monte Carlo elsewhere', () => {
  const square = { widthMm: 12, heightMm: 12 };

  it.each<[string, Spot, Surface]>([
    ['a square spot', square, AIR],
    ['an oblong spot under gel', { widthMm: 8, heightMm: 16 }, GEL],
    ['glass that returns no light', square, { outsideIndex: 1.76, plateReturn: 0 }],
  ])('%s', (_, spot, surface) => {
    expect(worst({ wavelengthNm: 755, fraction: 0.033, spot, surface })).toBeLessThan(STATED_ERROR);
  });
});
