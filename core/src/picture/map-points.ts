import { Matrix, solve } from 'ml-matrix';
import { InputError } from '../units';
import type { Point } from './pixels';

/** The same place in two pictures, or in a picture and on the skin. */
export interface Pair {
  readonly from: Point;
  readonly to: Point;
}

/** A projective map of the plane as its nine numbers, row by row. */
export type Homography = readonly number[];

export const UNMOVED: Homography = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** Where a map takes a point. */
export function mapped(map: Homography, { x, y }: Point): Point {
  const [a = 1, b = 0, c = 0, d = 0, e = 1, f = 0, g = 0, h = 0, i = 1] = map;
  const depth = g * x + h * y + i;
  return { x: (a * x + b * y + c) / depth, y: (d * x + e * y + f) / depth };
}

/** The map that goes back. */
export function inverted(map: Homography): Homography {
  const [a = 1, b = 0, c = 0, d = 0, e = 1, f = 0, g = 0, h = 0, i = 1] = map;
  const whole = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  if (Math.abs(whole) < 1e-12) throw new InputError('points', 'must not lie on one line');
  return [
    ...[e * i - f * h, c * h - b * i, b * f - c * e],
    ...[f * g - d * i, a * i - c * g, c * d - a * f],
    ...[d * h - e * g, b * g - a * h, a * e - b * d],
  ].map((each) => each / whole);
}

/** By how much a map stretches what lies at a point: the square root of by how much areas grow there. */
export function stretchAt(map: Homography, at: Point): number {
  const small = 0.5;
  const [left, right] = [
    mapped(map, { ...at, x: at.x - small }),
    mapped(map, { ...at, x: at.x + small }),
  ];
  const [up, down] = [
    mapped(map, { ...at, y: at.y - small }),
    mapped(map, { ...at, y: at.y + small }),
  ];
  const [dx, dy] = [
    { x: right.x - left.x, y: right.y - left.y },
    { x: down.x - up.x, y: down.y - up.y },
  ];
  return Math.sqrt(Math.abs(dx.x * dy.y - dx.y * dy.x));
}

/** Moves points about their middle and to a common size, which keeps what is solved well conditioned (Hartley 1997). */
function normalised(points: readonly Point[]) {
  if (!points.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))) {
    throw new InputError('points', 'must be numbers');
  }
  const middle = {
    x: points.reduce((sum, { x }) => sum + x, 0) / points.length,
    y: points.reduce((sum, { y }) => sum + y, 0) / points.length,
  };
  const size =
    points.reduce((sum, { x, y }) => sum + Math.hypot(x - middle.x, y - middle.y), 0) /
    points.length;
  if (size === 0) throw new InputError('points', 'must not all lie on one place');
  const scale = Math.SQRT2 / size;
  return {
    points: points.map(({ x, y }) => ({ x: scale * (x - middle.x), y: scale * (y - middle.y) })),
    map: [scale, 0, -scale * middle.x, 0, scale, -scale * middle.y, 0, 0, 1] as Homography,
  };
}

/**
 * The projective map that takes points to their partners, by least squares (direct linear transform, normalised: Hartley 1997).
 * @throws InputError for fewer than four pairs, or such as lie on one line
 */
export function homographyOf(pairs: readonly Pair[]): Homography {
  if (pairs.length < 4) throw new InputError('points', 'must be four at least');
  const [from, to] = [
    normalised(pairs.map((pair) => pair.from)),
    normalised(pairs.map((pair) => pair.to)),
  ];
  const rows = from.points.flatMap(({ x, y }, each) => {
    const { x: u, y: v } = to.points[each] ?? { x: 0, y: 0 };
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y],
      [0, 0, 0, x, y, 1, -v * x, -v * y],
    ];
  });
  const solved = [
    ...solvedFor(
      rows,
      to.points.flatMap(({ x, y }) => [x, y]),
    ),
    1,
  ];
  const whole = product(product(inverted(to.map), solved), from.map);
  return whole.map((each) => each / (whole[8] ?? 1));
}

/** What solves equations, by least squares where they are more than what is asked for. */
export function solvedFor(
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
): number[] {
  try {
    return solve(
      new Matrix(rows.map((row) => [...row])),
      Matrix.columnVector([...wanted]),
    ).to1DArray();
  } catch {
    throw new InputError('points', 'must not lie on one line or place');
  }
}

/** One map after another: first `second`, then `first`. */
export const product = (first: Homography, second: Homography): Homography =>
  new Matrix([first.slice(0, 3), first.slice(3, 6), first.slice(6, 9)])
    .mmul(new Matrix([second.slice(0, 3), second.slice(3, 6), second.slice(6, 9)]))
    .to1DArray();

/** A turn, a stretch and a shift that take points nearest to their partners; an affine map from four pairs on. */
export function nearestMap(pairs: readonly Pair[], kind: 'similarity' | 'affine'): Homography {
  if (pairs.length < (kind === 'affine' ? 3 : 2)) {
    throw new InputError('points', `must be ${kind === 'affine' ? 'three' : 'two'} at least`);
  }
  const rows = pairs.flatMap(({ from: { x, y } }) =>
    kind === 'affine'
      ? [
          [x, y, 1, 0, 0, 0],
          [0, 0, 0, x, y, 1],
        ]
      : [
          [x, -y, 1, 0],
          [y, x, 0, 1],
        ],
  );
  const wanted = pairs.flatMap(({ to }) => [to.x, to.y]);
  const [a = 1, b = 0, c = 0, d = 0, e = 1, f = 0] = solvedFor(rows, wanted);
  return kind === 'affine' ? [a, b, c, d, e, f, 0, 0, 1] : [a, -b, c, b, a, d, 0, 0, 1];
}

/** How far a map leaves points from their partners: root mean square, in the unit of the partners. */
export const residual = (map: Homography, pairs: readonly Pair[]): number =>
  Math.sqrt(
    pairs.reduce((sum, { from, to }) => {
      const { x, y } = mapped(map, from);
      return sum + (x - to.x) ** 2 + (y - to.y) ** 2;
    }, 0) / Math.max(1, pairs.length),
  );
