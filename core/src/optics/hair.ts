import { melanosomeMua } from './absorption';

export const HAIR_COLOURS = [
  'black',
  'darkBrown',
  'midBrown',
  'lightBrown',
  'darkBlond',
  'red',
  'blond',
  'grey',
  'white',
] as const;

export type HairColour = (typeof HAIR_COLOURS)[number];

/** Share of a black shaft's melanosome absorption by hair colour (assumed). */
export const HAIR_MELANIN: Readonly<Record<HairColour, number>> = {
  black: 1,
  darkBrown: 0.6,
  midBrown: 0.35,
  lightBrown: 0.2,
  darkBlond: 0.2,
  red: 0.1,
  blond: 0.05,
  grey: 0.01,
  white: 0,
};

export const CALIBRES = ['fine', 'medium', 'coarse', 'veryCoarse'] as const;

export type Calibre = (typeof CALIBRES)[number];

/** Shaft diameter of each calibre class, µm. */
export const CALIBRE_UM: Readonly<Record<Calibre, number>> = {
  fine: 40,
  medium: 60,
  coarse: 80,
  veryCoarse: 100,
};

/** Absorption of a shaft holding `melanosomeFraction` of a black one's pigment, cm⁻¹ (assumed). */
export const hairMua = (wavelengthNm: number, melanosomeFraction: number) =>
  melanosomeFraction * melanosomeMua(wavelengthNm) + 0.3;
