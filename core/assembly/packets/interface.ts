// What happens to a flight at the bounds of a layer.

import { enter, figure, LAYER, layerOf, letOut, PATH, UX, UY, UZ, X, Y, Z } from './group';
import { BEND_DOWN, BEND_UP, BOTTOM, figureOf, MUT, TOP } from './tables';
import { coin } from './tape';

const ZERO: v128 = f32x4.splat(0);
const ONE: v128 = f32x4.splat(1);
const HALF: v128 = f32x4.splat(0.5);
const SIGN: v128 = i32x4.splat(<i32>0x80000000);

/**
 * Takes the `arriving` lanes to the bound ahead of them and turns them back or lets them through, into the next layer
 * or out; who leaves is counted and waits for a packet.
 * @param matched whether no bound bends light
 */
export function meetBound(
  group: usize,
  arriving: v128,
  last: v128,
  matched: bool,
): void {
  const uz = v128.load(group, UZ);
  const down = f32x4.gt(uz, ZERO);
  const z = v128.load(group, Z);
  const bound = v128.bitselect(figure(group, BOTTOM), figure(group, TOP), down);
  const way = v128.and(f32x4.div(f32x4.sub(bound, z), uz), arriving);
  v128.store(group, v128.bitselect(bound, z, arriving), Z);
  const ux = v128.load(group, UX);
  const uy = v128.load(group, UY);
  v128.store(group, f32x4.add(v128.load(group, X), f32x4.mul(ux, way)), X);
  v128.store(group, f32x4.add(v128.load(group, Y), f32x4.mul(uy, way)), Y);
  const path = f32x4.sub(v128.load(group, PATH), f32x4.mul(way, figure(group, MUT)));
  v128.store(group, f32x4.pmax(path, ZERO), PATH);
  let passes = arriving;
  if (!matched) {
    // Fresnel for unpolarised light; beyond the critical angle the cosine is 0 and all returns.
    const bend = v128.bitselect(figure(group, BEND_DOWN), figure(group, BEND_UP), down);
    const cosine = f32x4.abs(uz);
    const sineSquared = f32x4.mul(
      f32x4.mul(bend, bend),
      f32x4.sub(ONE, f32x4.mul(cosine, cosine)),
    );
    const beyond = f32x4.sqrt(f32x4.pmax(f32x4.sub(ONE, sineSquared), ZERO));
    const across = f32x4.mul(bend, cosine);
    const along = f32x4.mul(bend, beyond);
    const s = f32x4.div(f32x4.sub(across, beyond), f32x4.add(across, beyond));
    const p = f32x4.div(f32x4.sub(along, cosine), f32x4.add(along, cosine));
    const back = f32x4.mul(HALF, f32x4.add(f32x4.mul(s, s), f32x4.mul(p, p)));
    const returns = v128.and(arriving, f32x4.lt(coin(), back));
    passes = v128.andnot(arriving, returns);
    v128.store(group, v128.bitselect(f32x4.mul(ux, bend), ux, passes), UX);
    v128.store(group, v128.bitselect(f32x4.mul(uy, bend), uy, passes), UY);
    const through = v128.bitselect(v128.or(beyond, v128.and(uz, SIGN)), uz, passes);
    v128.store(group, v128.bitselect(f32x4.neg(uz), through, returns), UZ);
  }
  const layer = v128.load(group, LAYER);
  const outermost = v128.bitselect(
    i32x4.eq(layer, last),
    i32x4.eq(layer, i32x4.splat(0)),
    down,
  );
  const leaves = v128.and(passes, outermost);
  if (v128.any_true(leaves)) letOut(group, leaves, down);
  const changes = i32x4.bitmask(v128.andnot(passes, leaves));
  if (changes) {
    const downs = i32x4.bitmask(down);
    for (let lane: i32 = 0; lane < 4; lane++) {
      if (changes & (1 << lane)) {
        const further = downs & (1 << lane) ? 1 : -1;
        enter(group, <usize>lane, layerOf(group, <usize>lane) + further);
      }
    }
  }
}

/** Whether no bound of these layers bends light. */
export function allMatched(layerCount: i32): bool {
  for (let layer: usize = 0; layer < <usize>layerCount; layer++) {
    if (figureOf(layer, BEND_UP) !== 1 || figureOf(layer, BEND_DOWN) !== 1) return false;
  }
  return true;
}
