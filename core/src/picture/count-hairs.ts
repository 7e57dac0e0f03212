import { median } from './median';
import {
  inside,
  luminance,
  UNTOLD,
  type Box,
  type Pixels,
  type Plane,
  type Point,
  type Progress,
} from './pixels';
import { shrunk } from './shrink';
import { boxMean, ridgesOf, type Ridges } from './ridges';
import { traceLines } from './trace-hairs';

/** The way hairs are counted; raised when a picture may give another figure than before. */
export const HAIR_METHOD = 3;

/** A hair that was found, or that somebody added. */
export interface FoundHair {
  /** From end to end, px of the whole picture. */
  readonly line: readonly Point[];
  readonly lengthMm: number;
  readonly widthUm: number;
  /** By how many deviations of the noise it stands out. */
  readonly strength: number;
}

/** Why no number is given. */
export const HAIRS_NOT_MEASURABLE = [
  'tooSmall',
  'tooDark',
  'tooLittleContrast',
  'noneSeen',
] as const;

export type HairsNotMeasurable = (typeof HAIRS_NOT_MEASURABLE)[number];

/** What was counted in a window. */
export interface HairCount {
  /** Each hair whose middle lies in the window; what was found, too, where it is no measure. */
  readonly hairs: readonly FoundHair[];
  readonly windowCm2: number;
  readonly perCm2: number;
  readonly medianWidthUm: number;
  /** How far hair has grown out, as it is seen: hair that stands up looks shorter. */
  readonly medianLengthMm: number;
  readonly totalLengthMm: number;
  /** By how many hairs the count may be off, either way, nine times of ten: as on drawn pictures of which it is known. */
  readonly doubt: number;
  readonly notMeasurable: HairsNotMeasurable | null;
}

// Of the time that a count takes, how much has gone once the light is even, and once it is filtered.
const [LIT, FILTERED] = [0.15, 0.7];

const MARGIN_MM = 2.5;
const LIMITS = { begin: 5, follow: 2.5 };
const SHORTEST_MM = 0.35;
/** Shorter than this is a hair, or what is seen of one beneath others, only where it stands out as hairs here do. */
const WHOLE_MM = 0.5;
const GAP_MM = 0.25;
const CORNER_MM = 0.4;
const BEND_PER_MM = 0.7;

/** Fewer pixels a mm show no fine hair. */
const FEWEST_PX_PER_MM = 12;
/** As fine as hairs are counted in. */
const ENOUGH_PX_PER_MM = 17;
/** Fewer hairs than these may as well be none, or hair that is too fair to be seen. */
const FEWEST = 3;
const DARKEST_SKIN = 0.004;
/** Of median strength and width below these, or of dark lines that stand out less beside bright ones, it is no dark hair on skin. */
const WEAKEST = 5.5;
const FINEST_UM = 15;
const DARK_TO_BRIGHT = 1.25;
/** What lacks less light than this share of the usual is no hair. */
const SHARE_OF_USUAL = 0.25;
const SHORT_OF_USUAL = 0.6;

/**
 * Counts the hairs whose middle lies in a window of a picture.
 *
 * @param of.window px
 * @param of.pxPerMm pixels a mm of skin in the window
 */
export function countHairs(
  picture: Pixels,
  { window, pxPerMm: seenPxPerMm }: { readonly window: Box; readonly pxPerMm: number },
  told: Progress = UNTOLD,
): HairCount {
  const margin = MARGIN_MM * seenPxPerMm;
  const box = inside(
    {
      ...{ x: window.x - margin, y: window.y - margin },
      ...{ width: window.width + 2 * margin, height: window.height + 2 * margin },
    },
    picture,
  );
  const scale = { window, pxPerMm: seenPxPerMm };
  if (seenPxPerMm < FEWEST_PX_PER_MM || Math.min(box.width, box.height) < 2 * margin) {
    return counted([], scale, 'tooSmall');
  }
  // A finer picture tells no more of a hair, and takes longer.
  const step = Math.max(1, seenPxPerMm / ENOUGH_PX_PER_MM);
  const pxPerMm = seenPxPerMm / step;
  const light = shrunk(luminance(picture, box), step);
  if (median([...light.values.filter((_, at) => at % 97 === 0)]) < DARKEST_SKIN) {
    return counted([], scale, 'tooDark');
  }
  const dark = missingLight(light, pxPerMm);
  told(LIT);
  const ridges = strongest(
    FILTERS_MM.map((sigma, each) => {
      const found = ridgesOf(dark, sigma * pxPerMm);
      told(LIT + ((FILTERED - LIT) * (each + 1)) / FILTERS_MM.length);
      return found;
    }),
  );
  const lines = traceLines(ridges, {
    ...LIMITS,
    ...{ gapPx: GAP_MM * pxPerMm, cornerPx: CORNER_MM * pxPerMm },
    ...{ bendPerPx: BEND_PER_MM / pxPerMm, shortestPx: SHORTEST_MM * pxPerMm },
  });
  told(1);
  const found = lines.map(({ line, strength }): FoundHair => ({
    line: line.map(({ x, y }) => ({
      x: (x + 0.5) * step - 0.5 + box.x,
      y: (y + 0.5) * step - 0.5 + box.y,
    })),
    lengthMm: lengthPx(line) / pxPerMm,
    widthUm: (1000 * widthPx(dark, line)) / pxPerMm,
    strength,
  }));
  const whole = found.filter(({ lengthMm }) => lengthMm >= WHOLE_MM);
  const usual = median(whole.map(({ widthUm }) => widthUm));
  const plain = SHORT_OF_USUAL * median(whole.map(({ strength }) => strength));
  const hairs = found.filter(
    ({ line, widthUm, strength, lengthMm }) =>
      widthUm > SHARE_OF_USUAL * usual &&
      (lengthMm >= WHOLE_MM || (whole.length > 0 && strength > plain)) &&
      holds(window, line[Math.floor(line.length / 2)]),
  );
  const pale =
    darkToBright(ridges) < DARK_TO_BRIGHT ||
    usual < FINEST_UM ||
    median(hairs.map(({ strength }) => strength)) < WEAKEST;
  return counted(
    hairs,
    scale,
    hairs.length < FEWEST ? 'noneSeen' : pale ? 'tooLittleContrast' : null,
  );
}

/** What a set of hairs comes to, as they were found or as somebody corrected them. */
export function counted(
  hairs: readonly FoundHair[],
  { window, pxPerMm }: { readonly window: Box; readonly pxPerMm: number },
  notMeasurable: HairsNotMeasurable | null = null,
): HairCount {
  const windowCm2 = (window.width * window.height) / (10 * pxPerMm) ** 2;
  return {
    ...{ hairs, windowCm2, notMeasurable, perCm2: hairs.length / windowCm2 },
    medianWidthUm: median(hairs.map(({ widthUm }) => widthUm)),
    medianLengthMm: median(hairs.map(({ lengthMm }) => lengthMm)),
    totalLengthMm: hairs.reduce((sum, { lengthMm }) => sum + lengthMm, 0),
    doubt: Math.max(DOUBT.least, DOUBT.share * hairs.length),
  };
}

/** See docs/model: nine of ten drawn pictures are counted within these. */
const DOUBT = { least: 2, share: 0.1 };

const FILTERS_MM = [0.05, 0.085];

/** By how much the most marked dark lines outdo the most marked bright ones. */
function darkToBright({ of }: Ridges): number {
  const some: number[] = [];
  for (const plane of of) {
    const every = Math.max(1, Math.floor(plane.length / SOME)) | 1;
    for (let at = 0; at < plane.length; at += every) {
      const value = plane[at] ?? 0;
      if (value !== 0) some.push(value);
    }
  }
  const sorted = Float64Array.from(some).sort();
  const most = (share: number) => sorted[Math.floor(share * (sorted.length - 1))] ?? 0;
  return most(1 - MARKED) / Math.max(1e-6, -most(MARKED));
}

const MARKED = 0.002;
/** Enough places of a direction to tell its ends by. */
const SOME = 20_000;

/** What of the light of the skin about it each place lacks, 0–1: the same in the light as in the shade. */
function missingLight(plane: Plane, pxPerMm: number): Plane {
  const radius = Math.round(1.2 * pxPerMm);
  const about = boxMean(plane, radius);
  // Once more, without what is darker than its surroundings: the skin alone.
  const clipped = Float32Array.from(plane.values, (value, at) =>
    Math.max(value, 0.93 * (about[at] ?? 0)),
  );
  const skin = boxMean({ ...plane, values: clipped }, radius);
  const values = Float32Array.from(
    plane.values,
    (value, at) => 1 - value / Math.max(1e-4, skin[at] ?? 0),
  );
  return { ...plane, values };
}

/** Of two widths of filter the one by which a place stands out more from the noise. */
function strongest(of: readonly Ridges[]): Ridges {
  const [first, ...others] = of;
  if (first === undefined) throw new RangeError('needs one width of filter at least');
  const planes = first.of.map((plane, index) => {
    const best = plane.map((value) => value / first.noise);
    for (const { of: theirs, noise } of others) {
      const values = theirs[index] ?? best;
      for (let at = 0; at < best.length; at++) {
        const next = (values[at] ?? 0) / noise;
        if (Math.abs(next) > Math.abs(best[at] ?? 0)) best[at] = next;
      }
    }
    return best;
  });
  return { ...first, of: planes, noise: 1 };
}

const lengthPx = (line: readonly Point[]): number =>
  line.reduce((sum, { x, y }, at) => {
    const before = line[at - 1];
    return before === undefined ? 0 : sum + Math.hypot(x - before.x, y - before.y);
  }, 0);

const holds = (box: Box, point: Point | undefined): boolean =>
  point !== undefined &&
  point.x >= box.x &&
  point.y >= box.y &&
  point.x < box.x + box.width &&
  point.y < box.y + box.height;

/** The width of what is black in a line: what light it lacks across, added up. */
function widthPx({ width, height, values }: Plane, line: readonly Point[]): number {
  const across = line.map(({ x, y }, at) => {
    const [from, to] = [
      line[Math.max(0, at - 3)] ?? { x, y },
      line[Math.min(line.length - 1, at + 3)] ?? { x, y },
    ];
    const turn = Math.atan2(to.y - from.y, to.x - from.x);
    let sum = 0;
    for (let aside = -3; aside <= 3; aside += 0.5) {
      const [px, py] = [
        Math.round(x - aside * Math.sin(turn)),
        Math.round(y + aside * Math.cos(turn)),
      ];
      if (px < 0 || py < 0 || px >= width || py >= height) continue;
      sum += 0.5 * (values[py * width + px] ?? 0);
    }
    return sum;
  });
  return median(across);
}
