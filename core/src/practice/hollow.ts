/** A bowl in the skin: deepest in its middle, level with its surroundings at its rim. */
export interface Hollow {
  readonly xMm: number;
  readonly yMm: number;
  /** From its middle to its rim. */
  readonly acrossMm: number;
  readonly downMm: number;
  readonly deepMm: number;
}

/** How the skin lies at a place: its slope along and across, mm a mm, and how much more skin there is than its map shows. */
export interface Lie {
  readonly depthMm: number;
  readonly slopeX: number;
  readonly slopeY: number;
  /** Area of skin ÷ area on the map, 1 or more. */
  readonly stretch: number;
}

/** The lie of a bowl whose depth is `deep · (1 − r²)²`, r from its middle to its rim; flat outside of it, and without one. */
export function lieAt(hollow: Hollow | null, xMm: number, yMm: number): Lie {
  if (hollow === null) return FLAT;
  const x = (xMm - hollow.xMm) / hollow.acrossMm;
  const y = (yMm - hollow.yMm) / hollow.downMm;
  const left = 1 - x * x - y * y;
  if (left <= 0) return FLAT;
  const steep = 4 * hollow.deepMm * left;
  const slopeX = (-steep * x) / hollow.acrossMm;
  const slopeY = (-steep * y) / hollow.downMm;
  return {
    ...{ depthMm: hollow.deepMm * left * left, slopeX, slopeY },
    stretch: Math.sqrt(1 + slopeX * slopeX + slopeY * slopeY),
  };
}

const FLAT: Lie = { depthMm: 0, slopeX: 0, slopeY: 0, stretch: 1 };
