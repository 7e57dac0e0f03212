import { AIR, type Surface } from './surface';
import type { Spot } from '../units';
import { SKIN_INDEX, skinLayers, type Skin } from './layers';
import type { MediumLayer } from './medium';
import type { MonteCarloInput } from './monte-carlo';

// Near the surface the true phase function matters; below it the first two moments do (bias under 0.3 %).
const TRUE_TO_CM = 0.03;
const ROULETTE_BELOW = 0.05;

/**
 * A Monte Carlo run for the fluence ratio in skin on the axis of a spot: the true phase function in the first
 * 0.3 mm, below it one of the same first two moments with a seventh of the collisions.
 */
export function skinRun(on: {
  readonly wavelengthNm: number;
  readonly skin: Skin;
  readonly spot: Spot;
  readonly depthsMm: readonly number[];
  readonly packets: number;
  readonly seed: number;
  readonly surface?: Surface;
}): MonteCarloInput {
  const { wavelengthNm, skin, spot, depthsMm, packets, seed, surface = AIR } = on;
  return {
    layers: eased(skinLayers(wavelengthNm, skin)),
    indexAbove: surface.outsideIndex,
    indexBelow: SKIN_INDEX,
    packets,
    seed,
    spot,
    depthsMm,
    rouletteBelow: ROULETTE_BELOW,
  };
}

/** The same layers with everything below the first 0.3 mm eased. */
function eased(layers: readonly MediumLayer[]): readonly MediumLayer[] {
  let top = 0;
  return layers.flatMap((layer) => {
    const thickness = layer.thicknessCm ?? Infinity;
    const near = Math.min(thickness, TRUE_TO_CM - top);
    top += thickness;
    const below = { ...layer, scattering: 'orderTwo' } as const;
    if (near <= 0) return [below];
    if (near === thickness) return [layer];
    const rest = layer.thicknessCm === null ? null : layer.thicknessCm - near;
    return [
      { ...layer, thicknessCm: near },
      { ...below, thicknessCm: rest },
    ];
  });
}
