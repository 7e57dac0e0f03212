// e to the x of two figures at once: the nearest power of two and a polynomial of what is left (Taylor to the 11th
// power on ±½ ln 2, error under 10⁻¹⁴ of the value).

const LOG2_E: v128 = f64x2.splat(1.4426950408889634);
const LN2_HIGH: v128 = f64x2.splat(0.6931471803691238);
const LN2_LOW: v128 = f64x2.splat(1.9082149292705877e-10);
// Beyond these the answer is 0 or too large for any use.
const LEAST: v128 = f64x2.splat(-700);
const MOST: v128 = f64x2.splat(700);
// Adding it leaves a whole number in the lowest bits.
const WHOLE: v128 = f64x2.splat(6755399441055744);
const BIAS: v128 = i64x2.splat(1023);

// @ts-ignore: decorator
@inline
function pair(low: f64, high: f64, x: v128): v128 {
  return f64x2.add(f64x2.splat(low), f64x2.mul(f64x2.splat(high), x));
}

/** e^x of both lanes; x is held within ±700. */
// @ts-ignore: decorator
@inline
export function exponential(exponent: v128): v128 {
  const x = f64x2.pmax(LEAST, f64x2.pmin(MOST, exponent));
  const shifted = f64x2.add(f64x2.mul(x, LOG2_E), WHOLE);
  const n = f64x2.sub(shifted, WHOLE);
  const r = f64x2.sub(f64x2.sub(x, f64x2.mul(n, LN2_HIGH)), f64x2.mul(n, LN2_LOW));
  const r2 = f64x2.mul(r, r);
  const r4 = f64x2.mul(r2, r2);
  const r8 = f64x2.mul(r4, r4);
  // Pairs first, then pairs of pairs: short chains, so that neighbours do not wait for each other.
  const p01 = pair(1, 1, r);
  const p23 = pair(1.0 / 2, 1.0 / 6, r);
  const p45 = pair(1.0 / 24, 1.0 / 120, r);
  const p67 = pair(1.0 / 720, 1.0 / 5040, r);
  const p89 = pair(1.0 / 40320, 1.0 / 362880, r);
  const p1011 = pair(1.0 / 3628800, 1.0 / 39916800, r);
  const low = f64x2.add(
    f64x2.add(p01, f64x2.mul(p23, r2)),
    f64x2.mul(f64x2.add(p45, f64x2.mul(p67, r2)), r4),
  );
  const high = f64x2.add(p89, f64x2.mul(p1011, r2));
  const power = i64x2.shl(i64x2.add(shifted, BIAS), 52);
  return f64x2.mul(f64x2.add(low, f64x2.mul(high, r8)), power);
}
