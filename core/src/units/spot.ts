import { assertInRange } from './input-error';

/** The outline of one pulse on the skin: round, or a rectangle. Millimetres. */
export type Spot =
  { readonly diameterMm: number } | { readonly widthMm: number; readonly heightMm: number };

/**
 * Area of a spot in cm²: π(d/2)² or w·h.
 * @throws InputError when a side is not within 0.5 to 100 mm.
 */
export function spotAreaCm2(spot: Spot): number {
  if ('diameterMm' in spot) {
    const radiusCm = assertInRange('spot.diameterMm', spot.diameterMm, 0.5, 100) / 20;
    return Math.PI * radiusCm * radiusCm;
  }
  const widthMm = assertInRange('spot.widthMm', spot.widthMm, 0.5, 100);
  const heightMm = assertInRange('spot.heightMm', spot.heightMm, 0.5, 100);
  return (widthMm / 10) * (heightMm / 10);
}

/** The longest straight side of a spot in mm: what has to lie flat on the skin. */
export function longestSideMm(spot: Spot): number {
  return 'diameterMm' in spot ? spot.diameterMm : Math.max(spot.widthMm, spot.heightMm);
}

/** The shorter side of a spot in mm: what decides how deep its light reaches. */
export function shortestSideMm(spot: Spot): number {
  return 'diameterMm' in spot ? spot.diameterMm : Math.min(spot.widthMm, spot.heightMm);
}

/** Spots, the smallest first, by their longest side. */
export const bySize = (spots: readonly Spot[]): Spot[] =>
  [...spots].sort((one, other) => longestSideMm(one) - longestSideMm(other));

/** Whether two spots have the same outline, whichever way round a rectangle is held. */
export function sameSpot(one: Spot, other: Spot): boolean {
  return (
    'diameterMm' in one === 'diameterMm' in other &&
    longestSideMm(one) === longestSideMm(other) &&
    shortestSideMm(one) === shortestSideMm(other)
  );
}
