import { describe, expect, it } from 'vitest';
import { blot, inkPicture, someTaking, type InkScene } from '../drawn';
import { defined, seeded } from '../units';
import { alignPictures, inPixels, type Alignment, type Scaled } from './align';
import { findCard } from './find-card';
import { laidOver, lightened, lightLike, inTrueColour } from './lay-over';
import { mapped, type Pair } from './map-points';
import type { Point } from './pixels';

const PX_PER_MM = 8;

/** Two pictures of a tattoo with moles about it: turned, moved, in other light, the ink half gone. */
function pair(seed: number, more: Partial<InkScene> = {}) {
  const next = seeded(seed);
  const outline = blot({ x: 40, y: 26 }, 9, next);
  const moles = Array.from({ length: 9 }, () => ({ x: 8 + 64 * next(), y: 6 + 40 * next() }));
  const scene: InkScene = {
    ...{ type: 3, pxPerMm: PX_PER_MM, widthMm: 80, heightMm: 52, card: null, blurPx: 0.5 },
    ...{ parts: [{ colour: 'black', outline, left: 1 }], moles, turn: 0 },
    shiftMm: { x: 0, y: 0 },
  };
  const [first, now] = [
    scene,
    {
      ...{ ...scene, pxPerMm: PX_PER_MM * 1.15, turn: -0.2, shiftMm: { x: 3, y: -2 } },
      parts: [{ colour: 'black' as const, outline, left: 0.4 }],
      ...more,
    },
  ].map((each) => {
    const made = inkPicture(each, someTaking(next), next);
    const scaled: Scaled = { picture: made.picture, pxPerMm: each.pxPerMm, card: null };
    return { made, scaled };
  });
  return { first: defined(first), now: defined(now) };
}

type Made = ReturnType<typeof pair>['first'];

/** How far what is the same lies apart once aligned, root mean square, mm. */
function apart(found: Alignment, { first, now }: { first: Made; now: Made }): number {
  const map = inPixels(found.map, { first: first.scaled.pxPerMm, now: now.scaled.pxPerMm });
  const marks = ({ made }: Made) => [...made.moles, ...made.outlines.flat()];
  const to = marks(first);
  const squares = marks(now).map((mark, each) => {
    const at = mapped(map, mark);
    return (at.x - defined(to[each]).x) ** 2 + (at.y - defined(to[each]).y) ** 2;
  });
  return Math.sqrt(squares.reduce((sum, each) => sum + each, 0) / squares.length) / PX_PER_MM;
}

const landmarks = ({ first, now }: { first: Made; now: Made }, off: Point = { x: 0, y: 0 }) =>
  now.made.moles.slice(0, 3).map((from, each): Pair => {
    const to = defined(first.made.moles[each]);
    return { from, to: { x: to.x + off.x * each, y: to.y + off.y * each } };
  });

describe('two pictures of one place', () => {
  it.each([1, 2])('come to lie over each other by themselves, seed %i', (seed) => {
    const two = pair(seed);
    const found = alignPictures(two.first.scaled, two.now.scaled);
    if (found.refused !== null) throw new Error(found.refused);
    expect(apart(found, two)).toBeLessThan(0.25);
    expect(found.residualMm).toBeLessThan(0.25);
  });

  it('come to lie over each other by three landmarks that are a little off', () => {
    const two = pair(4);
    const found = alignPictures(
      ...([two.first.scaled, two.now.scaled, landmarks(two, { x: 3, y: 0 })] as const),
    );
    if (found.refused !== null) throw new Error(found.refused);
    expect(apart(found, two)).toBeLessThan(0.25);
  });

  it('are refused where nothing is alike, and where landmarks lie too far apart', () => {
    const [one, other] = [pair(5), pair(6)];
    const bare = pair(7, { moles: [], parts: [] });
    const { scaled } = one.first;
    expect(alignPictures(scaled, bare.now.scaled)).toMatchObject({ refused: 'nothingAlike' });
    const wrong = [0, 1, 2].map((each) => ({
      from: defined(bare.now.made.outlines[0]?.[each] ?? { x: 40 * each, y: 90 * (each % 2) }),
      to: defined(one.first.made.moles[each]),
    }));
    expect(alignPictures(scaled, bare.now.scaled, wrong)).toMatchObject({ refused: 'tooFarApart' });
    expect(() => alignPictures(scaled, other.now.scaled, landmarks(one).slice(0, 2))).toThrow(
      'landmarks',
    );
  });

  it('are not led astray by the card, which never lies on the same place', () => {
    const card = { kind: 'pocket', turn: 0.1, aslant: 0.1, axis: 1 } as const;
    const tall = { widthMm: 100, heightMm: 110, pxPerMm: PX_PER_MM };
    const two = pair(8, { ...tall, card: { ...card, middleMm: { x: 50, y: 80 } } });
    const other = pair(8, { ...tall, card: { ...card, middleMm: { x: 53, y: 76 }, turn: -0.1 } });
    const [first, now] = [two.now, other.now].map((each) => ({
      ...each,
      scaled: { ...each.scaled, card: findCard(each.scaled.picture) },
    }));
    expect([defined(first).scaled.card, defined(now).scaled.card]).not.toContain(null);
    const found = alignPictures(defined(first).scaled, defined(now).scaled);
    if (found.refused !== null) throw new Error(found.refused);
    expect(apart(found, { first: defined(first), now: defined(now) })).toBeLessThan(0.25);
  });
});

describe('pictures laid over each other', () => {
  it('show what became lighter where ink has gone, and nothing else', () => {
    const two = pair(9);
    const found = alignPictures(two.first.scaled, two.now.scaled);
    if (found.refused !== null) throw new Error(found.refused);
    const map = inPixels(found.map, {
      ...{ first: two.first.scaled.pxPerMm, now: two.now.scaled.pxPerMm },
    });
    const { picture: first } = two.first.scaled;
    const over = laidOver(two.now.scaled.picture, map, first);
    const alike = { ...over, picture: inTrueColour(over.picture, lightLike(first, over)) };
    const { values, width } = lightened(first, alike, PX_PER_MM);
    const at = (x: number, y: number) => values[y * PX_PER_MM * width + x * PX_PER_MM] ?? 0;
    expect(at(40, 26)).toBeGreaterThan(12);
    expect(Math.abs(at(15, 40))).toBeLessThan(6);
  });
});

describe('a map in mm', () => {
  it('is one in pixels by the scale of each picture', () => {
    const moved = [1, 0, 2, 0, 1, -1, 0, 0, 1];
    const map = inPixels(moved, { first: 20, now: 10 });
    // The middle of the first pixel, at 0.05 mm, comes to 2.05 mm, which is 41 px, from the middle of the first one 40.5.
    expect(mapped(map, { x: 0, y: 20 }).x).toBeCloseTo(40.5, 9);
    expect(mapped(map, { x: 0, y: 20 }).y).toBeCloseTo(20.5, 9);
  });
});
