// Weighted photon packets through flat layers (Wang, Jacques & Zheng 1995), four in lockstep: each turn takes
// a group to its next collision, past what bounds lie between.

import {
  carryOver,
  END,
  enter,
  figure,
  FIRST,
  FREE,
  GROUPS,
  letOut,
  NEXT,
  PATH,
  reset,
  UX,
  UY,
  UZ,
  WEIGHT,
  X,
  Y,
  Z,
} from './group';
import { allMatched, meetBound } from './interface';
import { allPlain, collide } from './scattering';
import { aim, score } from './score';
import {
  addTo,
  BOTTOM,
  clear,
  DEPTH_OF,
  FLUENCE,
  FREE_PATH,
  LAYERS,
  SHARES,
  TOP,
} from './tables';
import { next, pathOf, rewind } from './tape';

const CARRY_EVERY: i32 = 64;

export function layerTable(): usize {
  return LAYERS;
}
export function depthTable(): usize {
  return DEPTH_OF;
}
export function fluenceSums(): usize {
  return FLUENCE;
}
export function shareSums(): usize {
  return SHARES;
}

// Packets not yet begun, and lanes that found none left.
let left: i32 = 0;
let parked: i32 = 0;

/**
 * Follows `packets` packets of a pencil beam and leaves the sums of this batch in the tables.
 * @param entry share reflected before it enters
 * @param rouletteBelow weight under which a packet plays for its life
 * @param cellsPerCm heights of the depth table a cm; 0 scores no depths
 * @param round 1 for a round spot of radius `halfWidth`, else half sides in cm
 */
export function batch(
  seedOne: u32,
  seedTwo: u32,
  packets: i32,
  layerCount: i32,
  entry: f32,
  rouletteBelow: f32,
  cellsPerCm: f32,
  round: i32,
  halfWidth: f32,
  halfHeight: f32,
): void {
  clear();
  rewind(seedOne, seedTwo);
  aim(cellsPerCm, round === 1, halfWidth, halfHeight);
  for (let group = FIRST; group < END; group += NEXT) reset(group);
  addTo(SHARES, <f64>entry * packets);
  left = packets;
  parked = 0;
  const matched = allMatched(layerCount);
  const plain = allPlain(layerCount);
  // One layer that bends no light: whoever arrives at a bound is out.
  const open = matched && layerCount === 1;
  const last = i32x4.splat(layerCount - 1);
  const lowest = f32x4.splat(rouletteBelow);
  const lanes = <i32>(GROUPS * 4);
  let turns = 0;
  while (parked < lanes) {
    for (let group = FIRST; group < END; group += NEXT) {
      let flight = f32x4.mul(v128.load(group, PATH), figure(group, FREE_PATH));
      let z = f32x4.add(v128.load(group, Z), f32x4.mul(v128.load(group, UZ), flight));
      let crossing = crosses(group, z);
      while (v128.any_true(v128.or(crossing, v128.load(group, FREE)))) {
        const arriving = v128.andnot(crossing, v128.load(group, FREE));
        if (open) letOut(group, arriving, f32x4.gt(v128.load(group, UZ), f32x4.splat(0)));
        else if (v128.any_true(arriving)) meetBound(group, arriving, last, matched);
        const free = v128.load(group, FREE);
        if (v128.any_true(free)) launch(group, free, pathOf(next()), 1 - entry, layerCount > 1);
        flight = f32x4.mul(v128.load(group, PATH), figure(group, FREE_PATH));
        z = f32x4.add(v128.load(group, Z), f32x4.mul(v128.load(group, UZ), flight));
        crossing = crosses(group, z);
      }
      advance(group, X, UX, flight);
      advance(group, Y, UY, flight);
      v128.store(group, z, Z);
      score(group);
      collide(group, lowest, plain);
    }
    if (++turns % CARRY_EVERY === 0) {
      for (let group = FIRST; group < END; group += NEXT) carryOver(group);
    }
  }
  for (let group = FIRST; group < END; group += NEXT) carryOver(group);
}

/** Which lanes would leave their layer; a lane that carries no light need not arrive anywhere. */
// @ts-ignore: decorator
@inline
function crosses(group: usize, z: v128): v128 {
  const out = v128.or(f32x4.gt(z, figure(group, BOTTOM)), f32x4.lt(z, figure(group, TOP)));
  return v128.and(out, f32x4.gt(v128.load(group, WEIGHT), f32x4.splat(0)));
}

// @ts-ignore: decorator
@inline
function advance(group: usize, place: usize, direction: usize, flight: v128): void {
  const moved = f32x4.mul(v128.load(group + direction), flight);
  v128.store(group + place, f32x4.add(v128.load(group + place), moved));
}

/** Gives the free lanes their next packets; when none are left, they are parked without weight. */
function launch(group: usize, free: v128, path: v128, weight: f32, layered: bool): void {
  const bits = i32x4.bitmask(free);
  let starts = free;
  if (popcnt(bits) > left) {
    let spare = popcnt(bits) - left;
    parked += spare;
    for (let lane: i32 = 3; lane >= 0 && spare > 0; lane--) {
      if (bits & (1 << lane)) {
        starts = v128.andnot(starts, i32x4.eq(i32x4(0, 1, 2, 3), i32x4.splat(lane)));
        spare--;
      }
    }
  }
  left -= popcnt(i32x4.bitmask(starts));
  v128.store(group, v128.andnot(v128.load(group, X), free), X);
  v128.store(group, v128.andnot(v128.load(group, Y), free), Y);
  v128.store(group, v128.andnot(v128.load(group, Z), free), Z);
  v128.store(group, v128.andnot(v128.load(group, UX), free), UX);
  v128.store(group, v128.andnot(v128.load(group, UY), free), UY);
  v128.store(group, v128.bitselect(f32x4.splat(1), v128.load(group, UZ), free), UZ);
  const carried = v128.and(f32x4.splat(weight), starts);
  v128.store(group, v128.bitselect(carried, v128.load(group, WEIGHT), free), WEIGHT);
  v128.store(group, v128.bitselect(path, v128.load(group, PATH), free), PATH);
  v128.store(group, i32x4.splat(0), FREE);
  if (!layered) return;
  for (let lane: i32 = 0; lane < 4; lane++) {
    if (bits & (1 << lane)) enter(group, <usize>lane, 0);
  }
}
