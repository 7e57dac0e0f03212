import { describe, expect, it } from 'vitest';
import { EVEN_LIGHT, drawHair, drawSkin, hairPicture, HAIR, someHairScene, take } from '../drawn';
import { seeded } from '../units';
import { counted, countHairs } from './count-hairs';

const WINDOW = { x: 100, y: 100, width: 200, height: 200 };

/** Straight hairs on even skin of type II at 20 px/mm, each from one point to another. */
function drawn(lines: readonly (readonly [number, number, number, number])[], widthUm: number) {
  const next = seeded(3);
  const scene = drawSkin({ width: 400, height: 400, type: 2, pxPerMm: 20 }, next);
  for (const [x, y, toX, toY] of lines) {
    const steps = Math.round(2 * Math.hypot(toX - x, toY - y));
    const line = Array.from({ length: steps + 1 }, (_, step) => ({
      x: x + ((toX - x) * step) / steps,
      y: y + ((toY - y) * step) / steps,
    }));
    drawHair(scene, { line, widthUm }, { pxPerMm: 20, colour: HAIR.black, blur: 0.6 });
  }
  return take(scene, { ...EVEN_LIGHT, noise: 0.01 }, next);
}

describe('hair that is counted', () => {
  it('is one hair a line, through a crossing too, as long and as wide as it was drawn', () => {
    const picture = drawn(
      [
        [130, 130, 190, 190],
        [190, 130, 130, 190],
        [220, 250, 270, 250],
        [150, 230, 150, 280],
      ],
      80,
    );
    const count = countHairs(picture, { window: WINDOW, pxPerMm: 20 });
    expect(count.notMeasurable).toBeNull();
    expect(count.hairs).toHaveLength(4);
    // 200 px are 10 mm: a window of 1 cm².
    expect(count.windowCm2).toBeCloseTo(1, 9);
    expect(count.perCm2).toBeCloseTo(4, 9);
    // 4.24 + 4.24 + 2.5 + 2.5 mm; each end seems up to 0.3 mm longer.
    expect(count.totalLengthMm).toBeGreaterThan(13.4);
    expect(count.totalLengthMm).toBeLessThan(16);
    expect(Math.abs(count.medianWidthUm - 80)).toBeLessThan(12);
  });

  it('is only what has its middle in the window', () => {
    const picture = drawn(
      [
        [150, 150, 200, 150],
        [120, 220, 180, 220],
        [150, 270, 230, 270],
        // Both reach in by less than half.
        [60, 180, 120, 180],
        [280, 120, 340, 120],
      ],
      80,
    );
    expect(countHairs(picture, { window: WINDOW, pxPerMm: 20 }).hairs).toHaveLength(3);
  });

  it('comes to another figure once somebody takes one away', () => {
    const window = { x: 0, y: 0, width: 400, height: 200 };
    const hair = { line: [], lengthMm: 2, widthUm: 60, strength: 9 };
    const found = counted([hair, { ...hair, widthUm: 90 }, { ...hair, widthUm: 70 }], {
      window,
      pxPerMm: 20,
    });
    // 20 × 10 mm are 2 cm².
    expect(found).toMatchObject({
      perCm2: 1.5,
      medianWidthUm: 70,
      medianLengthMm: 2,
      totalLengthMm: 6,
      doubt: 2,
    });
    const left = counted(found.hairs.slice(1), { window, pxPerMm: 20 });
    expect(left).toMatchObject({ perCm2: 1, medianWidthUm: 80, totalLengthMm: 4 });
  });
});

describe('no number is given', () => {
  const scene = (colour: 'white' | 'black', type: 1 | 4 | 6, hairs: number) => {
    const next = seeded(11);
    const { scene: some, taking } = someHairScene(next, { colour, type });
    const of = { ...some, hairs, pxPerMm: 18, window: { widthMm: 10, heightMm: 10 } };
    return { made: hairPicture(of, { ...taking, noise: 0.02 }, next), pxPerMm: of.pxPerMm };
  };

  it.each([
    ['of hair that is lighter than the skin', 'white', 4, 40, 'tooLittleContrast'],
    ['where no hair stands out', 'black', 1, 0, 'noneSeen'],
  ] as const)('%s', (_, colour, type, hairs, reason) => {
    const { made, pxPerMm } = scene(colour, type, hairs);
    expect(countHairs(made.picture, { window: made.window, pxPerMm }).notMeasurable).toBe(reason);
  });

  it('of a picture that was taken from too far away', () => {
    const { made } = scene('black', 1, 30);
    const { notMeasurable, hairs } = countHairs(made.picture, { window: made.window, pxPerMm: 9 });
    expect([notMeasurable, hairs]).toEqual(['tooSmall', []]);
  });
});

describe('counts of drawn pictures', () => {
  it('are within two or a tenth of what was drawn, nearly always', () => {
    const right = Array.from({ length: 6 }, (_, each) => {
      const next = seeded(700 + each);
      const { scene: some, taking } = someHairScene(next, {
        type: (1 + (each % 4)) as 1 | 2 | 3 | 4,
        colour: each % 2 === 0 ? 'black' : 'darkBrown',
      });
      const scene = {
        ...some,
        hairs: Math.round(some.hairs / 2),
        window: { widthMm: 10, heightMm: 10 },
      };
      const made = hairPicture(scene, taking, next);
      const count = countHairs(made.picture, { window: made.window, pxPerMm: scene.pxPerMm });
      const off = Math.abs(count.hairs.length - made.hairs.length);
      return count.notMeasurable === null && off <= Math.max(2, 0.1 * made.hairs.length);
    });
    expect(right.filter(Boolean).length).toBeGreaterThanOrEqual(5);
  });
});
