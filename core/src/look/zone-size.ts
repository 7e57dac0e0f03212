import { SITES, type SiteId } from '../sites';
import { defined, InputError, assertInRange } from '../units';

export const BUILDS = ['slight', 'middle', 'large'] as const;

export type Build = (typeof BUILDS)[number];

// Body mass index that stands for a build, kg/m².
const BMI: Readonly<Record<Build, number>> = { slight: 20, middle: 24, large: 30 };
const REFERENCE_CM = 170;

/** Body surface, m², by √(height × weight ÷ 3600) (Mosteller 1987), cm and kg. */
const bodySurfaceM2 = (heightCm: number, build: Build) => {
  const weightKg = BMI[build] * (heightCm / 100) ** 2;
  return Math.sqrt((heightCm * weightKg) / 3600);
};

/** The usual size of one side of a site, cm², scaled by body surface from that of a middle build of 170 cm. */
export function typicalAreaCm2(site: SiteId, heightCm: number, build: Build): number {
  assertInRange('heightCm', heightCm, 100, 230);
  const scale = bodySurfaceM2(heightCm, build) / bodySurfaceM2(REFERENCE_CM, 'middle');
  return Math.round(SITES[site].typicalAreaCm2 * scale);
}

/** A zone as it was measured. */
export type Measured =
  | { readonly shape: 'flat'; readonly lengthCm: number; readonly widthCm: number }
  /** Round a limb: length, and the circumference half way. */
  | { readonly shape: 'round'; readonly lengthCm: number; readonly aroundCm: number }
  /** A traced outline: corners in turn, cm. */
  | { readonly shape: 'outline'; readonly points: readonly (readonly [number, number])[] };

/**
 * The area of a measured zone, cm².
 * @throws InputError for a length that none is, or an outline of fewer than three corners.
 */
export function measuredAreaCm2(zone: Measured): number {
  switch (zone.shape) {
    case 'flat':
      assertInRange('lengthCm', zone.lengthCm, 0.5, 150);
      assertInRange('widthCm', zone.widthCm, 0.5, 100);
      return zone.lengthCm * zone.widthCm;
    case 'round':
      assertInRange('lengthCm', zone.lengthCm, 0.5, 150);
      assertInRange('aroundCm', zone.aroundCm, 3, 150);
      return zone.lengthCm * zone.aroundCm;
    case 'outline':
      return outlineCm2(zone.points);
  }
}

/** The area inside corners given in turn (Gauss's shoelace). */
export function outlineCm2(points: readonly (readonly [number, number])[]): number {
  if (points.length < 3) throw new InputError('points', 'must be three corners at least');
  const twice = points.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = defined(points[(i + 1) % points.length]);
    return sum + x * nextY - nextX * y;
  }, 0);
  return Math.abs(twice) / 2;
}
