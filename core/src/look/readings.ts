import { assertInRange } from '../units';

/** Readings of a melanin meter at one place, 0–100 on the instrument's scale. */
export interface Reading {
  readonly mean: number;
  /** Highest less lowest. */
  readonly spread: number;
  /** Three at least, close enough together to be believed, and none that no skin gives. */
  readonly sound: boolean;
  /** Whether one is lower than any skin reads: the probe was lifted, or covered. */
  readonly impossible: boolean;
}

export const READINGS_WANTED = 3;
/** The palest skin still reads this much; less is a probe in the air (assumed). */
export const LOWEST_OF_SKIN = 1;
/** More than this between the highest and the lowest: press flat, clean, read again. */
export const WIDEST_SPREAD = 6;

/**
 * The mean and spread of some readings at one place; null where there are none.
 * @throws InputError for a reading off the scale.
 */
export function readingOf(values: readonly number[]): Reading | null {
  if (values.length === 0) return null;
  values.forEach((value, i) => assertInRange(`readings.${i}`, value, 0, 100));
  const impossible = Math.min(...values) < LOWEST_OF_SKIN;
  const spread = Math.max(...values) - Math.min(...values);
  return {
    mean: values.reduce((sum, value) => sum + value, 0) / values.length,
    spread,
    impossible,
    sound: values.length >= READINGS_WANTED && spread <= WIDEST_SPREAD && !impossible,
  };
}

// A zone that holds a tenth more pigment than unexposed skin has seen sun; half as much again is a fresh tan.
const SOME = 1.1;
const MUCH = 1.35;

/** What the melanin of the zone says against that of unexposed skin. */
export function tanByReading(
  zoneFraction: number,
  unexposedFraction: number,
): 'none' | 'fading' | 'fresh' {
  const ratio = zoneFraction / unexposedFraction;
  return ratio >= MUCH - 1e-9 ? 'fresh' : ratio >= SOME - 1e-9 ? 'fading' : 'none';
}
