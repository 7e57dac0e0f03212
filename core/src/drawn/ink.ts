import type { InkColour } from '../look';
import type { SkinType } from '../optics';
import {
  deltaE00,
  distanceTo,
  labOf,
  within,
  type CardKind,
  type Homography,
  type LinearRgb,
  type Pixels,
  type Point,
} from '../picture';
import { cardMap, drawCard } from './card';
import { cover, someTaking, take, type Scene, type Taking } from './light';
import { between } from './numbers';
import { darken, drawSkin, SKIN } from './skin';

/** Reflectance of ink that is seen through skin, where it is dense: our own drawing of them. */
export const INK: Readonly<Record<InkColour, LinearRgb>> = {
  black: [0.035, 0.037, 0.045],
  grey: [0.14, 0.15, 0.17],
  brown: [0.13, 0.07, 0.04],
  darkBlue: [0.03, 0.06, 0.16],
  lightBlue: [0.14, 0.3, 0.48],
  green: [0.06, 0.2, 0.1],
  purple: [0.15, 0.06, 0.24],
  red: [0.4, 0.06, 0.06],
  orange: [0.55, 0.2, 0.06],
  yellow: [0.62, 0.46, 0.08],
  skinColoured: [0.55, 0.3, 0.22],
  white: [0.8, 0.78, 0.72],
};

export interface DrawnPart {
  readonly colour: InkColour;
  /** Corners in turn, mm. */
  readonly outline: readonly Point[];
  /** How much of it is left, 0–1. */
  readonly left: number;
}

export interface InkScene {
  readonly type: SkinType;
  readonly pxPerMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly parts: readonly DrawnPart[];
  /** Moles, mm: they stay where they are from picture to picture. */
  readonly moles: readonly Point[];
  /** Null for none. */
  readonly card: {
    readonly kind: CardKind;
    readonly middleMm: Point;
    readonly turn: number;
    readonly aslant: number;
    readonly axis: number;
  } | null;
  /** How the skin lies in the picture: turned about its middle, and moved, rad and mm. */
  readonly turn: number;
  readonly shiftMm: Point;
  readonly blurPx: number;
}

export interface InkPicture {
  readonly picture: Pixels;
  /** Corners of each part in the picture, px. */
  readonly outlines: readonly (readonly Point[])[];
  readonly moles: readonly Point[];
  /** ΔE00 between each part and bare skin, as drawn. */
  readonly contrasts: readonly number[];
  readonly cardMap: Homography | null;
}

const EDGE_PX = 1.5;

/** A photograph of a tattoo of which it is known what is left of each part. */
export function inkPicture(of: InkScene, taking: Taking, next: () => number): InkPicture {
  const { pxPerMm } = of;
  const [width, height] = [Math.round(of.widthMm * pxPerMm), Math.round(of.heightMm * pxPerMm)];
  const scene = drawSkin({ width, height, type: of.type, pxPerMm }, next);
  const place = ({ x, y }: Point): Point => {
    const [dx, dy] = [x - of.widthMm / 2, y - of.heightMm / 2];
    const [cos, sin] = [Math.cos(of.turn), Math.sin(of.turn)];
    return {
      x: pxPerMm * (of.widthMm / 2 + of.shiftMm.x + dx * cos - dy * sin),
      y: pxPerMm * (of.heightMm / 2 + of.shiftMm.y + dx * sin + dy * cos),
    };
  };
  const outlines = of.parts.map(({ outline }) => outline.map(place));
  for (const [each, { colour, left }] of of.parts.entries()) {
    drawPart(scene, outlines[each] ?? [], { colour: INK[colour], left, soft: EDGE_PX + of.blurPx });
  }
  const moles = of.moles.map(place);
  for (const mole of moles) darken(scene, { ...mole, radius: 0.7 * pxPerMm }, 0.6);
  let map: Homography | null = null;
  if (of.card !== null) {
    const { kind, middleMm, turn, aslant, axis } = of.card;
    const middle = { x: middleMm.x * pxPerMm, y: middleMm.y * pxPerMm };
    map = cardMap({ ...{ kind, pxPerMm, middle, turn, aslant, axis }, distancePx: 300 * pxPerMm });
    drawCard(scene, kind, map);
  }
  return {
    ...{ picture: take(scene, taking, next), outlines, moles, cardMap: map },
    contrasts: of.parts.map(({ colour, left }) => contrastOf(of.type, colour, left)),
  };
}

/** ΔE00 between skin and skin with so much of an ink in it, as drawn. */
export function contrastOf(type: SkinType, colour: InkColour, left: number): number {
  const inked = INK[colour].map((each, channel) => {
    const bare = SKIN[type][channel] ?? 0;
    return bare + left * DENSE * (each - bare);
  }) as unknown as LinearRgb;
  return deltaE00(labOf(inked), labOf(SKIN[type]));
}

/** How much of a part its ink covers where nothing of it has gone. */
const DENSE = 0.9;

function drawPart(
  scene: Scene,
  outline: readonly Point[],
  { colour, left, soft }: { colour: LinearRgb; left: number; soft: number },
): void {
  const [xs, ys] = [outline.map(({ x }) => x), outline.map(({ y }) => y)];
  for (
    let y = Math.max(0, Math.floor(Math.min(...ys) - soft));
    y <= Math.min(scene.height - 1, Math.max(...ys) + soft);
    y++
  ) {
    for (
      let x = Math.max(0, Math.floor(Math.min(...xs) - soft));
      x <= Math.min(scene.width - 1, Math.max(...xs) + soft);
      x++
    ) {
      const away = distanceTo(outline, { x, y }) * (within(outline, { x, y }) ? 1 : -1);
      const share = Math.min(1, Math.max(0, 0.5 + away / (2 * soft)));
      if (share > 0) cover(scene, y * scene.width + x, share * left * DENSE, colour);
    }
  }
}

/** A round blot with a bumpy edge, mm. */
export function blot(middle: Point, radius: number, next: () => number): readonly Point[] {
  return Array.from({ length: 14 }, (_, each) => {
    const turn = (each * Math.PI) / 7;
    const far = radius * between(next, 0.75, 1.15);
    return { x: middle.x + far * Math.cos(turn), y: middle.y + far * Math.sin(turn) };
  });
}

const FADING: readonly InkColour[] = [
  'black',
  'grey',
  'darkBlue',
  'green',
  'red',
  'purple',
  'brown',
];

/** The first and a later picture of one tattoo with a card beside it, at random over all that ordinary pictures differ in. */
export function someInkPair(next: () => number): {
  readonly first: { readonly scene: InkScene; readonly taking: Taking };
  readonly now: { readonly scene: InkScene; readonly taking: Taking };
} {
  const type = (1 + Math.floor(4 * next())) as SkinType;
  const outlines = [
    blot({ x: 25, y: 22 }, between(next, 5, 10), next),
    blot({ x: 62, y: 24 }, between(next, 5, 10), next),
  ];
  const parts = outlines.map((outline) => ({
    outline,
    colour: FADING[Math.floor(FADING.length * next())] ?? ('black' as const),
    left: between(next, 0.7, 1),
  }));
  const moles = Array.from({ length: 5 }, () => ({
    x: between(next, 4, 96),
    y: between(next, 2, 8),
  }));
  const scene = (leftOf: (part: DrawnPart) => number): InkScene => ({
    type,
    ...{ pxPerMm: between(next, 16, 24), widthMm: 100, heightMm: 100 },
    parts: parts.map((part) => ({ ...part, left: leftOf(part) })),
    moles,
    card: {
      ...{ kind: 'pocket', middleMm: { x: 50, y: 70 } },
      turn: between(next, -0.06, 0.06),
      aslant: between(next, 0, Math.PI / 9),
      axis: between(next, 0, 2 * Math.PI),
    },
    turn: between(next, -Math.PI / 12, Math.PI / 12),
    shiftMm: { x: between(next, -3, 3), y: between(next, -2, 4) },
    blurPx: next(),
  });
  return {
    first: { scene: scene(({ left }) => left), taking: someTaking(next) },
    now: { scene: scene(({ left }) => left * between(next, 0.1, 1)), taking: someTaking(next) },
  };
}
