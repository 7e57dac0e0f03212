import type { Plane } from './pixels';

/** How many directions a line may have between 0 and π. */
export const DIRECTIONS = 18;

/** By how much a stretch of a line is smoothed along itself to either side, px. */
const ALONG_PX = 5;

/**
 * How much darker each place is than both its sides, in each direction that a line through it may have: a line that crosses
 * another stands out in its own direction, so that both are followed through the crossing.
 * `of[direction]` is a plane; direction d runs at d·π/DIRECTIONS to the right and down.
 */
export interface Ridges {
  readonly width: number;
  readonly height: number;
  readonly of: readonly Float32Array[];
  /** Standard deviation of what noise alone gives. */
  readonly noise: number;
}

export const direction = (index: number): number => (index * Math.PI) / DIRECTIONS;

/** The dark lines of a plane: second derivative of a Gaussian across, a Gaussian along (after Freeman and Adelson 1991). */
export function ridgesOf(plane: Plane, sigmaPx: number): Ridges {
  const { width, height } = plane;
  const [smooth, slope, bend] = [kernel(sigmaPx, 0), kernel(sigmaPx, 1), kernel(sigmaPx, 2)];
  const xx = apart(plane, bend, smooth);
  const xy = apart(plane, slope, slope);
  const yy = apart(plane, smooth, bend);
  const scale = -(sigmaPx ** 1.5);
  const taps = Array.from({ length: ALONG_PX + 1 }, (_, tap) => 2 * tap - ALONG_PX);
  const weights = taps.map((tap) => Math.exp(-0.5 * (tap / (ALONG_PX / 2)) ** 2));
  const whole = weights.reduce((sum, each) => sum + each, 0);
  const of = Array.from({ length: DIRECTIONS }, (_, index) => {
    const [cos, sin] = [Math.cos(direction(index)), Math.sin(direction(index))];
    const across = new Float32Array(width * height);
    for (let at = 0; at < across.length; at++) {
      across[at] =
        scale *
        ((xx[at] ?? 0) * sin * sin - 2 * (xy[at] ?? 0) * sin * cos + (yy[at] ?? 0) * cos * cos);
    }
    const shares = new Map<number, number>();
    for (const [each, tap] of taps.entries()) {
      const weight = (weights[each] ?? 0) / whole;
      for (const [offset, part] of split(tap * cos, tap * sin, width)) {
        shares.set(offset, (shares.get(offset) ?? 0) + weight * part);
      }
    }
    return along(across, { width, height }, shares);
  });
  return { width, height, of, noise: noiseOf(of) };
}

/** A step between pixels as the four pixels about its end, by their offsets, and how much of each. */
function split(x: number, y: number, width: number): readonly (readonly [number, number])[] {
  const [dx, dy] = [Math.floor(x), Math.floor(y)];
  const [right, down] = [x - dx, y - dy];
  const at = dy * width + dx;
  return [
    [at, (1 - right) * (1 - down)],
    [at + 1, right * (1 - down)],
    [at + width, (1 - right) * down],
    [at + width + 1, right * down],
  ];
}

type Share = readonly [offset: number, part: number];

/** The mean along a short stretch of every pixel, by the share of each offset; nothing within a stretch of the edge. */
function along(
  values: Float32Array,
  { width, height }: { width: number; height: number },
  shares: ReadonlyMap<number, number>,
): Float32Array {
  const mean = new Float32Array(values.length);
  // Four offsets at a time: a place is read and written once for them.
  const all = [...shares];
  for (let first = 0; first < all.length; first += 4) {
    const next = (each: number): Share => all[first + each] ?? [0, 0];
    const [[o1, p1], [o2, p2], [o3, p3], [o4, p4]] = [next(0), next(1), next(2), next(3)];
    for (let y = ALONG_PX; y < height - ALONG_PX - 1; y++) {
      const end = y * width + width - ALONG_PX - 1;
      for (let to = y * width + ALONG_PX; to < end; to++) {
        mean[to] =
          (mean[to] ?? 0) +
          p1 * (values[to + o1] ?? 0) +
          p2 * (values[to + o2] ?? 0) +
          p3 * (values[to + o3] ?? 0) +
          p4 * (values[to + o4] ?? 0);
      }
    }
  }
  return mean;
}

/** The Gaussian or one of its derivatives, sampled: even of order 0 and 2, odd of order 1. */
function kernel(sigma: number, order: 0 | 1 | 2): Float64Array {
  const reach = Math.ceil(3.5 * sigma);
  const taps = Float64Array.from({ length: 2 * reach + 1 }, (_, tap) => {
    const x = tap - reach;
    const bell = Math.exp((-x * x) / (2 * sigma * sigma)) / (Math.sqrt(2 * Math.PI) * sigma);
    if (order === 0) return bell;
    return order === 1 ? (-x / sigma ** 2) * bell : (x * x - sigma ** 2) * (bell / sigma ** 4);
  });
  // Of an even plane each derivative is exactly nothing.
  const sum = taps.reduce((total, each) => total + each, 0);
  return order === 0
    ? taps.map((each) => each / sum)
    : taps.map((each) => each - sum / taps.length);
}

/** Filters rows by one kernel and columns by another; what lies beyond an edge is as the edge itself. */
function apart(
  { width, height, values }: Plane,
  acrossRow: Float64Array,
  acrossColumn: Float64Array,
): Float32Array {
  const rows = new Float32Array(values.length);
  const out = new Float32Array(values.length);
  const [reachX, reachY] = [(acrossRow.length - 1) / 2, (acrossColumn.length - 1) / 2];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const row = y * width;
      let sum = 0;
      if (x >= reachX && x < width - reachX) {
        for (let tap = -reachX; tap <= reachX; tap++) {
          sum += (acrossRow[tap + reachX] ?? 0) * (values[row + x - tap] ?? 0);
        }
      } else {
        for (let tap = -reachX; tap <= reachX; tap++) {
          const from = Math.min(width - 1, Math.max(0, x - tap));
          sum += (acrossRow[tap + reachX] ?? 0) * (values[row + from] ?? 0);
        }
      }
      rows[row + x] = sum;
    }
  }
  for (let y = 0; y < height; y++) {
    for (let tap = -reachY; tap <= reachY; tap++) {
      const from = Math.min(height - 1, Math.max(0, y - tap)) * width;
      const weight = acrossColumn[tap + reachY] ?? 0;
      for (let x = 0; x < width; x++) {
        out[y * width + x] = (out[y * width + x] ?? 0) + weight * (rows[from + x] ?? 0);
      }
    }
  }
  return out;
}

/** The mean of the square of so many pixels to every side; what lies beyond an edge is as the edge itself. */
export function boxMean({ width, height, values }: Plane, reach: number): Float32Array {
  const rows = new Float32Array(values.length);
  const means = new Float32Array(values.length);
  const side = 2 * reach + 1;
  const sums = new Float64Array(Math.max(width, height) + side);
  const line = (length: number, from: number, step: number, of: Float32Array, to: Float32Array) => {
    for (let each = 0; each < length + side - 1; each++) {
      const at = Math.min(length - 1, Math.max(0, each - reach));
      sums[each + 1] = (sums[each] ?? 0) + (of[from + at * step] ?? 0);
    }
    for (let each = 0; each < length; each++) {
      to[from + each * step] = ((sums[each + side] ?? 0) - (sums[each] ?? 0)) / side;
    }
  };
  for (let y = 0; y < height; y++) line(width, y * width, 1, values, rows);
  for (let x = 0; x < width; x++) line(height, x, width, rows, means);
  return means;
}

/** Share of the values of a normal distribution that lie nearer to its middle than this many deviations. */
const [QUIET, QUIET_AT] = [0.25, 0.3186];
/** Enough places of a plane to tell its noise by. */
const SOME = 4000;

/** From the quiet quarter of all answers: lines and what lies beside them move it little (normal quantile 0.625). */
function noiseOf(planes: readonly Float32Array[]): number {
  const some: number[] = [];
  for (const plane of planes) {
    const every = Math.max(1, Math.floor(plane.length / SOME)) | 1;
    for (let at = 0; at < plane.length; at += every) {
      const value = plane[at] ?? 0;
      if (value !== 0) some.push(Math.abs(value));
    }
  }
  const sorted = Float64Array.from(some).sort();
  return (sorted[Math.floor(QUIET * sorted.length)] ?? 0) / QUIET_AT;
}
