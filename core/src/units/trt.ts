import { assertInRange } from './input-error';

/** Thermal diffusivity of soft tissue, cm²/s. */
export const DIFFUSIVITY_CM2_S = 1.1e-3;

const SHAPE_FACTOR = { plane: 8, cylinder: 16, sphere: 27 } as const;

/**
 * Thermal relaxation time in ms of a target of the given thickness or diameter in µm:
 * d²/(8α) for a plane, d²/(16α) for a cylinder, d²/(27α) for a sphere.
 */
export function thermalRelaxationMs(shape: keyof typeof SHAPE_FACTOR, sizeUm: number): number {
  const sizeCm = assertInRange('sizeUm', sizeUm, 1e-3, 1e5) * 1e-4;
  return ((sizeCm * sizeCm) / (SHAPE_FACTOR[shape] * DIFFUSIVITY_CM2_S)) * 1000;
}
