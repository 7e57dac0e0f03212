// A collision: what it leaves of a packet's weight and where it sends it.

import { figure, FREE, LOST, PATH, UX, UY, UZ, WEIGHT } from './group';
import { C0, C1, C2, C3, C4, C5, figureOf, LOSS } from './tables';
import { coin, cosineOf, next, pathOf, sineOf, uniformOf } from './tape';

const ZERO: v128 = f32x4.splat(0);
const ONE: v128 = f32x4.splat(1);
const SIGN: v128 = i32x4.splat(<i32>0x80000000);
const ROULETTE_CHANCE: f32 = 0.1;

/** Absorbs a share, turns the rest, draws the next path and lets faint packets play for their life. */
// @ts-ignore: decorator
@inline
export function collide(group: usize, lowest: v128, plain: bool): void {
  const before = v128.load(group, WEIGHT);
  const lost = f32x4.mul(before, figure(group, LOSS));
  let weight = f32x4.sub(before, lost);
  v128.store(group, f32x4.add(v128.load(group, LOST), lost), LOST);
  turn(group, next(), plain);
  const faint = v128.and(f32x4.lt(weight, lowest), f32x4.gt(before, ZERO));
  if (v128.any_true(faint)) {
    const survives = f32x4.lt(coin(), f32x4.splat(ROULETTE_CHANCE));
    // Where nothing scatters all is lost at once, and nothing is left to play for.
    const lives = v128.and(v128.and(faint, survives), f32x4.gt(weight, ZERO));
    const raised = f32x4.mul(weight, f32x4.splat(1 / ROULETTE_CHANCE));
    weight = v128.bitselect(raised, weight, lives);
    v128.store(group, v128.andnot(faint, lives), FREE);
  }
  v128.store(group, weight, WEIGHT);
}

/** Whether the cosine of every layer’s deflection is no more than C0 + C1·u. */
export function allPlain(layerCount: i32): bool {
  for (let layer: usize = 0; layer < <usize>layerCount; layer++) {
    if (figureOf(layer, C2) !== 0) return false;
  }
  return true;
}

// @ts-ignore: decorator
@inline
function turn(group: usize, item: usize, plain: bool): void {
  const u = uniformOf(item);
  let raw = f32x4.add(figure(group, C0), f32x4.mul(figure(group, C1), u));
  if (!plain) {
    const ratio = f32x4.div(
      figure(group, C3),
      f32x4.add(figure(group, C4), f32x4.mul(figure(group, C5), u)),
    );
    raw = f32x4.sub(raw, f32x4.mul(figure(group, C2), f32x4.mul(ratio, ratio)));
  }
  const cosine = f32x4.pmax(f32x4.pmin(raw, ONE), f32x4.splat(-1));
  const sine = f32x4.sqrt(f32x4.sub(ONE, f32x4.mul(cosine, cosine)));
  const toFirst = f32x4.mul(sine, cosineOf(item));
  const toSecond = f32x4.mul(sine, sineOf(item));
  // Two directions across the flight without a special case along the axis (Duff et al. 2017).
  const ux = v128.load(group, UX);
  const uy = v128.load(group, UY);
  const uz = v128.load(group, UZ);
  const sign = v128.or(v128.and(uz, SIGN), ONE);
  const part = f32x4.div(f32x4.splat(-1), f32x4.add(sign, uz));
  const mixed = f32x4.mul(f32x4.mul(ux, uy), part);
  const firstX = f32x4.add(ONE, f32x4.mul(f32x4.mul(sign, part), f32x4.mul(ux, ux)));
  const firstY = f32x4.mul(sign, mixed);
  const firstZ = f32x4.mul(sign, ux);
  const secondY = f32x4.add(sign, f32x4.mul(part, f32x4.mul(uy, uy)));
  v128.store(group, blend(toFirst, firstX, toSecond, mixed, cosine, ux), UX);
  v128.store(group, blend(toFirst, firstY, toSecond, secondY, cosine, uy), UY);
  const across = f32x4.add(f32x4.mul(toFirst, firstZ), f32x4.mul(toSecond, uy));
  v128.store(group, f32x4.sub(f32x4.mul(cosine, uz), across), UZ);
  v128.store(group, pathOf(item), PATH);
}

// @ts-ignore: decorator
@inline
function blend(a: v128, x: v128, b: v128, y: v128, c: v128, z: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(a, x), f32x4.mul(b, y)), f32x4.mul(c, z));
}
