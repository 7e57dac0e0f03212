import { describe, expect, it } from 'vitest';
import { contrastOf, EVEN_LIGHT, inkPicture, type InkScene } from '../drawn';
import { defined, seeded } from '../units';
import { CARDS } from './card';
import { findCard, isOnCard } from './find-card';
import { fadedShare, inkContrast, type InkContrast } from './ink-contrast';
import { mapped, stretchAt } from './map-points';

const SQUARE = [
  { x: 20, y: 20 },
  { x: 30, y: 20 },
  { x: 30, y: 30 },
  { x: 20, y: 30 },
];

const scene = (left: number, card: boolean): InkScene => ({
  ...{ type: 2, pxPerMm: 10, widthMm: 100, heightMm: card ? 100 : 50 },
  parts: [{ colour: 'black', outline: SQUARE, left }],
  moles: [],
  card: card
    ? { kind: 'pocket', middleMm: { x: 50, y: 70 }, turn: 0.05, aslant: 0.3, axis: 1 }
    : null,
  ...{ turn: 0, shiftMm: { x: 0, y: 0 }, blurPx: 0.5 },
});

const DULL = {
  ...{ gradient: 0.3, gradientFrom: 1, balance: [1.15, 1, 0.85] as const },
  ...{ exposureEv: -0.6, noise: 0.02 },
};

const contrast = (made: ReturnType<typeof inkPicture>): InkContrast => {
  const found = inkContrast(made.picture, {
    ...{ part: defined(made.outlines[0]), others: [], pxPerMm: 10 },
    card: findCard(made.picture),
  });
  if (found.notMeasurable !== null) throw new Error(found.notMeasurable);
  return found;
};

describe('the card', () => {
  it('is found aslant in a dim, yellowish picture, and gives scale and light', () => {
    const made = inkPicture(scene(1, true), DULL, seeded(4));
    const found = defined(findCard(made.picture) ?? undefined);
    const truth = defined(made.cardMap ?? undefined);
    expect(found.kind).toBe('pocket');
    for (const mark of CARDS.pocket.marks) {
      const [seen, drawn] = [mapped(found.map, mark), mapped(truth, mark)];
      expect(Math.hypot(seen.x - drawn.x, seen.y - drawn.y)).toBeLessThan(0.5);
    }
    const middle = { x: 42.8, y: 27 };
    expect(found.pxPerMm / stretchAt(truth, middle)).toBeCloseTo(1, 2);
    // It lies from 7 to 93 mm across and from 43 to 97 mm down, but for how it is turned.
    const box = (x: number, y: number) => ({ x: 10 * x, y: 10 * y, width: 100, height: 100 });
    expect(
      [box(45, 60), box(45, 35), box(2, 50), box(40, 20)].map((one) => isOnCard(found, one)),
    ).toEqual([true, true, true, false]);
    const [red, , blue] = found.colours.channels;
    // Drawn with 1.15 of red to 0.85 of blue.
    expect(red.gain / blue.gain).toBeCloseTo(1.15 / 0.85, 1);
  });

  it('is not found where there is none', () => {
    expect(findCard(inkPicture(scene(1, false), DULL, seeded(4)).picture)).toBeNull();
  });
});

describe('ink', () => {
  it('that is half gone by the picture is so in another light too', () => {
    const first = contrast(inkPicture(scene(1, true), DULL, seeded(5)));
    const now = contrast(inkPicture(scene(0.4, true), EVEN_LIGHT, seeded(6)));
    const truth = 1 - contrastOf(2, 'black', 0.4) / contrastOf(2, 'black', 1);
    const { share, doubt } = fadedShare(first, now);
    expect(Math.abs(share - truth)).toBeLessThan(0.05);
    expect(doubt).toBeGreaterThan(0.01);
    expect(doubt).toBeLessThan(0.1);
  });

  it('is doubted more without a card', () => {
    const without = contrast(inkPicture(scene(1, false), EVEN_LIGHT, seeded(7)));
    const withCard = contrast(inkPicture(scene(1, true), EVEN_LIGHT, seeded(7)));
    expect(without.doubt).toBeGreaterThan(1.5 * withCard.doubt);
  });

  it('is not measured of a speck, nor where its light is lost', () => {
    const made = inkPicture(scene(1, false), { ...EVEN_LIGHT, exposureEv: 2.5 }, seeded(8));
    const of = { others: [], pxPerMm: 10, card: null };
    const speck = SQUARE.map(({ x, y }) => ({ x: 200 + x - 20, y: 200 + y - 20 }));
    expect(inkContrast(made.picture, { ...of, part: speck }).notMeasurable).toBe('tooSmall');
    const part = defined(made.outlines[0]);
    expect(inkContrast(made.picture, { ...of, part }).notMeasurable).toBe('tooBright');
  });

  it('of 30 that faded to 12 is 60 % gone, and cannot be told where nothing stood out', () => {
    // 0.6 ± √(1² + (0.4 × 2)²) ÷ 30.
    const found = fadedShare({ contrast: 30, doubt: 2 }, { contrast: 12, doubt: 1 });
    expect(found.share).toBeCloseTo(0.6, 9);
    expect(found.doubt).toBeCloseTo(0.04269, 4);
    expect(() => fadedShare({ contrast: 1, doubt: 1 }, { contrast: 1, doubt: 1 })).toThrow('first');
  });
});
