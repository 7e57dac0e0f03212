import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { homographyOf, inverted, mapped, nearestMap, residual, stretchAt } from './map-points';

const SQUARE = [
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 10 },
  { x: 0, y: 10 },
];

describe('a projective map', () => {
  it('of a square to a trapezium takes its middle to where the diagonals cross', () => {
    const to = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 8, y: 5 },
      { x: 2, y: 5 },
    ];
    const map = homographyOf(SQUARE.map((from, each) => ({ from, to: to[each] ?? from })));
    // The diagonals (0,0)–(8,5) and (10,0)–(2,5) cross where x = 5 and y = 5 × 5 ÷ 8.
    expect(mapped(map, { x: 5, y: 5 }).x).toBeCloseTo(5, 9);
    expect(mapped(map, { x: 5, y: 5 }).y).toBeCloseTo(3.125, 9);
  });

  it('goes back to where it came from, and fits its own points from any four on', () => {
    const near = fc.double({ min: -2, max: 2, noNaN: true });
    fc.assert(
      fc.property(fc.array(near, { minLength: 8, maxLength: 8 }), (shift) => {
        const pairs = SQUARE.map((from, each) => ({
          from,
          to: {
            x: 40 + 3 * from.x + (shift[2 * each] ?? 0),
            y: 7 + 3 * from.y + (shift[2 * each + 1] ?? 0),
          },
        }));
        const map = homographyOf(pairs);
        expect(residual(map, pairs)).toBeLessThan(1e-8);
        const back = mapped(inverted(map), mapped(map, { x: 3, y: 8 }));
        expect(back.x).toBeCloseTo(3, 7);
        expect(back.y).toBeCloseTo(8, 7);
      }),
    );
  });

  it('refuses three points, and points on one line', () => {
    expect(() => homographyOf(SQUARE.slice(1).map((from) => ({ from, to: from })))).toThrow('four');
    const line = [0, 1, 2, 3].map((x) => ({ from: { x, y: x }, to: { x: 5, y: 5 } }));
    expect(() => homographyOf(line)).toThrow('one place');
    const flat = SQUARE.map((from, each) => ({ from: { x: each, y: each }, to: from }));
    expect(() => homographyOf(flat)).toThrow('one line');
  });
});

describe('the nearest turn, stretch and shift', () => {
  it('is found from two points: a quarter turn, twice as large', () => {
    const map = nearestMap(
      [
        { from: { x: 0, y: 0 }, to: { x: 1, y: 1 } },
        { from: { x: 1, y: 0 }, to: { x: 1, y: 3 } },
      ],
      'similarity',
    );
    expect(mapped(map, { x: 0, y: 1 }).x).toBeCloseTo(-1, 9);
    expect(mapped(map, { x: 0, y: 1 }).y).toBeCloseTo(1, 9);
    expect(stretchAt(map, { x: 4, y: 4 })).toBeCloseTo(2, 9);
  });

  it('leaves what no such map can take away: a corner that moved by 4 leaves 1 at each corner', () => {
    // Of four corners an affine map can leave only what is of alternate sign: a quarter of 4 at each.
    const pairs = SQUARE.map((from, each) => ({
      from,
      to: { ...from, x: from.x + (each === 2 ? 4 : 0) },
    }));
    expect(residual(nearestMap(pairs, 'affine'), pairs)).toBeCloseTo(1, 9);
  });
});
