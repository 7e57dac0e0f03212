import { InputError, assertInRange } from '../units';

/** How a layout of equal round spots covers the skin: shares of the area, 0–1. */
export interface Layout {
  /** Distance between neighbouring centres, mm. */
  readonly pitchMm: number;
  /** Share never hit. */
  readonly gapShare: number;
  /** Share hit twice. */
  readonly overlapShare: number;
  /** Area that one pulse stands for, cm². */
  readonly cellCm2: number;
}

/** Area common to two circles of diameter `d` whose centres lie `pitch` apart. */
function lens(d: number, pitch: number): number {
  if (pitch >= d) return 0;
  const half = pitch / d;
  return ((d * d) / 2) * (Math.acos(half) - half * Math.sqrt(1 - half * half));
}

/**
 * A hexagonal layout of round spots. Valid between the pitch without any gap, d·√3/2, and touching
 * circles, d: there circles overlap in pairs only, so the shares are exact.
 * @throws InputError outside that range.
 */
export function hexagonalLayout(diameterMm: number, pitchMm: number): Layout {
  assertInRange('spot.diameterMm', diameterMm, 0.5, 100);
  const closest = (diameterMm * Math.sqrt(3)) / 2;
  if (pitchMm < closest - 1e-9 || pitchMm > diameterMm + 1e-9) {
    throw new InputError('pitchMm', `must lie within ${closest.toFixed(3)} to ${diameterMm}`);
  }
  const cell = (pitchMm * pitchMm * Math.sqrt(3)) / 2;
  // Six neighbours, each lens shared by two: three lenses a spot.
  return shares(diameterMm, pitchMm, cell, 3);
}

/** A square layout of round spots, between the gapless pitch d/√2 and touching circles. */
export function squareLayout(diameterMm: number, pitchMm: number): Layout {
  assertInRange('spot.diameterMm', diameterMm, 0.5, 100);
  const closest = diameterMm / Math.SQRT2;
  if (pitchMm < closest - 1e-9 || pitchMm > diameterMm + 1e-9) {
    throw new InputError('pitchMm', `must lie within ${closest.toFixed(3)} to ${diameterMm}`);
  }
  return shares(diameterMm, pitchMm, pitchMm * pitchMm, 2);
}

/**
 * The widest hexagonal pitch whose gaps stay within `allowedGapShare`, found by bisection to 1 µm
 * and rounded towards the closer pitch.
 */
export function widestHexagonalLayout(diameterMm: number, allowedGapShare: number): Layout {
  assertInRange('allowedGapShare', allowedGapShare, 0, 1);
  let close = (diameterMm * Math.sqrt(3)) / 2;
  let wide = diameterMm;
  if (hexagonalLayout(diameterMm, wide).gapShare <= allowedGapShare) {
    return hexagonalLayout(diameterMm, wide);
  }
  while (wide - close > 1e-3) {
    const middle = (close + wide) / 2;
    if (hexagonalLayout(diameterMm, middle).gapShare <= allowedGapShare) close = middle;
    else wide = middle;
  }
  return hexagonalLayout(diameterMm, close);
}

function shares(d: number, pitchMm: number, cellMm2: number, lensesPerSpot: number): Layout {
  const twice = lensesPerSpot * lens(d, pitchMm);
  const covered = (Math.PI * d * d) / 4 - twice;
  return {
    pitchMm,
    gapShare: Math.max(0, 1 - covered / cellMm2),
    overlapShare: twice / cellMm2,
    cellCm2: cellMm2 / 100,
  };
}
