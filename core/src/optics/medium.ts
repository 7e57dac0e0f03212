import { fresnel } from './surface';
import { defined } from '../units';

/** A layer of turbid medium; `thicknessCm` null for one without end, the last only. */
export interface MediumLayer {
  readonly thicknessCm: number | null;
  readonly muaPerCm: number;
  readonly musPerCm: number;
  readonly g: number;
  readonly n: number;
  /**
   * `orderTwo` replaces Henyey–Greenstein by one fixed angle with rarer collisions that keep the first two
   * moments g and g²: for places some mean free paths from where the light is scored. Absent: the true one.
   */
  readonly scattering?: 'orderTwo';
}

/** How a layer deflects: cosine = c0 + c1·u − c2·(c3 ÷ (c4 + c5·u))² for u uniform in 0–1. */
type Deflection = readonly [number, number, number, number, number, number];

// Nearer to isotropic than this, single precision could not tell the difference.
const ISOTROPIC_BELOW = 1e-3;
// A length no packet flies, for where nothing scatters or absorbs; cm.
const ENDLESS = 1e30;

/** The share of light that a surface returns at right angles. */
export const entryReflectance = (indexAbove: number, layers: readonly MediumLayer[]): number =>
  fresnel(indexAbove, defined(layers[0]).n, 1);

/**
 * The layers as the packet tracer reads them, one row a layer: total attenuation cm⁻¹, mean free path cm, share lost a
 * collision, upper and lower bound cm, index ratios up and down, and the six constants of the deflection.
 */
export function layerFigures(
  layers: readonly MediumLayer[],
  indexAbove: number,
  indexBelow: number,
): Float32Array {
  let top = 0;
  return Float32Array.from(
    layers.flatMap((layer, i) => {
      const { musPerCm, deflection } = scattering(layer);
      const mut = layer.muaPerCm + musPerCm;
      const bottom = layer.thicknessCm === null ? ENDLESS : top + layer.thicknessCm;
      const row = [
        mut,
        mut > 0 ? 1 / mut : ENDLESS,
        mut > 0 ? layer.muaPerCm / mut : 0,
        top,
        bottom,
        layer.n / (layers[i - 1]?.n ?? indexAbove),
        layer.n / (layers[i + 1]?.n ?? indexBelow),
        ...deflection,
      ];
      top = bottom;
      return row;
    }),
  );
}

function scattering({ musPerCm, g, scattering }: MediumLayer): {
  musPerCm: number;
  deflection: Deflection;
} {
  if (scattering === 'orderTwo') {
    // μs(1−c) and μs(1−P₂(c)) stay what g and g² make them.
    const cosine = (2 * (1 + g)) / 3 - 1;
    return {
      musPerCm: (musPerCm * (1 - g)) / (1 - cosine),
      deflection: [cosine, 0, 0, 0, 1, 0],
    };
  }
  if (Math.abs(g) < ISOTROPIC_BELOW) return { musPerCm, deflection: [-1, 2, 0, 0, 1, 0] };
  return {
    musPerCm,
    deflection: [(1 + g * g) / (2 * g), 0, 1 / (2 * g), 1 - g * g, 1 - g, 2 * g],
  };
}
