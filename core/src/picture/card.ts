import type { LinearRgb } from './colour';
import type { Point } from './pixels';

/** What the card holds that a picture is measured by. All in mm from the card's top left corner, to the right and down. */
export interface Card {
  readonly widthMm: number;
  readonly heightMm: number;
  /** Middles of the corner marks in turn: the one with an open middle first, then clockwise. */
  readonly marks: readonly [Point, Point, Point, Point];
  readonly markRadiusMm: number;
  readonly patches: readonly Patch[];
  /** Where the rule of 50 mm begins. */
  readonly rule: Point;
}

export interface Patch {
  readonly x: number;
  readonly y: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Reflectance of red, green and blue, 0–1. */
  readonly reflectance: LinearRgb;
}

export const CARD_KINDS = ['a6', 'pocket'] as const;
export type CardKind = (typeof CARD_KINDS)[number];

export const RULE_MM = 50;

/** Reflectances of the grey patches, in turn. */
export const GREYS = [0.05, 0.12, 0.25, 0.5, 0.85] as const;

/** Of the three colours: near to ink, to skin and to a healing reaction. */
export const COLOURS: readonly LinearRgb[] = [
  [0.06, 0.12, 0.35],
  [0.5, 0.3, 0.2],
  [0.45, 0.08, 0.07],
];

// Radii of a mark's rings as shares of its own: black to the edge, white, and a black middle.
export const WHITE_RING = 0.62;
export const BLACK_MIDDLE = 0.26;

function card(
  widthMm: number,
  heightMm: number,
  of: { inset: number; radius: number; patch: number; top: number },
): Card {
  const { inset, radius, patch, top } = of;
  const [right, bottom] = [widthMm - inset, heightMm - inset];
  const all: readonly LinearRgb[] = [
    ...GREYS.map((grey): LinearRgb => [grey, grey, grey]),
    ...COLOURS,
  ];
  const left = (widthMm - all.length * patch) / 2;
  return {
    ...{ widthMm, heightMm, markRadiusMm: radius },
    marks: [
      { x: inset, y: inset },
      { x: right, y: inset },
      { x: right, y: bottom },
      { x: inset, y: bottom },
    ],
    patches: all.map((reflectance, each) => ({
      ...{ x: left + each * patch, y: top, widthMm: patch, heightMm: patch, reflectance },
    })),
    rule: { x: (widthMm - RULE_MM) / 2, y: heightMm - inset },
  };
}

/** Our own card in both sizes: A6 on its side, and one for a pocket (ISO/IEC 7810 ID-1). */
export const CARDS: Readonly<Record<CardKind, Card>> = {
  a6: card(148, 105, { inset: 10, radius: 6, patch: 14, top: 20 }),
  pocket: card(85.6, 53.98, { inset: 6, radius: 4, patch: 8.5, top: 20 }),
};
