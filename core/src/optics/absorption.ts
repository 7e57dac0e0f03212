import { defined, InputError } from '../units';

/** Absorption of the melanosome's interior, cm⁻¹: 6.6×10¹¹ λ^−3.33 (Jacques 1998). λ in nm. */
export const melanosomeMua = (wavelengthNm: number) => 6.6e11 * wavelengthNm ** -3.33;

/** Absorption of skin without blood or melanin, cm⁻¹ (Jacques 1998). λ in nm. */
export const baselineMua = (wavelengthNm: number) =>
  0.244 + 85.3 * Math.exp(-(wavelengthNm - 154) / 66.2);

/**
 * Absorption in cm⁻¹ of whole blood (150 g/L, 70 % saturated; after Prahl), water (after Hale & Querry)
 * and lipid, rounded from the usual compilations. Rows: λ nm, blood, water, lipid.
 */
const TABLE: readonly (readonly [number, number, number, number])[] = [
  [532, 229.7, 0.0004, 0.017],
  [585, 172.9, 0.0012, 0.012],
  [650, 7.41, 0.0034, 0.005],
  [694, 4.16, 0.0056, 0.008],
  [730, 3.23, 0.0173, 0.011],
  [755, 4.58, 0.0259, 0.016],
  [785, 4.33, 0.0228, 0.013],
  [800, 4.28, 0.0204, 0.008],
  [810, 4.39, 0.0199, 0.009],
  [880, 5.49, 0.056, 0.036],
  [940, 5.67, 0.267, 0.1],
  [980, 4.81, 0.43, 0.037],
  [1064, 2.47, 0.144, 0.05],
  [1100, 1.78, 0.18, 0.04],
];

export const SHORTEST_NM = defined(TABLE[0])[0];
export const LONGEST_NM = defined(TABLE.at(-1))[0];

export interface Absorbers {
  readonly bloodMua: number;
  readonly waterMua: number;
  readonly lipidMua: number;
}

/**
 * Blood, water and lipid at a wavelength, cm⁻¹, linear between the table's rows.
 * @throws InputError outside 532–1100 nm.
 */
export function absorbersAt(wavelengthNm: number): Absorbers {
  if (!(wavelengthNm >= SHORTEST_NM && wavelengthNm <= LONGEST_NM)) {
    throw new InputError(
      'light.wavelengthNm',
      `must lie within ${SHORTEST_NM} to ${LONGEST_NM} nm, got ${wavelengthNm}`,
    );
  }
  const above = Math.max(
    1,
    TABLE.findIndex(([nm]) => nm >= wavelengthNm),
  );
  const [low, high] = [defined(TABLE[above - 1]), defined(TABLE[above])];
  const share = (wavelengthNm - low[0]) / (high[0] - low[0]);
  const between = (column: 1 | 2 | 3) => low[column] + share * (high[column] - low[column]);
  return { bloodMua: between(1), waterMua: between(2), lipidMua: between(3) };
}
