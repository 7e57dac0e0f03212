/** Fitzpatrick skin type, I–VI as 1–6. */
export type SkinType = 1 | 2 | 3 | 4 | 5 | 6;

export type Tan = 'none' | 'fading' | 'fresh' | 'selfTan';

export const SKIN_TYPES: readonly SkinType[] = [1, 2, 3, 4, 5, 6];

/**
 * Melanosome volume fraction of the epidermis by working skin type. II–IV lie within the published
 * spread for lightly pigmented skin (Jacques 1998); V and VI are below the published values for dark
 * skin (18–43 %), because the textbook 1064 nm ranges could not hold with those.
 */
export const MELANOSOME_FRACTION: Readonly<Record<SkinType, number>> = {
  1: 0.011,
  2: 0.016,
  3: 0.023,
  4: 0.033,
  5: 0.05,
  6: 0.075,
};

/** What a tan multiplies the melanosome fraction by. Self-tan is taken as a fresh tan (assumed). */
export const TAN_FACTOR: Readonly<Record<Tan, number>> = {
  none: 1,
  fading: 1.2,
  fresh: 1.5,
  selfTan: 1.5,
};

/** The palest skin type whose melanosome fraction is at least `fraction`; VI where none is. */
export function skinTypeForFraction(fraction: number): SkinType {
  return SKIN_TYPES.find((type) => MELANOSOME_FRACTION[type] >= fraction - 1e-9) ?? 6;
}
