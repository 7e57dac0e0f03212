import { defined, assertInRange, type Spot } from '../units';
import { gaussLegendre } from './quadrature';
import { besselJ1 } from './special-functions';

/**
 * Spatial frequencies of a spot and the weight of each on its axis: ∫ ρ J₁(kρ) … dk by a 64-point rule
 * on [0, 44/a], with the faint blur exp(−(0.1ka)²/2) that tames the edge. k in cm⁻¹.
 */
export interface SpotTransform {
  readonly frequencies: Float64Array;
  readonly weights: Float64Array;
}

const POINTS = 64;
const HIGHEST = 44;
const BLUR = 0.1;
const ANGLES = 6;

const known = new Map<string, SpotTransform>();

/** The transform of a spot, worked out once for each outline. */
export function spotTransform(spot: Spot): SpotTransform {
  const key = 'diameterMm' in spot ? `${spot.diameterMm}` : `${spot.widthMm}x${spot.heightMm}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  const made = transformOf(spot);
  known.set(key, made);
  return made;
}

/** Distances from the centre to the edge, cm, and the share of directions that each stands for. */
function edges(spot: Spot): { radiiCm: number[]; shares: number[]; shorterCm: number } {
  if ('diameterMm' in spot) {
    const radius = assertInRange('spot.diameterMm', spot.diameterMm, 0.5, 100) / 20;
    return { radiiCm: [radius], shares: [1], shorterCm: radius };
  }
  const halfWidth = assertInRange('spot.widthMm', spot.widthMm, 0.5, 100) / 20;
  const halfHeight = assertInRange('spot.heightMm', spot.heightMm, 0.5, 100) / 20;
  const corner = Math.atan2(halfHeight, halfWidth);
  const quarter = Math.PI / 2;
  const side = gaussLegendre(ANGLES, 0, corner);
  const top = gaussLegendre(ANGLES, corner, quarter);
  return {
    radiiCm: [
      ...[...side.nodes].map((angle) => halfWidth / Math.cos(angle)),
      ...[...top.nodes].map((angle) => halfHeight / Math.sin(angle)),
    ],
    shares: [...side.weights, ...top.weights].map((weight) => weight / quarter),
    shorterCm: Math.min(halfWidth, halfHeight),
  };
}

function transformOf(spot: Spot): SpotTransform {
  const { radiiCm, shares, shorterCm } = edges(spot);
  const rule = gaussLegendre(POINTS, 0, HIGHEST / shorterCm);
  const weights = rule.weights.map((weight, i) => {
    const k = defined(rule.nodes[i]);
    const blur = Math.exp(-((BLUR * k * shorterCm) ** 2) / 2);
    const edge = radiiCm.reduce(
      (sum, radius, j) => sum + defined(shares[j]) * radius * besselJ1(k * radius),
      0,
    );
    return weight * blur * edge;
  });
  return { frequencies: rule.nodes, weights };
}
