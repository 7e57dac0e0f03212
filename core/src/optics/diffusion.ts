import { MOST_DEPTHS, planning, planningTables } from '../compiled';
import { defined, type Spot } from '../units';
import { ANISOTROPY, skinOptics, type Skin, type Turbid } from './layers';
import { exponentialIntegral2, exponentialIntegral3 } from './special-functions';
import { spotTransform } from './spot-transform';
import { diffuseReflection, specularReflection, type Surface } from './surface';

// Fitted to Monte Carlo on 16 cases: rms 2 %, worst 5.5 %; on four unseen ones rms 2.2 %, worst 6.7 %.
const FILM_COLLIMATED = 1.26;
const FILM_DIFFUSE = 1.41;
const SCALE = 0.99;
const NEAR_SURFACE = 0.08;
const NEAR_SURFACE_DEPTH = 1.23;

/** A layer in the δ-P1 approximation (after Carp, Prahl & Venugopalan 2004). cm⁻¹, cm. */
interface DeltaLayer {
  readonly mua: number;
  readonly musStar: number;
  readonly mutStar: number;
  readonly mutr: number;
  readonly diffusion: number;
}

const G_STAR = ANISOTROPY / (1 + ANISOTROPY);

function deltaLayer({ muaPerCm, reducedMusPerCm }: Turbid): DeltaLayer {
  const musStar = (reducedMusPerCm / (1 - ANISOTROPY)) * (1 - ANISOTROPY ** 2);
  const mutr = muaPerCm + musStar * (1 - G_STAR);
  return {
    mua: muaPerCm,
    musStar,
    mutStar: muaPerCm + musStar,
    mutr,
    diffusion: 1 / (3 * mutr),
  };
}

/**
 * Fluence ratio φ/F on the beam's axis at each depth in mm, under `spot`, for one laser line: two-layer
 * δ-P1 diffusion in spatial frequency, dermis over endless fat, the melanin as a film on top.
 * Agrees with Monte Carlo within 8 % at 0.03–5 mm wherever the ratio is above 0.03.
 */
export const fluenceRatio = (input: LightQuestion): Float64Array => ratioBy(input, summed);

/** The same, all in TypeScript, to be compared with. */
export const fluenceRatioReference = (input: LightQuestion): Float64Array =>
  ratioBy(input, summedReference);

/** Where light falls, and how deep it is asked for. */
interface LightQuestion {
  readonly wavelengthNm: number;
  readonly skin: Skin;
  readonly spot: Spot;
  readonly surface: Surface;
  readonly depthsMm: ArrayLike<number>;
}

function ratioBy(input: LightQuestion, sum: typeof summed): Float64Array {
  const { skin, surface } = input;
  const optics = skinOptics(input.wavelengthNm, skin.melanosomeFraction, skin.bloodShare);
  const filmCm = skin.epidermisUm * 1e-4;
  const film = optics.melaninMuaPerCm * filmCm;
  const dermis = deltaLayer(optics.dermis);
  const fat = deltaLayer(optics.fat);
  const inside = diffuseReflection(surface);
  const diffuseThrough = 2 * exponentialIntegral3(FILM_DIFFUSE * film);
  const reflection = inside * diffuseThrough ** 2;
  const entering = (1 - specularReflection(surface)) * Math.exp(-FILM_COLLIMATED * film);
  const depthsCm = Float64Array.from(input.depthsMm, (depth) => depth / 10);
  const { diffuse, surfaceSlope } = diffuseField(
    {
      dermis,
      fat,
      boundaryCm: skin.dermisMm / 10,
      entering,
      reflection,
      spot: input.spot,
      depthsCm,
    },
    sum,
  );
  // The upward diffuse flux just under the film.
  const upward =
    (dermis.diffusion * (surfaceSlope - 3 * G_STAR * dermis.musStar * entering)) / (1 - reflection);
  const mu = film / filmCm;
  const inFilm = (z: number) =>
    2 * upward * exponentialIntegral2(mu * (filmCm - z)) +
    2 * upward * diffuseThrough * inside * exponentialIntegral2(mu * z) +
    entering * Math.exp(FILM_COLLIMATED * mu * (filmCm - z));
  const underFilm = inFilm(filmCm);
  const boundaryCm = skin.dermisMm / 10;
  return depthsCm.map((z, i) => {
    const collimated =
      z <= boundaryCm
        ? entering * Math.exp(-dermis.mutStar * z)
        : entering * Math.exp(-dermis.mutStar * boundaryCm - fat.mutStar * (z - boundaryCm));
    const near =
      1 +
      NEAR_SURFACE *
        Math.exp((-z * (dermis.mua + optics.dermis.reducedMusPerCm)) / NEAR_SURFACE_DEPTH);
    const ratio = SCALE * near * (defined(diffuse[i]) + collimated);
    return z < filmCm ? (ratio * inFilm(z)) / underFilm : ratio;
  });
}

/** What the spatial frequencies of a spot add up to, each weighted by its share. */
interface Frequencies {
  /** How fast each dies away in the dermis and in fat, 1/cm, rising. */
  readonly kappaDermis: Float64Array;
  readonly kappaFat: Float64Array;
  /** Downwards from the surface, upwards from the boundary, and on into fat. */
  readonly down: Float64Array;
  readonly up: Float64Array;
  /** What of `up` is left at the surface. */
  readonly upAtTop: Float64Array;
  readonly fat: Float64Array;
}

/** The diffuse part on the axis at each depth, and its slope at the surface. */
function diffuseField(
  input: {
    readonly dermis: DeltaLayer;
    readonly fat: DeltaLayer;
    readonly boundaryCm: number;
    readonly entering: number;
    readonly reflection: number;
    readonly spot: Spot;
    readonly depthsCm: Float64Array;
  },
  sum: typeof summed,
): { diffuse: Float64Array; surfaceSlope: number } {
  const { dermis, fat, boundaryCm: length, entering, depthsCm } = input;
  const mismatch = (1 + input.reflection) / (1 - input.reflection);
  const boundaryShare = Math.exp(-dermis.mutStar * length);
  const atBoundary = entering * boundaryShare;
  const { frequencies, weights } = spotTransform(input.spot);
  const size = frequencies.length;
  const parts: Frequencies = {
    kappaDermis: new Float64Array(size),
    kappaFat: new Float64Array(size),
    down: new Float64Array(size),
    up: new Float64Array(size),
    upAtTop: new Float64Array(size),
    fat: new Float64Array(size),
  };
  let surfaceSlope = 0;
  let sumParticular1 = 0;
  let sumParticular2 = 0;
  for (let i = 0; i < size; i++) {
    const weight = defined(weights[i]);
    const k2 = defined(frequencies[i]) ** 2;
    const kappa1 = Math.sqrt(3 * dermis.mua * dermis.mutr + k2);
    const kappa2 = Math.sqrt(3 * fat.mua * fat.mutr + k2);
    const p1 = particular(dermis, kappa1, entering);
    const p2 = particular(fat, kappa2, atBoundary);
    const decay = Math.exp(-kappa1 * length);
    // Surface: φ − 2ADφ′ = −6ADg*μs*E; boundary: φ and flux continuous. Unknown: a e^−κz + b e^κ(z−L).
    const twoAD = 2 * mismatch * dermis.diffusion;
    const s1 = 1 + twoAD * kappa1;
    const s2 = decay * (1 - twoAD * kappa1);
    const sr = -3 * twoAD * G_STAR * dermis.musStar * entering - p1 * (1 + twoAD * dermis.mutStar);
    const d1 = dermis.diffusion * kappa1;
    const d2 = fat.diffusion * kappa2;
    const b1 = decay * (d1 - d2);
    const b2 = -(d1 + d2);
    const br =
      d2 * (p1 * boundaryShare - p2) +
      fat.diffusion * fat.mutStar * p2 -
      dermis.diffusion * dermis.mutStar * p1 * boundaryShare +
      3 * G_STAR * atBoundary * (fat.diffusion * fat.musStar - dermis.diffusion * dermis.musStar);
    const determinant = s1 * b2 - s2 * b1;
    const a = (sr * b2 - s2 * br) / determinant;
    const b = (s1 * br - sr * b1) / determinant;
    const c = a * decay + b + p1 * boundaryShare - p2;
    surfaceSlope += weight * (-kappa1 * a + kappa1 * b * decay - dermis.mutStar * p1);
    sumParticular1 += weight * p1;
    sumParticular2 += weight * p2;
    parts.kappaDermis[i] = kappa1;
    parts.kappaFat[i] = kappa2;
    parts.down[i] = weight * a;
    parts.up[i] = weight * b;
    parts.upAtTop[i] = weight * b * decay;
    parts.fat[i] = weight * c;
  }
  const diffuse = sum(parts, depthsCm, length);
  for (let j = 0; j < depthsCm.length; j++) {
    const z = defined(depthsCm[j]);
    diffuse[j] =
      defined(diffuse[j]) +
      (z <= length
        ? sumParticular1 * Math.exp(-dermis.mutStar * z)
        : sumParticular2 * Math.exp(-fat.mutStar * (z - length)));
  }
  return { diffuse, surfaceSlope };
}

/** Σ over the frequencies at each depth, compiled. The same as `summedReference` but for the last digits. */
function summed(parts: Frequencies, depthsCm: Float64Array, boundaryCm: number): Float64Array {
  const depths = depthsCm.length;
  if (depths > MOST_DEPTHS) return summedReference(parts, depthsCm, boundaryCm);
  const tables = planningTables();
  for (const name of ['kappaDermis', 'kappaFat', 'down', 'up', 'upAtTop', 'fat'] as const)
    tables[name].set(parts[name]);
  tables.depths.set(depthsCm);
  planning().diffuse(depths, parts.down.length, boundaryCm);
  return tables.diffuse.slice(0, depths);
}

/** The same as it is written down, to be read and compared with. */
function summedReference(
  { kappaDermis, kappaFat, down, up, fat }: Frequencies,
  depthsCm: Float64Array,
  boundaryCm: number,
): Float64Array {
  return depthsCm.map((z) => {
    const beyond = z - boundaryCm;
    return kappaDermis.reduce(
      (total, kappa, i) =>
        total +
        (beyond <= 0
          ? defined(down[i]) * Math.exp(-kappa * z) + defined(up[i]) * Math.exp(kappa * beyond)
          : defined(fat[i]) * Math.exp(-defined(kappaFat[i]) * beyond)),
      0,
    );
  });
}

/** Amplitude of the part that follows the collimated beam: φ″ − κ²φ = −3μs*(μt* + g*μa)E. */
function particular(layer: DeltaLayer, kappa: number, beam: number): number {
  const source = 3 * layer.musStar * (layer.mutStar + G_STAR * layer.mua) * beam;
  const gap = kappa * kappa - layer.mutStar * layer.mutStar;
  // At κ = μt* the two parts coincide; a hair's breadth beside it they still add up.
  const apart = Math.abs(gap) < 1e-7 * layer.mutStar ** 2 ? 1e-7 * layer.mutStar ** 2 : gap;
  return source / apart;
}
