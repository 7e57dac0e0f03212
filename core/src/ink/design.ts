import type { InkColour, InkFinding, InkPart } from '../look';
import { defined, assertInRange } from '../units';

/** Length of a closed outline, cm. */
export function outlineCm(points: readonly (readonly [number, number])[]): number {
  return points.reduce((sum, [x, y], index) => {
    const [nx, ny] = defined(points[(index + 1) % points.length]);
    return sum + Math.hypot(nx - x, ny - y);
  }, 0);
}

/** How much bare skin the beam meets around a part. */
export interface EdgeOverlap {
  /** Bare skin within the beam where spots are centred along the very edge, cm²: the most there can be. */
  readonly bareCm2: number;
  /** That as a share of all skin the beam meets. */
  readonly share: number;
}

/**
 * Bare skin that the beam's edge meets around a part: a ring of half a spot around its outline, P·r + π·r² (Steiner, for a
 * convex outline; more than that for none). Where nobody traced it, the part is taken as a disc: the least there can be.
 */
export function edgeOverlap(
  part: Pick<InkPart, 'areaCm2' | 'outline'>,
  spotMm: number,
): EdgeOverlap {
  const area = assertInRange('areaCm2', part.areaCm2, 0.01, 5000);
  const radius = assertInRange('spotMm', spotMm, 0.5, 100) / 20;
  const around = part.outline.length >= 3 ? outlineCm(part.outline) : 2 * Math.sqrt(Math.PI * area);
  const bareCm2 = around * radius + Math.PI * radius * radius;
  return { bareCm2, share: bareCm2 / (area + bareCm2) };
}

/** The parts that are fired on: neither kept nor over a mole, in their order. */
export const treatedParts = ({ parts = [] }: Pick<InkFinding, 'parts'>): readonly InkPart[] =>
  parts
    .filter(({ leave, overMole }) => !leave && !overMole)
    .sort((one, other) => one.order - other.order);

/** Colours with their shares as the parts tell them; together 1. Empty without parts. */
export function coloursOf(
  parts: readonly InkPart[],
): readonly { readonly colour: InkColour; readonly share: number }[] {
  const total = parts.reduce((sum, { areaCm2 }) => sum + areaCm2, 0);
  const byColour = new Map<InkColour, number>();
  for (const { colour, areaCm2 } of parts) {
    byColour.set(colour, (byColour.get(colour) ?? 0) + areaCm2);
  }
  return [...byColour]
    .map(([colour, area]) => ({ colour, share: area / total }))
    .sort((one, other) => other.share - one.share);
}
