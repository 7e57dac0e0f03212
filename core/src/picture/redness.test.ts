import { describe, expect, it } from 'vitest';
import { EVEN_LIGHT, inkPicture, type InkScene } from '../drawn';
import { defined, seeded } from '../units';
import { circleThrough, gradeOfRedness, rednessOf, trendOfRedness } from './redness';

const SCENE: InkScene = {
  ...{ type: 2, pxPerMm: 8, widthMm: 60, heightMm: 60, card: null, blurPx: 0.4, turn: 0 },
  parts: [],
  moles: [],
  shiftMm: { x: 0, y: 0 },
};

const measured = (left: number, warm = 1) => {
  const outline = circleThrough({ x: 30, y: 30 }, { x: 38, y: 30 });
  const scene = { ...SCENE, parts: [{ colour: 'red' as const, outline, left }] };
  const taking = { ...EVEN_LIGHT, balance: [warm, 1, 1 / warm] as const, noise: 0.01 };
  const { picture, outlines } = inkPicture(scene, taking, seeded(2));
  const found = rednessOf(picture, { patch: defined(outlines[0]), pxPerMm: 8, card: null });
  if (found.notMeasurable !== null) throw new Error(found.notMeasurable);
  return found;
};

describe('redness', () => {
  it('is how much more a* a patch has than the skin about it, whatever the light', () => {
    const [none, some, much] = [0, 0.15, 0.4].map((left) => measured(left).more);
    expect(Math.abs(defined(none))).toBeLessThan(1.5);
    expect(defined(some)).toBeGreaterThan(defined(none) + 1);
    expect(defined(much)).toBeGreaterThan(defined(some) + 3);
    expect(Math.abs(measured(0.4, 1.1).more - defined(much))).toBeLessThan(3);
  });

  it('proposes a grade by bounds that only rise', () => {
    expect([-2, 2.9, 3, 5.9, 6, 9.9, 10, 30].map(gradeOfRedness)).toEqual([0, 0, 1, 1, 2, 2, 3, 3]);
  });

  it('goes better or worse beyond both doubts, twice, and else stays', () => {
    const of = (more: number) => ({ more, doubt: 0.5 });
    // 2 × √(0.5² + 0.5²) = 1.41.
    expect(trendOfRedness(of(6), of(7.4))).toBe('same');
    expect(trendOfRedness(of(6), of(7.5))).toBe('worse');
    expect(trendOfRedness(of(6), of(4.5))).toBe('better');
  });

  it('is measured in a circle', () => {
    const circle = circleThrough({ x: 10, y: 10 }, { x: 13, y: 14 });
    expect(circle).toHaveLength(24);
    for (const { x, y } of circle) expect(Math.hypot(x - 10, y - 10)).toBeCloseTo(5, 9);
  });
});
