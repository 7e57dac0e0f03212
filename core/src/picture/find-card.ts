import { WHITE_RING, BLACK_MIDDLE, CARDS, CARD_KINDS, type CardKind } from './card';
import type { CardPrint } from './card-print';
import { darkPatches, type DarkPatch } from './dark-patches';
import { InputError } from '../units';
import { homographyOf, mapped, stretchAt, type Homography, type Pair } from './map-points';
import { within } from './outline';
import {
  inside,
  lightOf,
  luminance,
  type Box,
  type Pixels,
  type Plane,
  type Point,
} from './pixels';
import { readPatches, type CardColours } from './read-card';

/** A card that was found in a picture. */
export interface CardFound {
  readonly kind: CardKind;
  /** Middles of its marks in the picture, px, in the card's order. */
  readonly marks: readonly Point[];
  /** From mm on the card to px. */
  readonly map: Homography;
  readonly pxPerMm: number;
  readonly colours: CardColours;
}

/** The longer side of the small picture that marks are looked for in, px. */
const SMALL_PX = 1400;
const MOST_MARKS = 14;
const MOST_SAMPLES = 2_000;

/** What a card is held against. */
interface Held {
  /** As its patches were printed. */
  readonly print?: CardPrint | undefined;
  /** How far its greys may lie from what is expected, logarithms. */
  readonly mostMisfit?: number | undefined;
}

/** Looks for a card; null where there is none, or too little of it. */
export const findCard = (picture: Pixels, print?: CardPrint): CardFound | null =>
  findCards(picture, 1, { print })[0] ?? null;

/** Looks for cards, the plainest first. */
export function findCards(picture: Pixels, most: number, held: Held = {}): readonly CardFound[] {
  const step = Math.max(1, Math.ceil(Math.max(picture.width, picture.height) / SMALL_PX));
  const small = smaller(picture, step);
  let marks = darkPatches(small)
    .flatMap((patch) => markOf(small, patch))
    .sort((one, other) => other.radius - one.radius)
    .slice(0, MOST_MARKS)
    .map((mark) => exactly(picture, step, mark));
  const found: CardFound[] = [];
  while (found.length < most) {
    const next = plainest(picture, marks, held);
    if (next === null) break;
    found.push(next);
    marks = marks.filter(({ middle }) => !next.marks.includes(middle));
  }
  return found;
}

/** Of the cards that marks make, the one whose greys fit best. */
function plainest(picture: Pixels, marks: readonly Mark[], held: Held): CardFound | null {
  let best: CardFound | null = null;
  for (const four of fours(marks)) {
    const middles = four.map(({ middle }) => middle);
    const found = cardAt(picture, middles, held);
    if (found !== null && (best === null || found.colours.misfit < best.colours.misfit)) {
      best = found;
    }
  }
  return best;
}

/** The card whose marks stand at four points, found or tapped, the open one first and on clockwise; null where its greys are not there. */
export function cardAt(
  picture: Pixels,
  marks: readonly Point[],
  { print, mostMisfit }: Held = {},
): CardFound | null {
  const found = CARD_KINDS.flatMap((kind): CardFound[] => {
    const card = CARDS[kind];
    const pairs = card.marks.map((from, each) => ({ from, to: marks[each] ?? from }));
    const map = mapOf(pairs);
    if (map === null) return [];
    const colours = readPatches(picture, card, map, print, mostMisfit);
    const middle = { x: card.widthMm / 2, y: card.heightMm / 2 };
    return colours === null ? [] : [{ kind, marks, map, pxPerMm: stretchAt(map, middle), colours }];
  });
  return found.sort((one, other) => one.colours.misfit - other.colours.misfit)[0] ?? null;
}

/** Null for points that are no corners. */
function mapOf(pairs: readonly Pair[]): Homography | null {
  try {
    return homographyOf(pairs);
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

interface Mark {
  readonly middle: Point;
  readonly radius: number;
  readonly open: boolean;
}

const AROUND = Array.from({ length: 16 }, (_, each) => (each * Math.PI) / 8);
const ENOUGH_OF_16 = 14;

/** A dark patch as a mark: black, white and, but for the first, black again from the edge to the middle; none where it is none. */
function markOf(plane: Plane, { box, area }: DarkPatch): Mark[] {
  const { width, height } = box;
  if (Math.min(width, height) < 8 || Math.max(width, height) > 1.8 * Math.min(width, height)) {
    return [];
  }
  const middle = { x: box.x + (width - 1) / 2, y: box.y + (height - 1) / 2 };
  const share = area / ((Math.PI / 4) * width * height);
  if (share < 0.35 || share > 0.85) return [];
  const at = (radius: number, turn: number) =>
    valueAt(plane, {
      x: middle.x + (radius * width * Math.cos(turn)) / 2,
      y: middle.y + (radius * height * Math.sin(turn)) / 2,
    });
  const black = (1 + WHITE_RING) / 2;
  const white = (WHITE_RING + BLACK_MIDDLE) / 2;
  const rings = AROUND.filter((turn) => at(white, turn) > 1.7 * at(black, turn)).length;
  if (rings < ENOUGH_OF_16) return [];
  const mean = (radius: number) =>
    AROUND.reduce((sum, turn) => sum + at(radius, turn), 0) / AROUND.length;
  const between = (mean(black) + mean(white)) / 2;
  const open = at(0, 0) > between;
  return [{ middle, radius: (width + height) / 4, open }];
}

/** The middle of a mark in the whole picture: of all that is dark about it, by how dark it is. */
function exactly(picture: Pixels, step: number, { middle, radius, open }: Mark): Mark {
  let at = { x: (middle.x + 0.5) * step - 0.5, y: (middle.y + 0.5) * step - 0.5 };
  const reach = 1.25 * radius * step;
  for (let turn = 0; turn < 4; turn++) {
    const size = Math.floor(2 * reach) + 1;
    const box = { x: Math.ceil(at.x - reach), y: Math.ceil(at.y - reach) };
    const part = inside({ ...box, width: size, height: size }, picture);
    const plane = luminance(picture, part);
    const sorted = about(plane).sort();
    const dark = sorted[Math.floor(0.05 * sorted.length)] ?? 0;
    const light = sorted[Math.floor(0.9 * sorted.length)] ?? 1;
    if (!(light > dark)) break;
    let [sum, sumX, sumY] = [0, 0, 0];
    for (let row = 0; row < plane.height; row++) {
      const y = part.y + row;
      for (let column = 0; column < plane.width; column++) {
        const x = part.x + column;
        if ((x - at.x) ** 2 + (y - at.y) ** 2 > reach * reach) continue;
        const value = plane.values[row * plane.width + column] ?? 0;
        const weight = Math.min(1, Math.max(0, (light - value) / (light - dark) - 0.15));
        sum += weight;
        sumX += weight * x;
        sumY += weight * y;
      }
    }
    if (sum === 0) break;
    at = { x: sumX / sum, y: sumY / sum };
  }
  return { middle: at, radius: radius * step, open };
}

/** Enough of a plane's values, spread over it, to tell its darkest and lightest by. */
function about({ values }: Plane): Float32Array {
  const every = Math.max(1, Math.floor(values.length / MOST_SAMPLES));
  return Float32Array.from(
    { length: Math.floor(values.length / every) },
    (_, each) => values[each * every] ?? 0,
  );
}

/** Four marks of a like size of which one is open, in the card's order. */
function* fours(marks: readonly Mark[]): Generator<readonly Mark[]> {
  for (const first of marks.filter(({ open }) => open)) {
    const others = marks.filter(
      (mark) => !mark.open && mark.radius < 1.6 * first.radius && first.radius < 1.6 * mark.radius,
    );
    for (let a = 0; a < others.length; a++) {
      for (let b = a + 1; b < others.length; b++) {
        for (let c = b + 1; c < others.length; c++) {
          const four = [first, others[a], others[b], others[c]].filter(
            (mark) => mark !== undefined,
          );
          const ordered = clockwise(four);
          if (ordered !== null) yield ordered;
        }
      }
    }
  }
}

/** Marks in turn about their middle, the first one first; null where they make no four corners that bulge outwards, wider than high. */
function clockwise(four: readonly Mark[]): readonly Mark[] | null {
  const middle = {
    x: four.reduce((sum, mark) => sum + mark.middle.x, 0) / 4,
    y: four.reduce((sum, mark) => sum + mark.middle.y, 0) / 4,
  };
  const turn = (mark: Mark | undefined) =>
    mark === undefined ? 0 : Math.atan2(mark.middle.y - middle.y, mark.middle.x - middle.x);
  const from = turn(four[0]);
  const after = (mark: Mark) => (turn(mark) - from + 4 * Math.PI) % (2 * Math.PI);
  const sorted = four.toSorted((one, other) => after(one) - after(other));
  for (let each = 0; each < 4; each++) {
    const [a, b, c] = [0, 1, 2].map((next) => sorted[(each + next) % 4]?.middle);
    if (a === undefined || b === undefined || c === undefined) return null;
    if ((b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) <= 0) return null;
  }
  const side = (one: number) => {
    const [a, b] = [sorted[one]?.middle, sorted[one + 1]?.middle];
    return a === undefined || b === undefined ? 0 : Math.hypot(a.x - b.x, a.y - b.y);
  };
  return side(0) > side(1) ? sorted : null;
}

const valueAt = ({ width, height, values }: Plane, { x, y }: Point): number => {
  const column = Math.min(width - 1, Math.max(0, Math.round(x)));
  const row = Math.min(height - 1, Math.max(0, Math.round(y)));
  return values[row * width + column] ?? 0;
};

/** Linear light of a picture with every so many pixels as one: their mean. */
function smaller({ data, width: wide, height: high }: Pixels, step: number): Plane {
  const [width, height] = [Math.floor(wide / step), Math.floor(high / step)];
  const values = new Float32Array(width * height);
  const share = 1 / step ** 2;
  for (let line = 0; line < height * step; line++) {
    const row = Math.floor(line / step) * width;
    let from = 4 * line * wide;
    for (let column = 0; column < width; column++) {
      let sum = 0;
      for (let across = 0; across < step; across++, from += 4) {
        sum += lightOf(data[from], data[from + 1], data[from + 2]);
      }
      values[row + column] = (values[row + column] ?? 0) + share * sum;
    }
  }
  return { width, height, values };
}

/** The corners of the card in the picture, px, in turn. */
export const cornersOf = ({ kind, map }: Pick<CardFound, 'kind' | 'map'>): readonly Point[] => {
  const { widthMm, heightMm } = CARDS[kind];
  return [
    { x: 0, y: 0 },
    { x: widthMm, y: 0 },
    { x: widthMm, y: heightMm },
    { x: 0, y: heightMm },
  ].map((corner) => mapped(map, corner));
};

/** Whether part of a box lies on the card: nothing is measured there. */
export function isOnCard(
  card: Pick<CardFound, 'kind' | 'map'>,
  { x, y, width, height }: Box,
): boolean {
  const corners = cornersOf(card);
  const box = [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
  const middle = { x: x + width / 2, y: y + height / 2 };
  return (
    [...box, middle].some((point) => within(corners, point)) ||
    corners.some((corner) => within(box, corner))
  );
}
