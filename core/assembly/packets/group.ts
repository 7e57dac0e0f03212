// Four packets in lockstep, one a lane, kept in memory: several groups are worked in turn, so that one's
// arithmetic hides the waiting of another's.

import { ABSORBED, addTo, DIFFUSE, FIGURES, figureOf, TRANSMITTED } from './tables';

/** Where in a group each field lies; four lanes of single precision each. */
export const X: usize = 0;
export const Y: usize = 16;
export const Z: usize = 32;
export const UX: usize = 48;
export const UY: usize = 64;
export const UZ: usize = 80;
export const WEIGHT: usize = 96;
/** What is left of the way to the next collision, in mean free paths. */
export const PATH: usize = 112;
/** All bits set where a lane waits for its next packet. */
export const FREE: usize = 128;
export const LAYER: usize = 144;
/** Absorbed in the layer at hand and not yet carried over into its sum. */
export const LOST: usize = 160;
/** What left upwards and downwards and is not yet carried over into its sums. */
export const UP: usize = 176;
export const DOWN: usize = 192;
/** The figures of each lane's layer. */
export const FIGURE: usize = 208;
const SIZE: usize = 208 + 16 * FIGURES;

export const GROUPS: usize = 2;
export const FIRST: usize = memory.data(<i32>(SIZE * GROUPS), 16);
export const END: usize = FIRST + SIZE * GROUPS;
export const NEXT: usize = SIZE;

/** Puts every lane of a group at the surface of the first layer, waiting for a packet. */
export function reset(group: usize): void {
  memory.fill(group, 0, SIZE);
  v128.store(group, i32x4.splat(-1), FREE);
  for (let lane: usize = 0; lane < 4; lane++) enter(group, lane, 0);
}

/** One figure of the layers that the four packets are in. */
// @ts-ignore: decorator
@inline
export function figure(group: usize, which: usize): v128 {
  return v128.load(group + FIGURE + which * 16);
}

// @ts-ignore: decorator
@inline
export function layerOf(group: usize, lane: usize): i32 {
  return load<i32>(group + LAYER + lane * 4);
}

/** Puts a lane into a layer; what it lost in the one before is carried over. */
export function enter(group: usize, lane: usize, layer: i32): void {
  const four = lane * 4;
  carryLane(group, lane);
  store<i32>(group + LAYER + four, layer);
  for (let i: usize = 0; i < FIGURES; i++) {
    store<f32>(group + FIGURE + i * 16 + four, figureOf(<usize>layer, i));
  }
}

/** Carries what the lanes lost and let out over into the sums, before single precision loses digits. */
export function carryOver(group: usize): void {
  for (let lane: usize = 0; lane < 4; lane++) carryLane(group, lane);
  addTo(DIFFUSE, sumOf(v128.load(group, UP)));
  addTo(TRANSMITTED, sumOf(v128.load(group, DOWN)));
  v128.store(group, f32x4.splat(0), UP);
  v128.store(group, f32x4.splat(0), DOWN);
}

/** Lets lanes out of the layers, each up or down; they wait for their next packets. */
// @ts-ignore: decorator
@inline
export function letOut(group: usize, leaves: v128, down: v128): void {
  const weight = v128.and(v128.load(group, WEIGHT), leaves);
  v128.store(group, f32x4.add(v128.load(group, DOWN), v128.and(weight, down)), DOWN);
  v128.store(group, f32x4.add(v128.load(group, UP), v128.andnot(weight, down)), UP);
  v128.store(group, v128.or(v128.load(group, FREE), leaves), FREE);
}

/** The sum of four lanes, in double precision. */
// @ts-ignore: decorator
@inline
function sumOf(lanes: v128): f64 {
  const low = f64x2.promote_low_f32x4(lanes);
  const high = f64x2.promote_low_f32x4(v128.shuffle<i32>(lanes, lanes, 2, 3, 0, 1));
  const both = f64x2.add(low, high);
  return f64x2.extract_lane(both, 0) + f64x2.extract_lane(both, 1);
}

function carryLane(group: usize, lane: usize): void {
  const lost = group + LOST + lane * 4;
  addTo(ABSORBED + (<usize>layerOf(group, lane) << 3), <f64>load<f32>(lost));
  store<f32>(lost, 0);
}
