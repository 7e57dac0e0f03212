import { defined, type Spot } from '@tidy-quill/core/units';

/** A spot as a cell holds it: 12, or 12 x 10. Millimetres. */
export const spotLine = (spot: Spot): string =>
  'diameterMm' in spot ? String(spot.diameterMm) : `${spot.widthMm} x ${spot.heightMm}`;

/** Reads a spot back. */
export function readSpot(text: string): Spot | { readonly problem: string } {
  const sides = text.split(/[x×]/).map((side) => Number(side.trim() || Number.NaN));
  const [first, second] = sides;
  if (sides.every(Number.isFinite) && first !== undefined) {
    if (sides.length === 1) return { diameterMm: first };
    if (sides.length === 2) return { widthMm: first, heightMm: defined(second) };
  }
  return { problem: `“${text}” must be a diameter, or width x height, in mm` };
}
