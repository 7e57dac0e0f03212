import erfc from '@stdlib/math-base-special-erfc';
import { HAIR_COLOURS, type HairColour, type SkinType } from '../optics';
import type { Box, LinearRgb, Pixels, Point } from '../picture';
import { cardMap, drawCard } from './card';
import { cover, someTaking, take, type Scene, type Taking } from './light';
import { between, normal } from './numbers';
import { darken, drawSkin } from './skin';

/** A hair that was drawn: where it comes out, where it ends, and how thick it is. */
export interface DrawnHair {
  /** From root to tip, px. */
  readonly line: readonly Point[];
  readonly widthUm: number;
}

/** Reflectance of shafts: our own drawing of them. */
export const HAIR: Readonly<Record<HairColour, LinearRgb>> = {
  black: [0.02, 0.018, 0.016],
  darkBrown: [0.04, 0.03, 0.022],
  midBrown: [0.09, 0.06, 0.04],
  lightBrown: [0.16, 0.11, 0.07],
  darkBlond: [0.22, 0.16, 0.1],
  blond: [0.42, 0.33, 0.22],
  red: [0.25, 0.1, 0.05],
  grey: [0.35, 0.34, 0.33],
  white: [0.7, 0.69, 0.66],
} satisfies Record<(typeof HAIR_COLOURS)[number], LinearRgb>;

/** What a pixel of a sensor and its lens blur by at the least, px. */
const SENSOR_BLUR_PX = 0.4;
const STEP_PX = 0.5;

export interface HairScene {
  readonly type: SkinType;
  readonly colour: HairColour;
  readonly pxPerMm: number;
  /** The window that hairs are counted in, mm. */
  readonly window: { readonly widthMm: number; readonly heightMm: number };
  /** How many hairs come out of the skin in the window; about as many have their middle there. */
  readonly hairs: number;
  readonly widthUm: readonly [number, number];
  readonly lengthMm: readonly [number, number];
  /** Standard deviation of their directions about the one they share, rad. */
  readonly spread: number;
  /** By how much the picture is turned, rad. */
  readonly turn: number;
  /** Beyond what the sensor blurs, px. */
  readonly blurPx: number;
  /** Moles, mm from the window's top left corner: they turn with the skin, and stay from picture to picture; none where absent. */
  readonly moles?: readonly Point[];
  /** How the skin lies in the picture, mm; straight where absent. */
  readonly shiftMm?: Point;
  /** How a pocket card lies below the window; none where absent. */
  readonly card?: { readonly turn: number; readonly aslant: number; readonly axis: number };
}

export interface HairPicture {
  readonly picture: Pixels;
  readonly window: Box;
  /** Those whose middle lies in the window; others stand around it. */
  readonly hairs: readonly DrawnHair[];
}

const MARGIN_MM = 3;
/** What a pocket card takes up with the skin about it, mm. */
const CARD_ROOM_MM = { width: 94, height: 62 };

/** A photograph of hair on skin of which it is known how many hairs stand in the window. */
export function hairPicture(of: HairScene, taking: Taking, next: () => number): HairPicture {
  const { pxPerMm } = of;
  const [windowWidth, windowHeight] = [of.window.widthMm * pxPerMm, of.window.heightMm * pxPerMm];
  const margin = MARGIN_MM * pxPerMm;
  const above = windowHeight + 2 * margin;
  const cardSide = of.card === undefined ? { width: 0, height: 0 } : CARD_ROOM_MM;
  const width = Math.round(Math.max(windowWidth + 2 * margin, cardSide.width * pxPerMm));
  const height = Math.round(above + cardSide.height * pxPerMm);
  const scene = drawSkin({ width, height, type: of.type, pxPerMm }, next);
  const towards = between(next, 0, 2 * Math.PI) + of.turn;
  const hair = (): DrawnHair => ({
    line: hairLine(
      { x: margin + next() * windowWidth, y: margin + next() * windowHeight },
      {
        length: between(next, ...of.lengthMm) * pxPerMm,
        direction: towards + of.spread * normal(next),
      },
      next,
    ),
    widthUm: between(next, ...of.widthUm),
  });
  const hairs = Array.from({ length: of.hairs }, hair);
  // As dense as in the window, over all of the picture; those in the window are left out again.
  const around = ((width * height) / (windowWidth * windowHeight)) * of.hairs;
  const others = Array.from({ length: Math.round(around) }, () => {
    const { line, widthUm } = hair();
    const root = { x: next() * width, y: next() * height };
    const moved = line.map(({ x, y }) => ({
      x: x + root.x - (line[0]?.x ?? 0),
      y: y + root.y - (line[0]?.y ?? 0),
    }));
    return { line: moved, widthUm, root };
  }).filter(
    ({ root: { x, y } }) =>
      x < margin || y < margin || x > margin + windowWidth || y > margin + windowHeight,
  );
  const blur = Math.hypot(SENSOR_BLUR_PX, of.blurPx);
  const all = [...hairs, ...others];
  for (const each of all) {
    drawHair(scene, each, { pxPerMm, colour: HAIR[of.colour], blur });
  }
  if (of.card !== undefined) {
    const middle = { x: width / 2, y: above + (cardSide.height / 2) * pxPerMm };
    const pose = { ...of.card, kind: 'pocket', pxPerMm, middle } as const;
    drawCard(scene, 'pocket', cardMap({ ...pose, distancePx: 300 * pxPerMm }));
  }
  const [cos, sin] = [Math.cos(of.turn), Math.sin(of.turn)];
  for (const mole of of.moles ?? []) {
    const [dx, dy] = [mole.x - of.window.widthMm / 2, mole.y - of.window.heightMm / 2];
    const { x, y } = of.shiftMm ?? { x: 0, y: 0 };
    const at = {
      x: margin + pxPerMm * (of.window.widthMm / 2 + x + dx * cos - dy * sin),
      y: margin + pxPerMm * (of.window.heightMm / 2 + y + dx * sin + dy * cos),
    };
    darken(scene, { ...at, radius: 0.7 * pxPerMm }, 0.6);
  }
  const inWindow = ({ line }: DrawnHair): boolean => {
    const { x = 0, y = 0 } = line[Math.floor(line.length / 2)] ?? {};
    return x >= margin && y >= margin && x < margin + windowWidth && y < margin + windowHeight;
  };
  return {
    picture: take(scene, taking, next),
    window: { x: margin, y: margin, width: windowWidth, height: windowHeight },
    hairs: all.filter(inWindow),
  };
}

/** A line that bends a little all along, in steps of half a pixel. */
function hairLine(
  root: Point,
  { length, direction }: { length: number; direction: number },
  next: () => number,
): readonly Point[] {
  const bend = (0.5 * normal(next)) / length;
  const line: Point[] = [root];
  for (let along = STEP_PX; along <= length; along += STEP_PX) {
    const { x, y } = line.at(-1) ?? root;
    const to = direction + bend * along;
    line.push({ x: x + STEP_PX * Math.cos(to), y: y + STEP_PX * Math.sin(to) });
  }
  return line;
}

/** Draws a hair as it is seen through a blur: the share of each pixel that its width takes up. */
export function drawHair(
  scene: Scene,
  { line, widthUm }: DrawnHair,
  { pxPerMm, colour, blur }: { pxPerMm: number; colour: LinearRgb; blur: number },
): void {
  const half = (widthUm / 2000) * pxPerMm;
  const reach = half + 3 * blur;
  const nearest = new Map<number, number>();
  for (const { x, y } of line) {
    for (
      let row = Math.max(0, Math.ceil(y - reach));
      row <= Math.min(scene.height - 1, y + reach);
      row++
    ) {
      for (
        let col = Math.max(0, Math.ceil(x - reach));
        col <= Math.min(scene.width - 1, x + reach);
        col++
      ) {
        const pixel = row * scene.width + col;
        const away = Math.hypot(col - x, row - y);
        const before = nearest.get(pixel);
        if (before === undefined || away < before) nearest.set(pixel, away);
      }
    }
  }
  for (const [pixel, away] of nearest) {
    const share =
      0.5 * (erf((away + half) / (Math.SQRT2 * blur)) - erf((away - half) / (Math.SQRT2 * blur)));
    cover(scene, pixel, share, colour);
  }
}

const erf = (x: number): number => 1 - erfc(x);

/** A scene and a taking at random, over all that ordinary pictures differ in. */
export function someHairScene(
  next: () => number,
  fixed: Partial<Pick<HairScene, 'type' | 'colour'>> = {},
): { readonly scene: HairScene; readonly taking: Taking } {
  const side = between(next, 10, 20);
  const finest = between(next, 30, 90);
  return {
    scene: {
      type: fixed.type ?? ((1 + Math.floor(6 * next())) as SkinType),
      colour: fixed.colour ?? HAIR_COLOURS[Math.floor(HAIR_COLOURS.length * next())] ?? 'black',
      pxPerMm: between(next, 16, 24),
      window: { widthMm: side, heightMm: side },
      hairs: Math.round(between(next, 10, 120)),
      widthUm: [finest, Math.min(120, finest + 30)],
      lengthMm: [1.2, 4],
      spread: 0.35,
      turn: between(next, -Math.PI / 12, Math.PI / 12),
      blurPx: next(),
    },
    taking: someTaking(next),
  };
}
