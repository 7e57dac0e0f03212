// The sum over spatial frequencies of core/src/optics/diffusion.ts at each depth.

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

// e⁻⁴⁴ is 10⁻¹⁹: nothing beside the frequencies before it.
const GONE: f64 = 44;

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
  return f64x2.extract_lane(total, 0) + f64x2.extract_lane(total, 1);
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
  return f64x2.extract_lane(total, 0) + f64x2.extract_lane(total, 1);
}
