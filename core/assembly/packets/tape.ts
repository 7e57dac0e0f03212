// Random numbers made in bulk and read off a tape: the elementary functions then wait for nothing.

const ONE: v128 = f32x4.splat(1);
const ZERO: v128 = f32x4.splat(0);
const ITEM: usize = 64;
const ITEMS: usize = 128;
const TAPE: usize = memory.data(<i32>(ITEM * ITEMS), 16);
const END: usize = TAPE + ITEM * ITEMS;

// Four generators side by side (sfc32), one a lane.
let a: v128 = i32x4.splat(0);
let b: v128 = i32x4.splat(0);
let c: v128 = i32x4.splat(0);
let counter: v128 = i32x4.splat(1);
let at: usize = END;

/** Starts the tape again from two words; the first words drawn still show them and are thrown away. */
export function rewind(first: u32, second: u32): void {
  a = i32x4.add(
    i32x4.splat(<i32>(0x9e3779b9 ^ first)),
    i32x4(0, 0x3c6ef372, 0x78dde6e4, 0x1bbcd880),
  );
  b = i32x4.splat(<i32>(0x243f6a88 ^ second));
  c = i32x4(<i32>0xb7e15162, <i32>0x8aed2a6a, <i32>0xbf715880, <i32>0x9cf4f3c7);
  counter = i32x4(1, 1, 1, 1);
  fill();
  at = END;
}

/** The next item of the tape: `uniformOf`, `pathOf`, `cosineOf` and `sineOf` read it. */
// @ts-ignore: decorator
@inline
export function next(): usize {
  if (at === END) fill();
  const item = at;
  at += ITEM;
  return item;
}

/** Uniform in (0, 1), a lane each. */
// @ts-ignore: decorator
@inline
export function uniformOf(item: usize): v128 {
  return v128.load(item);
}

/** Free path in mean free paths: −ln of a uniform number. */
// @ts-ignore: decorator
@inline
export function pathOf(item: usize): v128 {
  return v128.load(item, 16);
}

/** Cosine and sine of an angle drawn evenly from a full turn. */
// @ts-ignore: decorator
@inline
export function cosineOf(item: usize): v128 {
  return v128.load(item, 32);
}

// @ts-ignore: decorator
@inline
export function sineOf(item: usize): v128 {
  return v128.load(item, 48);
}

/** Uniform in (0, 1) where nothing else is wanted: an item of the tape costs several times as much. */
// @ts-ignore: decorator
@inline
export function coin(): v128 {
  return uniform(word());
}

function fill(): void {
  for (let item = TAPE; item < END; item += ITEM) {
    const one = word();
    const two = word();
    const path = minusLog(uniform(two));
    // With h the sine of half the angle, its cosine is 1 − 2h² and its sine 2h√(1−h²).
    const h = sineOfHalfAngle(one, two);
    const square = f32x4.mul(h, h);
    const rest = f32x4.pmax(f32x4.sub(ONE, square), ZERO);
    v128.store(item, uniform(one));
    v128.store(item, path, 16);
    v128.store(item, f32x4.sub(rest, square), 32);
    v128.store(item, f32x4.mul(f32x4.add(h, h), f32x4.sqrt(rest)), 48);
  }
  at = TAPE;
}

/** Thirty-two random bits a lane. */
// @ts-ignore: decorator
@inline
function word(): v128 {
  const sum = i32x4.add(i32x4.add(a, b), counter);
  counter = i32x4.add(counter, i32x4.splat(1));
  a = v128.xor(b, i32x4.shr_u(b, 9));
  b = i32x4.add(c, i32x4.shl(c, 3));
  c = i32x4.add(v128.or(i32x4.shl(c, 21), i32x4.shr_u(c, 11)), sum);
  return sum;
}

/** Uniform in (0, 1) from the upper 23 bits of each lane: never 0, never 1. */
// @ts-ignore: decorator
@inline
function uniform(bits: v128): v128 {
  const oneToTwo = v128.or(i32x4.shr_u(bits, 9), i32x4.splat(0x3f800000));
  return f32x4.sub(oneToTwo, f32x4.splat(0.99999994));
}

/**
 * −ln u for u in (0, 1): exponent apart, mantissa brought to √½…√2, then 2·artanh((m−1)/(m+1)) by its odd
 * series to the ninth power; error under 2×10⁻⁷.
 */
// @ts-ignore: decorator
@inline
function minusLog(u: v128): v128 {
  const shifted = i32x4.sub(u, i32x4.splat(0x3f3504f3));
  const exponent = i32x4.shr_s(shifted, 23);
  const mantissa = i32x4.sub(u, i32x4.shl(exponent, 23));
  const s = f32x4.div(f32x4.sub(mantissa, ONE), f32x4.add(mantissa, ONE));
  const t = f32x4.mul(s, s);
  let series = f32x4.add(f32x4.mul(t, f32x4.splat(2.0 / 9)), f32x4.splat(2.0 / 7));
  series = f32x4.add(f32x4.mul(t, series), f32x4.splat(2.0 / 5));
  series = f32x4.add(f32x4.mul(t, series), f32x4.splat(2.0 / 3));
  series = f32x4.add(f32x4.mul(t, series), f32x4.splat(2));
  const whole = f32x4.mul(f32x4.convert_i32x4_s(exponent), f32x4.splat(-0.6931471805599453));
  return f32x4.sub(whole, f32x4.mul(s, series));
}

/**
 * Sine of half an angle drawn evenly from (−π, π), from the lower nine bits of two words; odd polynomial to the
 * ninth power, error under 10⁻⁸ before rounding.
 */
// @ts-ignore: decorator
@inline
function sineOfHalfAngle(one: v128, other: v128): v128 {
  const low = v128.and(one, i32x4.splat(0x1ff));
  const high = i32x4.shl(v128.and(other, i32x4.splat(0x1ff)), 9);
  const bits = i32x4.sub(v128.or(low, high), i32x4.splat(131072));
  const x = f32x4.mul(
    f32x4.add(f32x4.convert_i32x4_s(bits), f32x4.splat(0.5)),
    f32x4.splat(3.141592653589793 / 262144),
  );
  const t = f32x4.mul(x, x);
  let series = f32x4.add(f32x4.mul(t, f32x4.splat(2.6019031e-6)), f32x4.splat(-1.9807415e-4));
  series = f32x4.add(f32x4.mul(t, series), f32x4.splat(8.3330255e-3));
  series = f32x4.add(f32x4.mul(t, series), f32x4.splat(-1.6666657e-1));
  series = f32x4.add(f32x4.mul(t, series), ONE);
  return f32x4.mul(x, series);
}
