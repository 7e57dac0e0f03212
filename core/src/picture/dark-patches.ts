import type { Box, Plane } from './pixels';

/** What hangs together and is darker than its surroundings. */
export interface DarkPatch {
  readonly box: Box;
  /** px². */
  readonly area: number;
}

/** Darker than this share of the mean about it. */
const DARK = 0.6;
/** The surroundings reach as far as this share of the picture's longer side. */
const ABOUT = 1 / 16;

/** The dark patches of a plane, by a threshold that follows the light (Bradley and Roth 2007), joined along sides and corners. */
export function darkPatches(plane: Plane): readonly DarkPatch[] {
  const { width, height } = plane;
  const dark = darkerThanAbout(plane);
  const found: DarkPatch[] = [];
  const stack: number[] = [];
  for (let start = 0; start < dark.length; start++) {
    if (dark[start] !== 1) continue;
    let [left, right, top, bottom, area] = [width, 0, height, 0, 0];
    dark[start] = 2;
    stack.push(start);
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      const [x, y] = [at % width, Math.floor(at / width)];
      area++;
      [left, right] = [Math.min(left, x), Math.max(right, x)];
      [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) continue;
          const next = at + dy * width + dx;
          if (dark[next] !== 1) continue;
          dark[next] = 2;
          stack.push(next);
        }
      }
    }
    found.push({
      box: { x: left, y: top, width: right - left + 1, height: bottom - top + 1 },
      area,
    });
  }
  return found;
}

/** 1 where a place is darker than its surroundings, else 0. */
function darkerThanAbout({ width, height, values }: Plane): Uint8Array {
  // Sums of all above and to the left, one row and column more than the plane.
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += values[y * width + x] ?? 0;
      sums[(y + 1) * (width + 1) + x + 1] = row + (sums[y * (width + 1) + x + 1] ?? 0);
    }
  }
  const reach = Math.max(8, Math.round(ABOUT * Math.max(width, height)));
  const dark = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const [top, bottom] = [Math.max(0, y - reach), Math.min(height, y + reach + 1)];
    for (let x = 0; x < width; x++) {
      const [left, right] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)];
      const sum =
        (sums[bottom * (width + 1) + right] ?? 0) -
        (sums[top * (width + 1) + right] ?? 0) -
        (sums[bottom * (width + 1) + left] ?? 0) +
        (sums[top * (width + 1) + left] ?? 0);
      const mean = sum / ((bottom - top) * (right - left));
      if ((values[y * width + x] ?? 0) < DARK * mean) dark[y * width + x] = 1;
    }
  }
  return dark;
}
