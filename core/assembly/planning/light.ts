// Light in skin as core/src/optics/diffusion.ts writes it down: spatial frequencies two at a time, their sum at each depth.

import { exponential } from './exponential';

const MOST_FREQUENCIES: i32 = 64;
const MOST_DEPTHS: i32 = 1024;
export const DEPTHS: usize = memory.data(MOST_DEPTHS * 8, 16);
export const DIFFUSE: usize = memory.data(MOST_DEPTHS * 8, 16);
/** How fast each frequency dies away in the dermis and in fat, rising; and its parts, weighted. */
export const KAPPA_DERMIS: usize = memory.data(MOST_FREQUENCIES * 8, 16);
export const KAPPA_FAT: usize = memory.data(MOST_FREQUENCIES * 8, 16);
export const DOWN: usize = memory.data(MOST_FREQUENCIES * 8, 16);
export const UP: usize = memory.data(MOST_FREQUENCIES * 8, 16);
/** What of UP is left at the surface. */
export const UP_AT_TOP: usize = memory.data(MOST_FREQUENCIES * 8, 16);
export const FAT: usize = memory.data(MOST_FREQUENCIES * 8, 16);
/** The frequencies of a spot and what each weighs on its axis. */
export const FREQUENCIES: usize = memory.data(MOST_FREQUENCIES * 8, 16);
export const WEIGHTS: usize = memory.data(MOST_FREQUENCIES * 8, 16);
/** Dermis, then fat: square of the slowest κ, diffusion, attenuation, source and forward part of what is scattered. */
export const LAYERS: usize = memory.data(10 * 8, 16);
/** Sums over the frequencies: the diffuse part's slope at the surface, and what follows the beam in dermis and in fat. */
export const SUMS: usize = memory.data(3 * 8, 16);

// e⁻³⁴ is 10⁻¹⁵: nothing beside the frequencies before it.
const GONE: f64 = 34;

// At κ = μt* two parts coincide; a hair's breadth beside it they still add up.
const APART: f64 = 1e-7;
const ONE: v128 = f64x2.splat(1);

// @ts-ignore: decorator
@inline
function ofLayer(which: i32): v128 {
  return v128.load64_splat(LAYERS + (<usize>which << 3));
}

/** What follows the beam: source · beam ÷ (κ² − μt*²). */
// @ts-ignore: decorator
@inline
function following(kappa: v128, attenuation: v128, source: v128): v128 {
  const square = f64x2.mul(attenuation, attenuation);
  const least = f64x2.mul(f64x2.splat(APART), square);
  const gap = f64x2.sub(f64x2.mul(kappa, kappa), square);
  return f64x2.div(source, v128.bitselect(least, gap, f64x2.lt(f64x2.abs(gap), least)));
}

// @ts-ignore: decorator
@inline
function summed(lanes: v128): f64 {
  return f64x2.extract_lane(lanes, 0) + f64x2.extract_lane(lanes, 1);
}

/**
 * Fills the parts of each frequency and SUMS, for a dermis `boundary` cm thick of which a beam passes `share`; `frequencies` is
 * even.
 */
export function field(
  frequencies: i32,
  boundary: f64,
  share: f64,
  entering: f64,
  mismatch: f64,
): void {
  const square1 = ofLayer(0);
  const diffusion1 = ofLayer(1);
  const attenuation1 = ofLayer(2);
  const square2 = ofLayer(5);
  const diffusion2 = ofLayer(6);
  const attenuation2 = ofLayer(7);
  const beam = f64x2.splat(entering);
  const passed = f64x2.splat(share);
  const atBoundary = f64x2.mul(beam, passed);
  const source1 = f64x2.mul(ofLayer(3), beam);
  const source2 = f64x2.mul(ofLayer(8), atBoundary);
  const twoAD = f64x2.mul(f64x2.splat(2 * mismatch), diffusion1);
  const forward = f64x2.mul(f64x2.mul(twoAD, ofLayer(4)), beam);
  const intoBeam = f64x2.add(ONE, f64x2.mul(twoAD, attenuation1));
  const along1 = f64x2.mul(diffusion1, attenuation1);
  const along2 = f64x2.mul(diffusion2, attenuation2);
  const onwards = f64x2.mul(
    atBoundary,
    f64x2.sub(f64x2.mul(diffusion2, ofLayer(9)), f64x2.mul(diffusion1, ofLayer(4))),
  );
  let slope = f64x2.splat(0);
  let sum1 = f64x2.splat(0);
  let sum2 = f64x2.splat(0);
  const end = <usize>frequencies << 3;
  for (let at: usize = 0; at < end; at += 16) {
    const weight = v128.load(WEIGHTS + at);
    const k = v128.load(FREQUENCIES + at);
    const k2 = f64x2.mul(k, k);
    const kappa1 = f64x2.sqrt(f64x2.add(square1, k2));
    const kappa2 = f64x2.sqrt(f64x2.add(square2, k2));
    const p1 = following(kappa1, attenuation1, source1);
    const p2 = following(kappa2, attenuation2, source2);
    const p1Passed = f64x2.mul(p1, passed);
    const decay = exponential(f64x2.mul(kappa1, f64x2.splat(-boundary)));
    // Surface: φ − 2ADφ′ = −6ADg*μs*E; boundary: φ and flux continuous. Unknown: a e^−κz + b e^κ(z−L).
    const slowed = f64x2.mul(twoAD, kappa1);
    const s1 = f64x2.add(ONE, slowed);
    const s2 = f64x2.mul(decay, f64x2.sub(ONE, slowed));
    const sr = f64x2.neg(f64x2.add(forward, f64x2.mul(p1, intoBeam)));
    const d1 = f64x2.mul(diffusion1, kappa1);
    const d2 = f64x2.mul(diffusion2, kappa2);
    const b1 = f64x2.mul(decay, f64x2.sub(d1, d2));
    const b2 = f64x2.neg(f64x2.add(d1, d2));
    const br = f64x2.add(
      f64x2.sub(
        f64x2.add(f64x2.mul(d2, f64x2.sub(p1Passed, p2)), f64x2.mul(along2, p2)),
        f64x2.mul(along1, p1Passed),
      ),
      onwards,
    );
    const determinant = f64x2.sub(f64x2.mul(s1, b2), f64x2.mul(s2, b1));
    const a = f64x2.div(f64x2.sub(f64x2.mul(sr, b2), f64x2.mul(s2, br)), determinant);
    const b = f64x2.div(f64x2.sub(f64x2.mul(s1, br), f64x2.mul(sr, b1)), determinant);
    const aLeft = f64x2.mul(a, decay);
    const bLeft = f64x2.mul(b, decay);
    const c = f64x2.sub(f64x2.add(f64x2.add(aLeft, b), p1Passed), p2);
    const steep = f64x2.sub(f64x2.mul(kappa1, f64x2.sub(bLeft, a)), f64x2.mul(attenuation1, p1));
    slope = f64x2.add(slope, f64x2.mul(weight, steep));
    sum1 = f64x2.add(sum1, f64x2.mul(weight, p1));
    sum2 = f64x2.add(sum2, f64x2.mul(weight, p2));
    v128.store(KAPPA_DERMIS + at, kappa1);
    v128.store(KAPPA_FAT + at, kappa2);
    v128.store(DOWN + at, f64x2.mul(weight, a));
    v128.store(UP + at, f64x2.mul(weight, b));
    v128.store(UP_AT_TOP + at, f64x2.mul(weight, bLeft));
    v128.store(FAT + at, f64x2.mul(weight, c));
  }
  store<f64>(SUMS, summed(slope));
  store<f64>(SUMS + 8, summed(sum1));
  store<f64>(SUMS + 16, summed(sum2));
}

/** Adds what goes with the beam to DIFFUSE: `top` at the surface, `bottom` at the boundary. */
export function beam(depths: i32, boundary: f64, top: f64, bottom: f64): void {
  const ends = f64x2.splat(boundary);
  const dermis = f64x2.neg(ofLayer(2));
  const fat = f64x2.neg(ofLayer(7));
  const end = <usize>depths << 3;
  for (let at: usize = 0; at < end; at += 16) {
    const z = v128.load(DEPTHS + at);
    const below = f64x2.gt(z, ends);
    const way = v128.bitselect(f64x2.sub(z, ends), z, below);
    const faded = exponential(f64x2.mul(v128.bitselect(fat, dermis, below), way));
    const amount = v128.bitselect(f64x2.splat(bottom), f64x2.splat(top), below);
    v128.store(DIFFUSE + at, f64x2.add(v128.load(DIFFUSE + at), f64x2.mul(amount, faded)));
  }
}

/** The diffuse part at each of `depths` into DIFFUSE; `frequencies` is even; `boundary` in cm. */
export function diffuse(depths: i32, frequencies: i32, boundary: f64): void {
  for (let j = 0; j < depths; j++) {
    const at = <usize>j << 3;
    const z = load<f64>(DEPTHS + at);
    store<f64>(
      DIFFUSE + at,
      z <= boundary ? inDermis(frequencies, z, boundary - z) : inFat(frequencies, z - boundary),
    );
  }
}

/** Σ down · e^(−κ · way) + up · e^(−κ · left), the slowest first, until they are gone. */
function inDermis(frequencies: i32, way: f64, left: f64): f64 {
  let total = f64x2.splat(0);
  const minus = f64x2.splat(-way);
  const rest = f64x2.splat(-left);
  const end = <usize>frequencies << 3;
  let at: usize = 0;
  for (; at < end; at += 16) {
    if (load<f64>(KAPPA_DERMIS + at) * way > GONE) break;
    // The way up goes by what is left of the whole way: a division, where another exponential costs more.
    const faded = exponential(f64x2.mul(v128.load(KAPPA_DERMIS + at), minus));
    const down = f64x2.mul(v128.load(DOWN + at), faded);
    total = f64x2.add(total, f64x2.add(down, f64x2.div(v128.load(UP_AT_TOP + at), faded)));
  }
  for (; at < end; at += 16) {
    if (load<f64>(KAPPA_DERMIS + at) * left > GONE) break;
    const faded = exponential(f64x2.mul(v128.load(KAPPA_DERMIS + at), rest));
    total = f64x2.add(total, f64x2.mul(v128.load(UP + at), faded));
  }
  return summed(total);
}

function inFat(frequencies: i32, way: f64): f64 {
  let total = f64x2.splat(0);
  const minus = f64x2.splat(-way);
  const end = <usize>frequencies << 3;
  for (let at: usize = 0; at < end; at += 16) {
    if (load<f64>(KAPPA_FAT + at) * way > GONE) break;
    const faded = exponential(f64x2.mul(v128.load(KAPPA_FAT + at), minus));
    total = f64x2.add(total, f64x2.mul(v128.load(FAT + at), faded));
  }
  return summed(total);
}
