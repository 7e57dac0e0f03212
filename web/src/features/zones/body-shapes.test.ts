import { SITE_IDS, SITES } from '@tidy-quill/core/sites';
import { describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { BODY_PARTS, OUTLINES, VIEW_BOX, type BodyPart, type BodyView } from './body-shapes';

const VIEWS: readonly BodyView[] = ['front', 'back', 'face'];
const ALL = VIEWS.flatMap((view) => BODY_PARTS[view].map((part) => ({ view, part })));

/** Every point of a path that it passes or bends towards. */
function points({ path }: Pick<BodyPart, 'path'>): readonly (readonly [number, number])[] {
  const figures = defined(path.match(/-?\d+(\.\d+)?/g)).map(Number);
  expect(figures.length % 2).toBe(0);
  return figures.flatMap((x, index) =>
    index % 2 === 0 ? [[x, defined(figures[index + 1])] as const] : [],
  );
}

const middle = (part: BodyPart) => {
  const all = points(part);
  const mean = (of: readonly number[]) => of.reduce((sum, each) => sum + each, 0) / of.length;
  return { x: mean(all.map(([x]) => x)), y: mean(all.map(([, y]) => y)) };
};

const find = (view: BodyView, site: string, side: string) =>
  BODY_PARTS[view].find((part) => part.site === site && part.side === side);

describe('the drawn body', () => {
  it('shows every site, and both sides of those that have two', () => {
    for (const site of SITE_IDS) {
      const sides = new Set(
        ALL.filter(({ part }) => part.site === site).map(({ part }) => part.side),
      );
      expect([...sides].sort(), site).toEqual(SITES[site].paired ? ['left', 'right'] : ['whole']);
    }
  });

  it('holds each part within its own picture', () => {
    for (const { view, part } of ALL) {
      const [left, top, width, height] = VIEW_BOX[view].split(' ').map(Number) as number[];
      for (const [x, y] of points(part)) {
        const named = `${part.site} ${part.side} at ${x},${y}`;
        expect(x >= defined(left) && x <= defined(left) + defined(width), named).toBe(true);
        expect(y >= defined(top) && y <= defined(top) + defined(height), named).toBe(true);
      }
    }
  });

  it('has no part twice, and each closed', () => {
    const names = ALL.map(({ view, part }) => `${view} ${part.site} ${part.side}`);
    expect(new Set(names).size).toBe(names.length);
    expect(ALL.filter(({ part }) => !/^M.*Z$/.test(part.path))).toEqual([]);
  });

  it('has the client’s right at the left of the picture from in front, and their left from behind', () => {
    const MIDDLE = 75;
    for (const { view, part } of ALL.filter(({ part: each }) => each.side !== 'whole')) {
      const atLeft = middle(part).x < MIDDLE;
      const expected = view === 'back' ? 'left' : 'right';
      expect(part.side === expected, `${view} ${part.site} ${part.side}`).toBe(atLeft);
    }
  });

  it('is the same on both sides', () => {
    for (const { view, part } of ALL.filter(({ part: each }) => each.side === 'left')) {
      const other = defined(find(view, part.site, 'right'));
      const mirror = points(other).map(([x, y]) => [150 - x, y]);
      expect(points(part), `${view} ${part.site}`).toEqual(mirror);
    }
  });

  it('has the parts in the order of a body, head to foot', () => {
    const y = (site: string, side = 'right') => middle(defined(find('front', site, side))).y;
    expect(y('chest', 'whole')).toBeLessThan(y('abdomen', 'whole'));
    expect(y('abdomen', 'whole')).toBeLessThan(y('bikiniLine'));
    expect(y('thigh')).toBeLessThan(y('knee'));
    expect(y('knee')).toBeLessThan(y('lowerLeg'));
    expect(y('lowerLeg')).toBeLessThan(y('foot'));
    expect(y('upperArm')).toBeLessThan(y('forearm'));
    const back = (site: string) => middle(defined(find('back', site, 'whole'))).y;
    expect(back('upperBack')).toBeLessThan(back('lowerBack'));
    const face = (site: string) => middle(defined(find('face', site, 'whole'))).y;
    expect(face('upperLip')).toBeLessThan(face('chin'));
  });

  it('is drawn whole around the parts', () => {
    for (const view of VIEWS) expect(OUTLINES[view].length, view).toBeGreaterThan(0);
  });
});
