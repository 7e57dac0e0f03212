import { InputError } from '../units';
import type { CardFound } from './find-card';
import {
  inverted,
  mapped,
  nearestMap,
  product,
  residual,
  type Homography,
  type Pair,
} from './map-points';
import { median } from './median';
import { UNTOLD, type Pixels, type Point, type Progress } from './pixels';
import { coarser, reliefOf, seenFrom, type Relief } from './relief';

/** The way pictures are aligned; raised when two may come to lie otherwise than before. */
export const ALIGN_METHOD = 1;

/** A residual above this is too much to measure by, mm. */
export const MOST_RESIDUAL_MM = 2;
export const LEAST_LANDMARKS = 3;

/** A picture with its scale, as it is aligned. */
export interface Scaled {
  readonly picture: Pixels;
  readonly pxPerMm: number;
  readonly card: CardFound | null;
}

/** How a later picture lies over the first one. */
export interface Alignment {
  /** From mm of the later picture, from its top left corner, to mm of the first. */
  readonly map: Homography;
  /** How far places that are the same lie apart, root mean square, mm. */
  readonly residualMm: number;
  /** How many places were found in both. */
  readonly places: number;
  readonly refused: null;
}

/** Why two pictures cannot be laid over each other to measure by. */
export type AlignRefusal = 'nothingAlike' | 'tooFarApart';

export interface NotAligned {
  readonly refused: AlignRefusal;
  /** Null where nothing was found in both. */
  readonly residualMm: number | null;
}

/**
 * Lays a later picture of a place over the first one: by landmarks where some are told, else by a search over turns and shifts;
 * then refined by correlation of squares of skin (normalised cross-correlation, a paraboloid about its peak), and a similarity,
 * or an affine map where that fits better, by least squares.
 *
 * @param landmarks the same places in the later and the first picture, px; none or three at least
 * @throws InputError for one or two landmarks, or such as lie on one place
 */
export function alignPictures(
  first: Scaled,
  now: Scaled,
  landmarks: readonly Pair[] = [],
  told: Progress = UNTOLD,
): Alignment | NotAligned {
  if (landmarks.length > 0 && landmarks.length < LEAST_LANDMARKS) {
    throw new InputError('landmarks', `must be ${LEAST_LANDMARKS} at least`);
  }
  const marks = landmarks.map(({ from, to }) => ({
    from: inMm(from, now.pxPerMm),
    to: inMm(to, first.pxPerMm),
  }));
  const one = reliefOf(first.picture, first);
  told(RELIEF / 2);
  const other = reliefOf(now.picture, now);
  told(RELIEF);
  const begun =
    marks.length > 0
      ? nearestMap(marks, 'similarity')
      : searched(coarser(one, COARSEST), coarser(other, COARSEST), (share) =>
          told(RELIEF + share * (SEARCHED - RELIEF)),
        );
  if (begun === null) return { refused: 'nothingAlike', residualMm: null };
  const refined = refinedFrom(one, other, begun);
  told(1);
  if (refined !== null) return judged(refined.map, refined.residualMm, refined.places);
  if (marks.length === 0) return { refused: 'nothingAlike', residualMm: null };
  return judged(begun, residual(begun, marks), marks.length);
}

const judged = (map: Homography, residualMm: number, places: number): Alignment | NotAligned =>
  residualMm > MOST_RESIDUAL_MM
    ? { refused: 'tooFarApart', residualMm }
    : { map, residualMm, places, refused: null };

const inMm = ({ x, y }: Point, pxPerMm: number): Point => ({
  x: (x + 0.5) / pxPerMm,
  y: (y + 0.5) / pxPerMm,
});

// Of the time that aligning takes, how much has gone once both reliefs are there, and once a turn and shift is found.
const [RELIEF, SEARCHED] = [0.25, 0.75];

/** So many places of the finest relief in one, for the search. */
const COARSEST = 4;

/** Turns that are searched, in steps of so many degrees, and shifts about the middle, mm. */
const [MOST_TURN, TURN_STEP, MOST_SHIFT] = [20, 2.5, 24];
/** A score below is chance. */
const LEAST_SCORE = 0.25;
/** So much of the first picture’s skin has to be seen in the later one. */
const LEAST_OVERLAP = 0.3;

/** The turn and shift under which two reliefs, one place a mm, look most alike; null where none do. */
function searched(first: Relief, now: Relief, told: Progress): Homography | null {
  const middle = { x: now.width / now.perMm / 2, y: now.height / now.perMm / 2 };
  const to = { x: first.width / first.perMm / 2, y: first.height / first.perMm / 2 };
  let best: { seen: Relief; map: Homography; right: number; down: number; score: number } | null =
    null;
  const shown = first.shown.reduce((sum, each) => sum + each, 0);
  const least = LEAST_OVERLAP * shown;
  const whole = { x: 0, y: 0, width: first.width, height: first.height, least };
  for (let degrees = -MOST_TURN; degrees <= MOST_TURN; degrees += TURN_STEP) {
    told((degrees + MOST_TURN) / (2 * MOST_TURN));
    const map = turnedAbout(middle, to, (degrees * Math.PI) / 180);
    const seen = seenFrom(now, inverted(map), first);
    // Every other shift by every other place: what is looked for is wider than either.
    for (let down = -MOST_SHIFT; down <= MOST_SHIFT; down += 2) {
      for (let right = -MOST_SHIFT; right <= MOST_SHIFT; right += 2) {
        const score = alikeness(first, seen, { ...whole, right, down, step: 2 });
        if (score !== null && score > (best?.score ?? LEAST_SCORE)) {
          best = { seen, map, right, down, score };
        }
      }
    }
  }
  if (best === null) return null;
  const { seen, map } = best;
  const about = best;
  for (let down = about.down - 1; down <= about.down + 1; down++) {
    for (let right = about.right - 1; right <= about.right + 1; right++) {
      const score = alikeness(first, seen, { ...whole, right, down, step: 1 });
      if (score !== null && score > best.score) best = { seen, map, right, down, score };
    }
  }
  // What is seen right of its place has to move back.
  const back = [1, 0, -best.right / first.perMm, 0, 1, -best.down / first.perMm, 0, 0, 1];
  return product(back, map);
}

function turnedAbout(from: Point, to: Point, turn: number): Homography {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return [
    ...[cos, -sin, to.x - cos * from.x + sin * from.y],
    ...[sin, cos, to.y - sin * from.x - cos * from.y],
    ...[0, 0, 1],
  ];
}

/** Normalised cross-correlation of a part of one relief with another, shifted; null where too little of it is shown in both. */
function alikeness(
  one: Relief,
  other: Relief,
  of: {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
    readonly right: number;
    readonly down: number;
    /** How many places have to be shown in both. */
    readonly least: number;
    /** Every so many rows and columns are looked at. */
    readonly step: number;
  },
): number | null {
  const { values, shown, width } = one;
  const { values: others, shown: othersShown, width: otherWidth } = other;
  const { right, down, step } = of;
  let [many, a, b, aa, bb, ab] = [0, 0, 0, 0, 0, 0];
  const top = Math.max(of.y, -down);
  const bottom = Math.min(of.y + of.height, other.height - down);
  const left = Math.max(of.x, -right);
  const end = Math.min(of.x + of.width, otherWidth - right);
  for (let y = top; y < bottom; y += step) {
    const row = y * width;
    const shift = (y + down) * otherWidth + right - row;
    for (let at = row + left; at < row + end; at += step) {
      if (shown[at] === 0 || othersShown[at + shift] === 0) continue;
      const p = values[at] ?? 0;
      const q = others[at + shift] ?? 0;
      many++;
      a += p;
      b += q;
      aa += p * p;
      bb += q * q;
      ab += p * q;
    }
  }
  if (many * step * step < of.least) return null;
  const spread = (aa - (a * a) / many) * (bb - (b * b) / many);
  return spread <= 0 ? null : (ab - (a * b) / many) / Math.sqrt(spread);
}

/** Rounds of refinement: how many of the finest places in one, and how far each square is looked for, mm. */
const ROUNDS = [
  { many: 2, reachMm: 3 },
  { many: 1, reachMm: 1.25 },
  { many: 1, reachMm: 0.5 },
] as const;
const [SQUARE_MM, SQUARE_STEP_MM] = [10, 5];
/** Flatter skin is not looked for: it would be found anywhere. */
const LEAST_UNEVEN = 0.02;
/** So much of a square has to be shown in both. */
const LEAST_SHOWN = 0.6;
const [LEAST_PEAK, LEAST_BEND, LEAST_SQUARES] = [0.5, 0.004, 4];
/** An affine map has to fit by so much better, as it has two more ways to bend to chance. */
const MUCH_BETTER = 0.6;
const AFFINE_FROM = 10;

function refinedFrom(
  finest: Relief,
  later: Relief,
  begun: Homography,
): { readonly map: Homography; readonly residualMm: number; readonly places: number } | null {
  let refined: ReturnType<typeof fitted> = null;
  for (const { many, reachMm } of ROUNDS) {
    const [one, other] = [coarser(finest, many), coarser(later, many)];
    const map: Homography = refined?.map ?? begun;
    const seen = seenFrom(other, inverted(map), one);
    const found = squares(one, seen, Math.round(reachMm * one.perMm));
    refined = fitted(
      found.map(({ at, lies }) => ({ from: mapped(inverted(map), lies), to: at })),
      map,
    );
    if (refined === null) return null;
  }
  return refined;
}

/** Squares of skin that are found in both: where they are in the first picture, and where they lie in the other as it is mapped now, mm. */
function squares(
  one: Relief,
  seen: Relief,
  reach: number,
): readonly { readonly at: Point; readonly lies: Point }[] {
  const side = Math.round(SQUARE_MM * one.perMm);
  const step = Math.round(SQUARE_STEP_MM * one.perMm);
  const least = LEAST_SHOWN * side * side;
  const found: { at: Point; lies: Point }[] = [];
  for (let y = 0; y + side <= one.height; y += step) {
    for (let x = 0; x + side <= one.width; x += step) {
      if (unevenness(one, { x, y, side }) < LEAST_UNEVEN) continue;
      const at = (right: number, down: number) =>
        alikeness(one, seen, {
          ...{ x, y, width: side, height: side, right, down, least, step: 1 },
        });
      const peak = peakOf(at, reach);
      if (peak === null) continue;
      const middle = { x: (x + side / 2) / one.perMm, y: (y + side / 2) / one.perMm };
      const lies = { x: middle.x + peak.x / one.perMm, y: middle.y + peak.y / one.perMm };
      found.push({ at: middle, lies });
    }
  }
  return found;
}

/** Standard deviation of what a square of a relief shows. */
function unevenness(
  { width, values, shown }: Relief,
  of: { readonly x: number; readonly y: number; readonly side: number },
): number {
  let [many, sum, squared] = [0, 0, 0];
  for (let y = of.y; y < of.y + of.side; y++) {
    for (let at = y * width + of.x; at < y * width + of.x + of.side; at++) {
      if (shown[at] === 0) continue;
      const value = values[at] ?? 0;
      many++;
      sum += value;
      squared += value * value;
    }
  }
  return many === 0 ? 0 : Math.sqrt(Math.max(0, squared / many - (sum / many) ** 2));
}

/** Where a square is most alike, to a part of a place; null where it is nowhere, or along a line that could be slid along. */
function peakOf(at: (right: number, down: number) => number | null, reach: number): Point | null {
  let best: { right: number; down: number; score: number } | null = null;
  for (let down = -reach; down <= reach; down++) {
    for (let right = -reach; right <= reach; right++) {
      const score = at(right, down);
      if (score !== null && score > (best?.score ?? LEAST_PEAK)) best = { right, down, score };
    }
  }
  if (best === null || Math.max(Math.abs(best.right), Math.abs(best.down)) === reach) return null;
  const { right, down, score } = best;
  const about = (dx: number, dy: number) => at(right + dx, down + dy);
  const [west, east, north, south] = [about(-1, 0), about(1, 0), about(0, -1), about(0, 1)];
  const [nw, ne, sw, se] = [about(-1, -1), about(1, -1), about(-1, 1), about(1, 1)];
  if (west === null || east === null || north === null || south === null) return null;
  if (nw === null || ne === null || sw === null || se === null) return null;
  const [xx, yy] = [2 * score - west - east, 2 * score - north - south];
  const xy = (ne + sw - nw - se) / 4;
  const whole = xx * yy - xy * xy;
  const least = (xx + yy) / 2 - Math.hypot((xx - yy) / 2, xy);
  if (least < LEAST_BEND || whole <= 0) return null;
  const [gx, gy] = [(east - west) / 2, (south - north) / 2];
  const within = (share: number) => Math.min(1, Math.max(-1, share));
  return {
    x: right + within((yy * gx + xy * gy) / whole),
    y: down + within((xx * gy + xy * gx) / whole),
  };
}

/** The map that most of the pairs agree on, without those that lie far off. */
function fitted(
  pairs: readonly Pair[],
  begun: Homography,
): { readonly map: Homography; readonly residualMm: number; readonly places: number } | null {
  let kept = pairs;
  let map = begun;
  for (let round = 0; round < 6; round++) {
    if (kept.length < LEAST_SQUARES) return null;
    map = mapThrough(kept);
    const off = pairs.map((pair) => residual(map, [pair]));
    const usual = median(kept.map((pair) => residual(map, [pair])));
    const next = pairs.filter((_, each) => (off[each] ?? 0) <= Math.max(0.15, 3 * usual));
    if (next.length === kept.length) break;
    kept = next;
  }
  return kept.length < LEAST_SQUARES
    ? null
    : { map, residualMm: residual(map, kept), places: kept.length };
}

function mapThrough(pairs: readonly Pair[]): Homography {
  const similar = nearestMap(pairs, 'similarity');
  if (pairs.length < AFFINE_FROM) return similar;
  const affine = nearestMap(pairs, 'affine');
  return residual(affine, pairs) < MUCH_BETTER * residual(similar, pairs) ? affine : similar;
}

/** From px of the later picture to px of the first, of a map in mm. */
export function inPixels(
  map: Homography,
  of: { readonly first: number; readonly now: number },
): Homography {
  const toMm = [1 / of.now, 0, 0.5 / of.now, 0, 1 / of.now, 0.5 / of.now, 0, 0, 1];
  const toPx = [of.first, 0, -0.5, 0, of.first, -0.5, 0, 0, 1];
  return product(toPx, product(map, toMm));
}
