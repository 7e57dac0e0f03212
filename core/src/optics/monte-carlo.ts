import { InputError, within, type Spot } from '../units';
import { seededRandom } from './random';
import { fresnel } from './surface';

/** A layer of turbid medium; `thicknessCm` null for one without end, the last only. */
export interface MediumLayer {
  readonly thicknessCm: number | null;
  readonly muaPerCm: number;
  readonly musPerCm: number;
  readonly g: number;
  readonly n: number;
}

export interface MonteCarloInput {
  readonly layers: readonly MediumLayer[];
  readonly indexAbove: number;
  readonly indexBelow: number;
  readonly packets: number;
  readonly seed: number;
  /** With depths: scores the fluence ratio on the axis under this spot. */
  readonly spot?: Spot | undefined;
  readonly depthsMm?: readonly number[] | undefined;
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

const BATCHES = 40;
const ROULETTE_BELOW = 1e-3;
const ROULETTE_CHANCE = 0.1;
// Half the height of the slab in which a depth is scored, as a share of the depth; no thinner than 5 µm.
const SLAB_SHARE = 0.04;
const SLAB_LEAST_CM = 5e-4;

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
  check(input);
  const random = seededRandom(input.seed);
  const scorer = new Scorer(input);
  const size = Math.ceil(input.packets / BATCHES);
  const batches: number[][] = [];
  for (let batch = 0; batch < BATCHES; batch++) {
    scorer.clear();
    for (let packet = 0; packet < size; packet++) trace(input, random, scorer);
    batches.push(scorer.means(size));
    if (!onBatch((batch + 1) / BATCHES)) break;
  }
  const { mean, error } = spread(batches);
  return {
    ...scorer.shares(mean),
    standardError: scorer.shares(error),
    packets: size * batches.length,
  };
}

function check({ layers, packets, indexAbove, indexBelow, depthsMm, spot }: MonteCarloInput): void {
  if (layers.length === 0) throw new InputError('layers', 'must hold one layer at least');
  within('packets', packets, BATCHES, 1e9);
  within('indexAbove', indexAbove, 1, 3);
  within('indexBelow', indexBelow, 1, 3);
  layers.forEach((layer, i) => {
    if (layer.thicknessCm === null && i < layers.length - 1) {
      throw new InputError(`layers.${i}.thicknessCm`, 'only the last layer may be without end');
    }
    if (layer.thicknessCm !== null) within(`layers.${i}.thicknessCm`, layer.thicknessCm, 1e-6, 100);
    within(`layers.${i}.muaPerCm`, layer.muaPerCm, 0, 1e5);
    within(`layers.${i}.musPerCm`, layer.musPerCm, 0, 1e6);
    within(`layers.${i}.g`, layer.g, -0.999, 0.999);
    within(`layers.${i}.n`, layer.n, 1, 3);
  });
  if (depthsMm !== undefined && spot === undefined) {
    throw new InputError('spot', 'is missing: depths are scored under a spot');
  }
}

/** Sums of one batch: specular, diffuse, transmitted, absorbed by layer, fluence by depth. */
class Scorer {
  readonly absorbed: Float64Array;
  specular = 0;
  diffuse = 0;
  transmitted = 0;
  private readonly fluence: Float64Array;
  private readonly from: Float64Array;
  private readonly to: Float64Array;
  private readonly halfWidth: number;
  private readonly halfHeight: number;
  private readonly round: boolean;

  constructor({ layers, depthsMm = [], spot }: MonteCarloInput) {
    this.absorbed = new Float64Array(layers.length);
    this.fluence = new Float64Array(depthsMm.length);
    const half = (mm: number) => Math.max(SLAB_LEAST_CM, (mm / 10) * SLAB_SHARE);
    this.from = Float64Array.from(depthsMm, (mm) => mm / 10 - half(mm));
    this.to = Float64Array.from(depthsMm, (mm) => mm / 10 + half(mm));
    this.round = spot !== undefined && 'diameterMm' in spot;
    this.halfWidth =
      spot === undefined ? 0 : 'diameterMm' in spot ? spot.diameterMm / 20 : spot.widthMm / 20;
    this.halfHeight =
      spot === undefined ? 0 : 'diameterMm' in spot ? spot.diameterMm / 20 : spot.heightMm / 20;
  }

  clear(): void {
    this.absorbed.fill(0);
    this.fluence.fill(0);
    this.specular = this.diffuse = this.transmitted = 0;
  }

  /** A collision of weight `w` at a place where light is lost at `mut` a cm: w ÷ μt of path. */
  collide(x: number, y: number, z: number, w: number, mut: number): void {
    const { from, to, fluence, halfWidth, halfHeight } = this;
    for (let i = 0; i < fluence.length; i++) {
      if (z < from[i]! || z >= to[i]!) continue;
      const inside = this.round
        ? x * x + y * y <= halfWidth * halfWidth
        : Math.abs(x) <= halfWidth && Math.abs(y) <= halfHeight;
      if (inside) fluence[i]! += w / mut / (to[i]! - from[i]!);
    }
  }

  means(packets: number): number[] {
    return [this.specular, this.diffuse, this.transmitted, ...this.absorbed, ...this.fluence].map(
      (sum) => sum / packets,
    );
  }

  shares(values: readonly number[]): MonteCarloShares {
    const [specularReflectance, diffuseReflectance, transmittance] = values as [
      number,
      number,
      number,
    ];
    const depths = 3 + this.absorbed.length;
    return {
      specularReflectance,
      diffuseReflectance,
      transmittance,
      absorbed: values.slice(3, depths),
      fluenceRatio: values.slice(depths),
    };
  }
}

/** Follows one packet from the surface until it is absorbed, leaves, or loses at roulette. */
function trace(
  { layers, indexAbove, indexBelow }: MonteCarloInput,
  random: () => number,
  scorer: Scorer,
): void {
  const entry = fresnel(indexAbove, layers[0]!.n, 1);
  scorer.specular += entry;
  let weight = 1 - entry;
  let [x, y, z] = [0, 0, 0];
  let [ux, uy, uz] = [0, 0, 1];
  let at = 0;
  let top = 0;
  let path = -Math.log(random());
  for (;;) {
    const layer = layers[at]!;
    const mut = layer.muaPerCm + layer.musPerCm;
    const bottom = layer.thicknessCm === null ? Infinity : top + layer.thicknessCm;
    const edge = uz > 0 ? (bottom - z) / uz : uz < 0 ? (top - z) / uz : Infinity;
    const step = mut > 0 ? path / mut : Infinity;
    if (edge <= step) {
      // To the interface; what is left of the free path is used beyond it.
      x += ux * edge;
      y += uy * edge;
      z = uz > 0 ? bottom : top;
      path -= edge * mut;
      const down = uz > 0;
      const next = down ? at + 1 : at - 1;
      const n2 = layers[next]?.n ?? (down ? indexBelow : indexAbove);
      if (random() < fresnel(layer.n, n2, Math.abs(uz))) {
        uz = -uz;
        continue;
      }
      if (layers[next] === undefined) {
        if (down) scorer.transmitted += weight;
        else scorer.diffuse += weight;
        return;
      }
      const bend = layer.n / n2;
      ux *= bend;
      uy *= bend;
      uz = Math.sign(uz) * Math.sqrt(Math.max(0, 1 - ux * ux - uy * uy));
      top = down ? bottom : top - layers[next].thicknessCm!;
      at = next;
      continue;
    }
    x += ux * step;
    y += uy * step;
    z += uz * step;
    scorer.collide(x, y, z, weight, mut);
    const lost = (weight * layer.muaPerCm) / mut;
    scorer.absorbed[at]! += lost;
    weight -= lost;
    if (weight < ROULETTE_BELOW) {
      if (random() >= ROULETTE_CHANCE) return;
      weight /= ROULETTE_CHANCE;
    }
    const cosine = scattered(layer.g, random());
    const sine = Math.sqrt(Math.max(0, 1 - cosine * cosine));
    const angle = 2 * Math.PI * random();
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    if (Math.abs(uz) > 0.99999) {
      [ux, uy, uz] = [sine * c, sine * s, cosine * Math.sign(uz)];
    } else {
      const across = Math.sqrt(1 - uz * uz);
      [ux, uy, uz] = [
        (sine * (ux * uz * c - uy * s)) / across + ux * cosine,
        (sine * (uy * uz * c + ux * s)) / across + uy * cosine,
        -sine * c * across + uz * cosine,
      ];
    }
    path = -Math.log(random());
  }
}

/** Cosine of a Henyey–Greenstein deflection. */
function scattered(g: number, u: number): number {
  if (g === 0) return 2 * u - 1;
  const part = (1 - g * g) / (1 - g + 2 * g * u);
  return (1 + g * g - part * part) / (2 * g);
}

function spread(batches: readonly number[][]): { mean: number[]; error: number[] } {
  const count = batches.length;
  const mean = batches[0]!.map((_, i) => batches.reduce((sum, each) => sum + each[i]!, 0) / count);
  const error = mean.map((middle, i) => {
    const variance = batches.reduce((sum, each) => sum + (each[i]! - middle) ** 2, 0);
    return count > 1 ? Math.sqrt(variance / (count - 1) / count) : Infinity;
  });
  return { mean, error };
}
