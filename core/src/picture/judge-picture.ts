import { cornersOf, type CardFound } from './find-card';
import { within } from './outline';
import { luminance, type Box, type Pixels, type Point } from './pixels';
import { median } from './median';

/** Why a picture is better taken again. */
export type PictureFault = 'blurred' | 'tooDark' | 'tooBright' | 'uneven';

/** How a picture is lit and how sharp it is. */
export interface PictureJudged {
  /** Worst first; empty where nothing is wrong. */
  readonly faults: readonly PictureFault[];
  /** Middle of its light, linear 0–1. */
  readonly light: number;
  /** The darkest corner as a share of the brightest. */
  readonly evenness: number;
  /** How much neighbouring pixels differ beside what noise alone would make, of the middle light. */
  readonly sharpness: number;
}

/** Middle light below or above which skin shows too little; how uneven corners may be; how sharp it has to be (assumed). */
const [DARKEST, BRIGHTEST, LEAST_EVEN, LEAST_SHARP] = [0.035, 0.75, 0.4, 0.1];
/** Beyond this a place shows nothing more; so much of a picture may. */
const [LOST, MOST_LOST] = [0.98, 0.05];
/** What 99.5 % of noise stay below, in medians of it, with a little to spare. */
const NOISE_ALONE = 4.5;
/** The longer side that is looked at, px. */
const LOOKED_AT = 900;

/** Judges a picture before it is kept: light, its fall over the picture, and sharpness (energy of the Laplacian). */
export function judgePicture(picture: Pixels, card: CardFound | null = null): PictureJudged {
  const whole: Box = { x: 0, y: 0, width: picture.width, height: picture.height };
  const { width, height, values } = luminance(picture, whole);
  const some = sampled(values);
  const light = median(some);
  // The card is brighter than skin: a corner that it lies in says nothing of the light.
  const outline = card === null ? null : cornersOf(card);
  const isOn = (at: Point) => outline !== null && within(outline, at);
  const quarter = (right: number, down: number) => {
    const found: number[] = [];
    for (let y = Math.floor((down * height) / 3); y < ((down + 1) * height) / 3; y += 5) {
      for (let x = Math.floor((right * width) / 3); x < ((right + 1) * width) / 3; x += 5) {
        if (!isOn({ x, y })) found.push(values[y * width + x] ?? 0);
      }
    }
    return found.length === 0 ? null : median(found);
  };
  const corners = [quarter(0, 0), quarter(2, 0), quarter(0, 2), quarter(2, 2)].filter(
    (corner) => corner !== null,
  );
  const evenness = Math.min(...corners) / Math.max(1e-6, ...corners);
  const lost = some.filter((value) => value > LOST).length / Math.max(1, some.length);
  const sharpness = sharpnessOf({ width, height, values }, light);
  const faults: PictureFault[] = [
    ...(light < DARKEST ? (['tooDark'] as const) : []),
    ...(light > BRIGHTEST || lost > MOST_LOST ? (['tooBright'] as const) : []),
    ...(sharpness < LEAST_SHARP ? (['blurred'] as const) : []),
    ...(evenness < LEAST_EVEN ? (['uneven'] as const) : []),
  ];
  return { faults, light, evenness, sharpness };
}

const sampled = (values: Float32Array): readonly number[] => {
  const every = Math.max(1, Math.floor(values.length / 20_000));
  const found: number[] = [];
  for (let at = 0; at < values.length; at += every) found.push(values[at] ?? 0);
  return found;
};

/**
 * How far the strongest of differences over two pixels stand above what noise alone would make, of the middle light: edges of hair,
 * pores and the card, or none. Of noise alone the 99.5th percentile is 4.16 medians (normal distribution).
 */
function sharpnessOf(
  { width, height, values }: { width: number; height: number; values: Float32Array },
  light: number,
): number {
  const step = Math.max(1, Math.floor(Math.max(width, height) / LOOKED_AT));
  const edges: number[] = [];
  for (let y = 1; y < height - 1; y += step) {
    for (let x = 1; x < width - 1; x += step) {
      const at = y * width + x;
      const about =
        (values[at - 1] ?? 0) +
        (values[at + 1] ?? 0) +
        (values[at - width] ?? 0) +
        (values[at + width] ?? 0);
      edges.push(Math.abs(4 * (values[at] ?? 0) - about));
    }
  }
  edges.sort((one, other) => one - other);
  const at = (share: number) => edges[Math.floor(share * edges.length)] ?? 0;
  return Math.max(0, at(0.995) - NOISE_ALONE * at(0.5)) / Math.max(1e-3, light);
}
