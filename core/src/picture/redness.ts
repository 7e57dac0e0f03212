import type { Grade, Trend } from '../reaction';
import type { CardFound } from './find-card';
import { inkContrast, type InkNotMeasurable } from './ink-contrast';
import type { Pixels, Point } from './pixels';

/** The way redness is measured; raised when a picture may give another figure than before. */
export const REDNESS_METHOD = 1;

/** How much redder a patch of skin is than the skin about it. */
export interface Redness {
  /** Difference of CIE a* from the rim 3–8 mm outside it; below 0 where it is less red. */
  readonly more: number;
  readonly doubt: number;
}

const CORNERS = 24;

/** A circle about a place, through another one, as the outline of a patch, px. */
export const circleThrough = (middle: Point, edge: Point): readonly Point[] => {
  const radius = Math.hypot(edge.x - middle.x, edge.y - middle.y);
  return Array.from({ length: CORNERS }, (_, each) => {
    const turn = (2 * Math.PI * each) / CORNERS;
    return { x: middle.x + radius * Math.cos(turn), y: middle.y + radius * Math.sin(turn) };
  });
};

/** Measures a patch against the skin about it, in the light that a card shows or as if that skin were grey. */
export function rednessOf(
  picture: Pixels,
  of: {
    readonly patch: readonly Point[];
    readonly pxPerMm: number;
    readonly card: CardFound | null;
  },
): (Redness & { readonly notMeasurable: null }) | { readonly notMeasurable: InkNotMeasurable } {
  const { patch, pxPerMm, card } = of;
  const found = inkContrast(picture, { part: patch, others: [], pxPerMm, card });
  if (found.notMeasurable !== null) return { notMeasurable: found.notMeasurable };
  const { part, rim, doubt } = found;
  return { more: part.a - rim.a, doubt, notMeasurable: null };
}

/** From which difference of a* on redness is mild, marked, and strong (assumed). */
const GRADES = [3, 6, 10] as const;

/** The grade that a redness proposes, 0–3; whoever looks decides. */
export const gradeOfRedness = (more: number): Grade =>
  GRADES.filter((from) => more >= from).length as Grade;

/** How redness goes from one picture to a later one: a change beyond both doubts, twice. */
export function trendOfRedness(before: Redness, now: Redness): Trend {
  const apart = 2 * Math.hypot(before.doubt, now.doubt);
  if (now.more > before.more + apart) return 'worse';
  return now.more < before.more - apart ? 'better' : 'same';
}
