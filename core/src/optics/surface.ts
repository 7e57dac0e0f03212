import { SKIN_INDEX } from './layers';
import { gaussLegendre } from './quadrature';
import { defined } from '../units';

/** What lies on the skin: its refractive index, and the share of escaping light that a plate sends back. */
export interface Surface {
  readonly outsideIndex: number;
  readonly plateReturn: number;
}

export const AIR: Surface = { outsideIndex: 1, plateReturn: 0 };
/** A sapphire plate; its return is assumed. */
export const SAPPHIRE: Surface = { outsideIndex: 1.76, plateReturn: 0.3 };
export const GEL: Surface = { outsideIndex: 1.37, plateReturn: 0 };

/** Specular reflection of light falling straight on the skin. */
export function specularReflection({ outsideIndex }: Surface): number {
  return ((outsideIndex - SKIN_INDEX) / (outsideIndex + SKIN_INDEX)) ** 2;
}

/** Fresnel reflection of unpolarised light inside index n₁ meeting n₂ at cosine μ; 1 where none gets out. */
export function fresnel(n1: number, n2: number, cosine: number): number {
  const sine2 = (n1 / n2) ** 2 * (1 - cosine * cosine);
  if (sine2 >= 1) return 1;
  const cosine2 = Math.sqrt(1 - sine2);
  const s = (n1 * cosine - n2 * cosine2) / (n1 * cosine + n2 * cosine2);
  const p = (n1 * cosine2 - n2 * cosine) / (n1 * cosine2 + n2 * cosine);
  return (s * s + p * p) / 2;
}

/** Share of diffuse (Lambertian) light inside the skin that its surface, and a plate on it, send back. */
export function diffuseReflection({ outsideIndex, plateReturn }: Surface): number {
  const bare = bareReflection(outsideIndex);
  return bare + (1 - bare) * plateReturn;
}

const known = new Map<number, number>();

function bareReflection(outsideIndex: number): number {
  const found = known.get(outsideIndex);
  if (found !== undefined) return found;
  const critical = outsideIndex < SKIN_INDEX ? Math.sqrt(1 - (outsideIndex / SKIN_INDEX) ** 2) : 0;
  // ∫ 2μ R dμ; below the critical cosine all is reflected. μ = μc + (1−μc) t² smooths the root at μc.
  const { nodes, weights } = gaussLegendre(48, 0, 1);
  let sum = critical * critical;
  nodes.forEach((t, i) => {
    const cosine = critical + (1 - critical) * t * t;
    const stretch = 2 * t * (1 - critical);
    sum += defined(weights[i]) * 2 * cosine * fresnel(SKIN_INDEX, outsideIndex, cosine) * stretch;
  });
  known.set(outsideIndex, sum);
  return sum;
}
