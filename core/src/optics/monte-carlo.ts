import { defined, InputError, assertInRange, type Spot } from '../units';
import { entryReflectance, layerFigures, type MediumLayer } from './medium';
import { MOST_DEPTHS, MOST_LAYERS, traceBatch } from './packets';

export interface MonteCarloInput {
  /** From the surface down; eight at most. */
  readonly layers: readonly MediumLayer[];
  readonly indexAbove: number;
  readonly indexBelow: number;
  readonly packets: number;
  readonly seed: number;
  /** With depths: scores the fluence ratio on the axis under this spot. */
  readonly spot?: Spot | undefined;
  readonly depthsMm?: readonly number[] | undefined;
  /** Weight under which a packet plays for its life, 0.001 unless said. */
  readonly rouletteBelow?: number | undefined;
}

/** Shares of the incident light, 0–1, and the fluence ratio where it was asked for. */
export interface MonteCarloShares {
  readonly specularReflectance: number;
  readonly diffuseReflectance: number;
  readonly transmittance: number;
  readonly absorbed: readonly number[];
  readonly fluenceRatio: readonly number[];
}

export interface MonteCarloResult extends MonteCarloShares {
  /** One standard error of each, from the spread between batches. */
  readonly standardError: MonteCarloShares;
  readonly packets: number;
}

/** A run is this many batches of equal size, each with random numbers of its own, whoever works them. */
export const BATCHES = 40;
const ROULETTE_BELOW = 1e-3;

/**
 * Weighted photon packets through flat layers (Wang, Jacques & Zheng 1995): Henyey–Greenstein scattering,
 * Fresnel at each interface, roulette. A pencil beam; by translation what falls within the spot's
 * outline around the axis is the fluence ratio under that spot. Reproducible: the same seed, the same
 * result. `onBatch` is told the share done and stops the run by returning false.
 * @throws InputError naming what makes no sense.
 */
export function monteCarlo(
  input: MonteCarloInput,
  onBatch: (done: number) => boolean = () => true,
): MonteCarloResult {
  const run = batchRun(input);
  const batches: number[][] = [];
  for (let index = 0; index < BATCHES; index++) {
    batches.push(run(index));
    if (!onBatch((index + 1) / BATCHES)) break;
  }
  return gathered(input, batches);
}

/**
 * One batch of a run at a time, by its number, so that several workers may share a run: the figures do
 * not depend on who worked which.
 * @throws InputError naming what makes no sense.
 */
export function batchRun(input: MonteCarloInput): (index: number) => number[] {
  check(input);
  const layers = layerFigures(input.layers, input.indexAbove, input.indexBelow);
  const entry = entryReflectance(input.indexAbove, input.layers);
  return (index) =>
    traceBatch({
      seed: input.seed,
      index,
      packets: batchSize(input),
      layers,
      layerCount: input.layers.length,
      entry,
      rouletteBelow: input.rouletteBelow ?? ROULETTE_BELOW,
      spot: input.spot,
      depthsMm: input.depthsMm ?? [],
    });
}

/** The means of all batches that were worked and their standard errors. */
export function gathered(
  input: MonteCarloInput,
  batches: readonly (readonly number[])[],
): MonteCarloResult {
  const { mean, error } = spread(batches);
  return {
    ...shares(input, mean),
    standardError: shares(input, error),
    packets: batchSize(input) * batches.length,
  };
}

const batchSize = ({ packets }: MonteCarloInput) => Math.ceil(packets / BATCHES);

function shares({ layers }: MonteCarloInput, values: readonly number[]): MonteCarloShares {
  const depths = 3 + layers.length;
  return {
    specularReflectance: defined(values[0]),
    diffuseReflectance: defined(values[1]),
    transmittance: defined(values[2]),
    absorbed: values.slice(3, depths),
    fluenceRatio: values.slice(depths),
  };
}

function check(input: MonteCarloInput): void {
  const { layers, packets, indexAbove, indexBelow, depthsMm, spot, rouletteBelow } = input;
  if (layers.length === 0) throw new InputError('layers', 'must hold one layer at least');
  if (layers.length > MOST_LAYERS) {
    throw new InputError('layers', `must hold ${MOST_LAYERS} layers at most`);
  }
  assertInRange('packets', packets, BATCHES, 1e9);
  assertInRange('indexAbove', indexAbove, 1, 3);
  assertInRange('indexBelow', indexBelow, 1, 3);
  layers.forEach((layer, i) => {
    if (layer.thicknessCm === null && i < layers.length - 1) {
      throw new InputError(`layers.${i}.thicknessCm`, 'only the last layer may be without end');
    }
    if (layer.thicknessCm !== null)
      assertInRange(`layers.${i}.thicknessCm`, layer.thicknessCm, 1e-6, 100);
    assertInRange(`layers.${i}.muaPerCm`, layer.muaPerCm, 0, 1e5);
    assertInRange(`layers.${i}.musPerCm`, layer.musPerCm, 0, 1e6);
    assertInRange(`layers.${i}.g`, layer.g, -0.999, 0.999);
    assertInRange(`layers.${i}.n`, layer.n, 1, 3);
  });
  if (rouletteBelow !== undefined) assertInRange('rouletteBelow', rouletteBelow, 1e-6, 0.5);
  if (depthsMm === undefined) return;
  if (spot === undefined) {
    throw new InputError('spot', 'is missing: depths are scored under a spot');
  }
  if (depthsMm.length > MOST_DEPTHS) {
    throw new InputError('depthsMm', `must hold ${MOST_DEPTHS} depths at most`);
  }
  depthsMm.forEach((mm, i) => assertInRange(`depthsMm.${i}`, mm, 0, 100));
}

function spread(batches: readonly (readonly number[])[]): { mean: number[]; error: number[] } {
  const count = batches.length;
  const mean = defined(batches[0]).map(
    (_, i) => batches.reduce((sum, each) => sum + defined(each[i]), 0) / count,
  );
  const error = mean.map((middle, i) => {
    const variance = batches.reduce((sum, each) => sum + (defined(each[i]) - middle) ** 2, 0);
    return count > 1 ? Math.sqrt(variance / (count - 1) / count) : Infinity;
  });
  return { mean, error };
}
