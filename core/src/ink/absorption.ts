import { defined, InputError } from '../units';
import type { InkColour } from '../look';

/** Wavelengths of the table, nm. */
export const INK_TABLE_NM = [532, 585, 650, 694, 730, 755, 785, 1064] as const;

/**
 * Relative absorption of ink by colour class at the wavelengths of the table, 0–1, ordinal: from published reflectance
 * of pigments, rounded. Data of the clinic's protocol; this is what ships.
 */
export const STANDARD_INK_ABSORPTION: Readonly<Record<InkColour, readonly number[]>> = {
  black: [1, 1, 1, 1, 1, 1, 0.95, 0.85],
  grey: [0.7, 0.7, 0.7, 0.7, 0.65, 0.65, 0.6, 0.5],
  brown: [0.8, 0.7, 0.6, 0.5, 0.5, 0.45, 0.4, 0.25],
  darkBlue: [0.55, 0.7, 0.8, 0.85, 0.8, 0.75, 0.65, 0.35],
  lightBlue: [0.2, 0.5, 0.75, 0.8, 0.7, 0.6, 0.5, 0.12],
  green: [0.25, 0.45, 0.7, 0.75, 0.65, 0.55, 0.45, 0.1],
  purple: [0.6, 0.75, 0.6, 0.5, 0.45, 0.4, 0.35, 0.15],
  red: [0.9, 0.45, 0.12, 0.08, 0.06, 0.05, 0.05, 0.03],
  orange: [0.8, 0.2, 0.08, 0.05, 0.05, 0.05, 0.04, 0.03],
  yellow: [0.35, 0.06, 0.04, 0.03, 0.03, 0.03, 0.03, 0.02],
  skinColoured: [0.4, 0.2, 0.1, 0.1, 0.1, 0.1, 0.1, 0.05],
  white: [0.02, 0.02, 0.02, 0.02, 0.02, 0.02, 0.02, 0.02],
};

/** From here a wavelength may be the best for an ink; below it is weak at most. */
export const BEST_FROM_ABSORPTION = 0.3;

/** Below this an ink takes up too little to be treated with a wavelength. */
export const LEAST_ABSORPTION = 0.1;

/**
 * Relative absorption of an ink at a wavelength, 0–1: linear between the columns of the table.
 * @throws InputError outside 532 to 1064 nm
 */
export function inkAbsorption(
  colour: InkColour,
  wavelengthNm: number,
  table: Readonly<Record<InkColour, readonly number[]>> = STANDARD_INK_ABSORPTION,
): number {
  const [first, last] = [INK_TABLE_NM[0], defined(INK_TABLE_NM[INK_TABLE_NM.length - 1])];
  if (!(wavelengthNm >= first && wavelengthNm <= last)) {
    throw new InputError('wavelengthNm', `must lie within ${first} to ${last} nm`);
  }
  const row = table[colour];
  const above = INK_TABLE_NM.findIndex((column) => column >= wavelengthNm);
  if (INK_TABLE_NM[above] === wavelengthNm) return defined(row[above]);
  const [from, to] = [defined(INK_TABLE_NM[above - 1]), defined(INK_TABLE_NM[above])];
  const part = (wavelengthNm - from) / (to - from);
  return defined(row[above - 1]) + part * (defined(row[above]) - defined(row[above - 1]));
}
