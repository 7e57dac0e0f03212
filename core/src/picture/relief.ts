import type { CardFound } from './find-card';
import { cornersOf } from './find-card';
import { mapped, type Homography } from './map-points';
import { distanceTo, within } from './outline';
import { lightOf, type Pixels, type Plane, type Point } from './pixels';

/**
 * How much each place of a picture is lighter or darker than its surroundings, in logarithms, so many places a mm: the same in
 * any light and balance. What lies on the card is left out, as the card does not lie on the same place twice.
 */
export interface Relief {
  readonly width: number;
  readonly height: number;
  readonly perMm: number;
  readonly values: Float32Array;
  /** 1 where there is skin, 0 on the card and beyond the picture. */
  readonly shown: Uint8Array;
}

/** Surroundings reach so far, mm: a mole and the edge of a design stand out from it, the fall of light does not. */
const ABOUT_MM = 5;
const BESIDE_CARD_MM = 2;
const MOST = 0.7;

/** Places a mm of the finest relief: a hair is narrower than two of them, a mole is not. */
const FINEST_PER_MM = 4;

/** The finest relief of a picture, in mm of skin from its top left corner. Hair, which grows and is shaved, is taken out by a median. */
export function reliefOf(
  picture: Pixels,
  { pxPerMm, card }: { readonly pxPerMm: number; readonly card: CardFound | null },
): Relief {
  const perMm = Math.min(FINEST_PER_MM, pxPerMm);
  const step = pxPerMm / perMm;
  const [width, height] = [Math.floor(picture.width / step), Math.floor(picture.height / step)];
  const light = new Float32Array(width * height);
  const shown = new Uint8Array(width * height).fill(1);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      light[y * width + x] = Math.log(Math.max(1e-4, lightAt(picture, x * step, y * step, step)));
    }
  }
  if (card !== null) {
    const corners = cornersOf(card).map(({ x, y }) => ({ x: x / step, y: y / step }));
    leaveOut({ width, height, shown }, corners, BESIDE_CARD_MM * perMm);
  }
  const values = withoutHair({ width, height, values: light });
  const about = meanAbout({ width, height, values, shown }, Math.round(ABOUT_MM * perMm));
  for (let at = 0; at < values.length; at++) {
    const more = (values[at] ?? 0) - (about[at] ?? 0);
    values[at] = Math.min(MOST, Math.max(-MOST, more));
  }
  return { width, height, perMm, values, shown };
}

/** The middle of each place and the eight about it. */
function withoutHair({ width, height, values }: Plane): Float32Array {
  const nine = new Float32Array(9);
  return Float32Array.from(values, (value, at) => {
    const [x, y] = [at % width, Math.floor(at / width)];
    if (x === 0 || y === 0 || x === width - 1 || y === height - 1) return value;
    for (let each = 0; each < 9; each++) {
      nine[each] = values[at + (Math.floor(each / 3) - 1) * width + (each % 3) - 1] ?? 0;
    }
    return nine.sort()[4] ?? 0;
  });
}

/** A relief with so many places in one, each the mean of what is shown of them. */
export function coarser(relief: Relief, many: number): Relief {
  if (many === 1) return relief;
  const [width, height] = [Math.floor(relief.width / many), Math.floor(relief.height / many)];
  const values = new Float32Array(width * height);
  const shown = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let [sum, of] = [0, 0];
      for (let down = 0; down < many; down++) {
        const from = (y * many + down) * relief.width + x * many;
        for (let at = from; at < from + many; at++) {
          if (relief.shown[at] === 0) continue;
          sum += relief.values[at] ?? 0;
          of++;
        }
      }
      if (2 * of < many * many) continue;
      values[y * width + x] = sum / of;
      shown[y * width + x] = 1;
    }
  }
  return { width, height, perMm: relief.perMm / many, values, shown };
}

/** Mean light of a square of pixels. */
function lightAt({ width, height, data }: Pixels, left: number, top: number, side: number): number {
  const [right, bottom] = [Math.min(width, left + side), Math.min(height, top + side)];
  let [sum, many] = [0, 0];
  for (let y = Math.floor(top); y < bottom; y++) {
    for (let x = Math.floor(left); x < right; x++) {
      const from = 4 * (y * width + x);
      sum += lightOf(data[from], data[from + 1], data[from + 2]);
      many++;
    }
  }
  return many === 0 ? 0 : sum / many;
}

function leaveOut(
  { width, height, shown }: Pick<Relief, 'width' | 'height' | 'shown'>,
  outline: readonly Point[],
  beside: number,
): void {
  const [xs, ys] = [outline.map(({ x }) => x), outline.map(({ y }) => y)];
  const [left, right] = [Math.min(...xs) - beside, Math.max(...xs) + beside];
  const [top, bottom] = [Math.min(...ys) - beside, Math.max(...ys) + beside];
  for (let y = Math.max(0, Math.floor(top)); y <= Math.min(height - 1, bottom); y++) {
    for (let x = Math.max(0, Math.floor(left)); x <= Math.min(width - 1, right); x++) {
      if (within(outline, { x, y }) || distanceTo(outline, { x, y }) < beside) {
        shown[y * width + x] = 0;
      }
    }
  }
}

/** The mean of what is shown in a square about each place. */
function meanAbout(
  { width, height, values, shown }: Omit<Relief, 'perMm'>,
  reach: number,
): Float32Array {
  const wide = width + 1;
  const [sums, counts] = [
    new Float64Array(wide * (height + 1)),
    new Float64Array(wide * (height + 1)),
  ];
  for (let y = 0; y < height; y++) {
    let [sum, many] = [0, 0];
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      if (shown[at] === 1) {
        sum += values[at] ?? 0;
        many++;
      }
      sums[(y + 1) * wide + x + 1] = sum + (sums[y * wide + x + 1] ?? 0);
      counts[(y + 1) * wide + x + 1] = many + (counts[y * wide + x + 1] ?? 0);
    }
  }
  const over = (of: Float64Array, x: number, y: number) => {
    const [left, right] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)];
    const [top, bottom] = [Math.max(0, y - reach), Math.min(height, y + reach + 1)];
    return (
      (of[bottom * wide + right] ?? 0) -
      (of[top * wide + right] ?? 0) -
      (of[bottom * wide + left] ?? 0) +
      (of[top * wide + left] ?? 0)
    );
  };
  const means = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const many = over(counts, x, y);
      means[y * width + x] = many === 0 ? 0 : over(sums, x, y) / many;
    }
  }
  return means;
}

/**
 * A relief seen from another picture: what a map brings to each of its places.
 *
 * @param back takes mm of that picture to mm of this one
 */
export function seenFrom(relief: Relief, back: Homography, size: Relief): Relief {
  const { width, height, perMm } = size;
  const values = new Float32Array(width * height);
  const shown = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = mapped(back, { x: (x + 0.5) / perMm, y: (y + 0.5) / perMm });
      const [column, row] = [at.x * relief.perMm - 0.5, at.y * relief.perMm - 0.5];
      const [left, top] = [Math.floor(column), Math.floor(row)];
      if (left < 0 || top < 0 || left + 1 >= relief.width || top + 1 >= relief.height) continue;
      const from = top * relief.width + left;
      const below = from + relief.width;
      const whole =
        (relief.shown[from] ?? 0) &
        (relief.shown[from + 1] ?? 0) &
        (relief.shown[below] ?? 0) &
        (relief.shown[below + 1] ?? 0);
      if (whole === 0) continue;
      const [right, down] = [column - left, row - top];
      const upper =
        (relief.values[from] ?? 0) * (1 - right) + (relief.values[from + 1] ?? 0) * right;
      const lower =
        (relief.values[below] ?? 0) * (1 - right) + (relief.values[below + 1] ?? 0) * right;
      values[y * width + x] = upper * (1 - down) + lower * down;
      shown[y * width + x] = 1;
    }
  }
  return { width, height, perMm, values, shown };
}
