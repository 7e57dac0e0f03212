// The damage integral of core/src/damage/arrhenius.ts along one course, two times at once.

import { exponential } from './exponential';

const MOST: i32 = 8192;
/** Courses at hand, one after another: °C without light, rise for each J/cm²; and the seconds of each step. */
export const BACKGROUND: usize = memory.data(MOST * 8, 16);
export const RESPONSE: usize = memory.data(MOST * 8, 16);
export const STEPS: usize = memory.data(MOST * 8, 16);
const LOGS: usize = memory.data(MOST * 8, 16);
const RATES: usize = memory.data(MOST * 8, 16);

const BREAK: v128 = f64x2.splat(55);
const ZERO: v128 = f64x2.splat(273.15);
const IDLE: v128 = f64x2.splat(-16);
const LEVEL: v128 = f64x2.splat(1e-6);

/**
 * Ω of a course of `times` entries at a fluence, with a warming in °C that stands through them.
 * @param first where it begins, in entries
 */
export function damage(
  first: i32,
  times: i32,
  fluence: f64,
  standing: f64,
  lowLog: f64,
  lowKelvin: f64,
  highLog: f64,
  highKelvin: f64,
): f64 {
  const end = <usize>times << 3;
  const from = <usize>first << 3;
  const fluences = f64x2.splat(fluence);
  const stands = f64x2.splat(standing);
  for (let at: usize = 0; at < end; at += 16) {
    const rise = f64x2.mul(fluences, v128.load(RESPONSE + from + at));
    const celsius = f64x2.add(f64x2.add(stands, v128.load(BACKGROUND + from + at)), rise);
    const hot = f64x2.gt(celsius, BREAK);
    const kelvin = f64x2.add(celsius, ZERO);
    const log = v128.bitselect(f64x2.splat(highLog), f64x2.splat(lowLog), hot);
    const energy = v128.bitselect(f64x2.splat(highKelvin), f64x2.splat(lowKelvin), hot);
    const after = f64x2.sub(log, f64x2.div(energy, kelvin));
    const busy = f64x2.gt(after, IDLE);
    v128.store(LOGS + at, after);
    v128.store(
      RATES + at,
      v128.any_true(busy) ? v128.and(exponential(after), busy) : f64x2.splat(0),
    );
  }
  // An odd course's last entry stands alone: what follows it is no time at all.
  store<f64>(LOGS + end, load<f64>(LOGS + end - 8));
  store<f64>(RATES + end, load<f64>(RATES + end - 8));
  store<f64>(STEPS + end - 8, 0);
  let sum = f64x2.splat(0);
  for (let at: usize = 0; at < end - 8; at += 16) {
    const rate = v128.load(RATES + at + 8);
    // Idle at both ends: nothing in between.
    if (!v128.any_true(v128.or(rate, v128.load(RATES + at)))) continue;
    const change = f64x2.sub(v128.load(LOGS + at + 8), v128.load(LOGS + at));
    const mean = f64x2.div(f64x2.sub(rate, v128.load(RATES + at)), change);
    const level = f64x2.lt(f64x2.abs(change), LEVEL);
    const between = v128.bitselect(rate, mean, level);
    sum = f64x2.add(sum, f64x2.mul(between, v128.load(STEPS + at)));
  }
  return f64x2.extract_lane(sum, 0) + f64x2.extract_lane(sum, 1);
}

/** Ω of the worst hurt of several courses; `worst` tells which it was. */
export function mostDamage(
  courses: i32,
  times: i32,
  fluence: f64,
  lowLog: f64,
  lowKelvin: f64,
  highLog: f64,
  highKelvin: f64,
): f64 {
  let most: f64 = -1;
  for (let i = 0; i < courses; i++) {
    const omega = damage(i * times, times, fluence, 0, lowLog, lowKelvin, highLog, highKelvin);
    if (omega > most) {
      most = omega;
      at = i;
    }
  }
  return most;
}

/** Which of several courses reaches the highest temperature at a fluence. */
export function hottest(courses: i32, times: i32, fluence: f64): i32 {
  const fluences = f64x2.splat(fluence);
  const even = <usize>(times & ~1) << 3;
  let highest: f64 = -Infinity;
  let found = 0;
  let from: usize = 0;
  for (let i = 0; i < courses; i++, from += <usize>times << 3) {
    // An odd course's last entry counts twice.
    const last = from + (<usize>(times - 1) << 3);
    let peak = f64x2.splat(load<f64>(BACKGROUND + last) + fluence * load<f64>(RESPONSE + last));
    for (let n: usize = 0; n < even; n += 16) {
      const rise = f64x2.mul(fluences, v128.load(RESPONSE + from + n));
      peak = f64x2.pmax(peak, f64x2.add(v128.load(BACKGROUND + from + n), rise));
    }
    const own = max(f64x2.extract_lane(peak, 0), f64x2.extract_lane(peak, 1));
    if (own > highest) {
      highest = own;
      found = i;
    }
  }
  return found;
}

let at: i32 = 0;

/** Which course `mostDamage` meant. */
export function worst(): i32 {
  return at;
}
