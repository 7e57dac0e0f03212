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
export const fluenceRatio = (input: LightQuestion): Float64Array => ratioBy(input, underFilmOf);

/** The same, all in TypeScript, to be compared with. */
export const fluenceRatioReference = (input: LightQuestion): Float64Array =>
  ratioBy(input, underFilmReference);

/** Where light falls, and how deep it is asked for. */
interface LightQuestion {
  readonly wavelengthNm: number;
  readonly skin: Skin;
  readonly spot: Spot;
  readonly surface: Surface;
  readonly depthsMm: ArrayLike<number>;
}

function ratioBy(input: LightQuestion, by: typeof underFilmOf): Float64Array {
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
  const depthsCm = new Float64Array(input.depthsMm.length);
  for (let i = 0; i < depthsCm.length; i++) depthsCm[i] = defined(input.depthsMm[i]) / 10;
  const boundaryCm = skin.dermisMm / 10;
  const { ratio, surfaceSlope } = by({
    dermis,
    fat,
    boundaryCm,
    entering,
    depthsCm,
    boundaryShare: Math.exp(-dermis.mutStar * boundaryCm),
    mismatch: (1 + reflection) / (1 - reflection),
    spot: input.spot,
  });
  // The upward diffuse flux just under the film.
  const upward =
    (dermis.diffusion * (surfaceSlope - 3 * G_STAR * dermis.musStar * entering)) / (1 - reflection);
  const mu = film / filmCm;
  const inFilm = (z: number) =>
    2 * upward * exponentialIntegral2(mu * (filmCm - z)) +
    2 * upward * diffuseThrough * inside * exponentialIntegral2(mu * z) +
    entering * Math.exp(FILM_COLLIMATED * mu * (filmCm - z));
  const underFilm = inFilm(filmCm);
  const fading = (dermis.mua + optics.dermis.reducedMusPerCm) / NEAR_SURFACE_DEPTH;
  for (let i = 0; i < ratio.length; i++) {
    const z = defined(depthsCm[i]);
    const near = 1 + NEAR_SURFACE * Math.exp(-z * fading);
    const above = z < filmCm ? inFilm(z) / underFilm : 1;
    ratio[i] = SCALE * near * defined(ratio[i]) * above;
  }
  return ratio;
}

/** What light meets under the film. */
interface UnderFilm {
  readonly dermis: DeltaLayer;
  readonly fat: DeltaLayer;
  readonly boundaryCm: number;
  /** Share of a beam that passes the dermis. */
  readonly boundaryShare: number;
  readonly entering: number;
  readonly mismatch: number;
  readonly spot: Spot;
  readonly depthsCm: Float64Array;
}

/** φ/F on the axis at each depth, beam and diffuse light together; and the slope of the diffuse part at the surface. */
interface Lit {
  readonly ratio: Float64Array;
  readonly surfaceSlope: number;
}

/** Light under the film, compiled. The same as `underFilmReference` but for the last digits. */
function underFilmOf(asked: UnderFilm): Lit {
  const { dermis, fat, boundaryCm, boundaryShare, entering, mismatch, depthsCm } = asked;
  const depths = depthsCm.length;
  if (depths > MOST_DEPTHS) return underFilmReference(asked);
  const { frequencies, weights } = spotTransform(asked.spot);
  const size = frequencies.length;
  const module = planning();
  const tables = planningTables();
  tables.frequencies.set(frequencies);
  tables.weights.set(weights);
  [dermis, fat].forEach((layer, which) => {
    const source = 3 * layer.musStar * (layer.mutStar + G_STAR * layer.mua);
    const forward = 3 * G_STAR * layer.musStar;
    const square = 3 * layer.mua * layer.mutr;
    tables.layers.set([square, layer.diffusion, layer.mutStar, source, forward], 5 * which);
  });
  tables.depths.set(depthsCm);
  module.field(size, boundaryCm, boundaryShare, entering, mismatch);
  module.diffuse(depths, size, boundaryCm);
  const [surfaceSlope, inDermis, inFat] = tables.sums;
  const top = entering + defined(inDermis);
  module.beam(depths, boundaryCm, top, entering * boundaryShare + defined(inFat));
  return { ratio: tables.diffuse.slice(0, depths), surfaceSlope: defined(surfaceSlope) };
}

/** The same as it is written down, to be read and compared with. */
function underFilmReference(asked: UnderFilm): Lit {
  const { dermis, fat, boundaryCm: length, boundaryShare, entering, mismatch, depthsCm } = asked;
  const atBoundary = entering * boundaryShare;
  const { frequencies, weights } = spotTransform(asked.spot);
  const diffuse = new Float64Array(depthsCm.length);
  let surfaceSlope = 0;
  let sumParticular1 = 0;
  let sumParticular2 = 0;
  frequencies.forEach((frequency, i) => {
    const weight = defined(weights[i]);
    const k2 = frequency ** 2;
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
    depthsCm.forEach((z, j) => {
      const beyond = z - length;
      const here =
        beyond <= 0
          ? a * Math.exp(-kappa1 * z) + b * Math.exp(kappa1 * beyond)
          : c * Math.exp(-kappa2 * beyond);
      diffuse[j] = defined(diffuse[j]) + weight * here;
    });
  });
  const ratio = diffuse.map((each, j) => {
    const z = defined(depthsCm[j]);
    return z <= length
      ? each + (entering + sumParticular1) * Math.exp(-dermis.mutStar * z)
      : each + (atBoundary + sumParticular2) * Math.exp(-fat.mutStar * (z - length));
  });
  return { ratio, surfaceSlope };
}

/** Amplitude of the part that follows the collimated beam: φ″ − κ²φ = −3μs*(μt* + g*μa)E. */
function particular(layer: DeltaLayer, kappa: number, beam: number): number {
  const source = 3 * layer.musStar * (layer.mutStar + G_STAR * layer.mua) * beam;
  const gap = kappa * kappa - layer.mutStar * layer.mutStar;
  // At κ = μt* the two parts coincide; a hair's breadth beside it they still add up.
  const apart = Math.abs(gap) < 1e-7 * layer.mutStar ** 2 ? 1e-7 * layer.mutStar ** 2 : gap;
  return source / apart;
}
