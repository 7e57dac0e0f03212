// Fluence on the axis: a collision of weight w where the mean free path is l stands for w·l of path.

import { figure, WEIGHT, X, Y, Z } from './group';
import { addTo, DEPTH_OF, FLUENCE, FREE_PATH, HEIGHTS, NO_DEPTH } from './tables';

const ZERO: v128 = f32x4.splat(0);
const HITS: usize = memory.data(16, 16);

let cellsPerCm: f32 = 0;
let round: bool = false;
let halfWidth: f32 = 0;
let halfHeight: f32 = 0;

/** The spot's outline in cm, and how fine the depth table is; 0 cells score nothing. */
export function aim(cells: f32, isRound: bool, width: f32, height: f32): void {
  cellsPerCm = cells;
  round = isRound;
  halfWidth = width;
  halfHeight = height;
}

/** Scores a group's collisions that fall within a slab and the outline. */
// @ts-ignore: decorator
@inline
export function score(group: usize): void {
  if (cellsPerCm > 0) scoreDepths(group);
}

function scoreDepths(group: usize): void {
  const height = f32x4.mul(f32x4.pmax(v128.load(group, Z), ZERO), f32x4.splat(cellsPerCm));
  const cell = i32x4.min_s(i32x4.trunc_sat_f32x4_s(height), i32x4.splat(HEIGHTS - 1));
  const depth0 = depthAt(i32x4.extract_lane(cell, 0));
  const depth1 = depthAt(i32x4.extract_lane(cell, 1));
  const depth2 = depthAt(i32x4.extract_lane(cell, 2));
  const depth3 = depthAt(i32x4.extract_lane(cell, 3));
  if ((depth0 & depth1 & depth2 & depth3) === NO_DEPTH) return;
  v128.store(HITS, f32x4.mul(v128.load(group, WEIGHT), figure(group, FREE_PATH)));
  hit(group, 0, depth0);
  hit(group, 4, depth1);
  hit(group, 8, depth2);
  hit(group, 12, depth3);
}

// @ts-ignore: decorator
@inline
function depthAt(cell: i32): i32 {
  return <i32>load<u8>(DEPTH_OF + <usize>cell);
}

// @ts-ignore: decorator
@inline
function hit(group: usize, four: usize, depth: i32): void {
  if (depth === NO_DEPTH) return;
  const x = load<f32>(group + X + four);
  const y = load<f32>(group + Y + four);
  const inside = round
    ? x * x + y * y <= halfWidth * halfWidth
    : abs<f32>(x) <= halfWidth && abs<f32>(y) <= halfHeight;
  if (inside) addTo(FLUENCE + (<usize>depth << 3), <f64>load<f32>(HITS + four));
}
