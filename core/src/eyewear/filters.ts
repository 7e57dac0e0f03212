import { defined } from '../units';
/** Eyewear by the light that it keeps out. */
export const FILTERS = ['clear', 'green532', 'red694to810', 'infrared1064', 'broadband'] as const;

export type Filter = (typeof FILTERS)[number];

/**
 * Share of each of a screen's three lights that passes the lens, 0–1: what eyewear of that kind usually lets through at about 620, 540
 * and 455 nm, rounded (orange, green and faintly green lenses, and a dark shade).
 */
export const TRANSMISSION: Readonly<Record<Filter, readonly [r: number, g: number, b: number]>> = {
  clear: [1, 1, 1],
  green532: [0.55, 0.04, 0.01],
  red694to810: [0.03, 0.35, 0.3],
  infrared1064: [0.45, 0.6, 0.4],
  broadband: [0.08, 0.12, 0.06],
};

/** The eyewear for a wavelength, nm; `broadband` where there is more than one. */
export function filterFor(wavelengthsNm: readonly number[]): Filter {
  const [first] = wavelengthsNm;
  if (first === undefined) return 'clear';
  if (wavelengthsNm.length > 1) return 'broadband';
  if (first < 600) return 'green532';
  return first <= 900 ? 'red694to810' : 'infrared1064';
}

// Share of luminance that each light of an sRGB screen carries (ITU-R BT.709).
const WEIGHTS = [0.2126, 0.7152, 0.0722] as const;
// Light that the screen throws back from the room, of a white screen's (WCAG 2.2).
const FLARE = 0.05;

/**
 * Contrast of two #rrggbb colours as seen through a filter, 1–21: relative luminance with each light and the room's glare
 * dimmed by the lens.
 */
export function contrastThrough(filter: Filter, one: string, other: string): number {
  const passed = TRANSMISSION[filter];
  const white = WEIGHTS.reduce((sum, weight, i) => sum + weight * defined(passed[i]), 0);
  const seen = (colour: string) =>
    WEIGHTS.reduce((sum, weight, i) => sum + weight * defined(passed[i]) * linear(colour, i), 0) +
    FLARE * white;
  const [light, dark] = [seen(one), seen(other)].sort((a, b) => b - a) as [number, number];
  return light / dark;
}

/** One of a colour's three lights, linear, 0–1. */
function linear(colour: string, index: number): number {
  const part = Number.parseInt(colour.slice(1 + 2 * index, 3 + 2 * index), 16) / 255;
  return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
}
