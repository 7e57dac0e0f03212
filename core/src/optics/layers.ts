import { absorbersAt, baselineMua, melanosomeMua } from './absorption';
import type { MediumLayer } from './medium';

/** Refractive index of skin and anisotropy of its scattering (Jacques 2013). */
export const SKIN_INDEX = 1.4;
export const ANISOTROPY = 0.9;

/** Skin in layers; the dermis ends at `dermisMm` under the surface, fat has no end. */
export interface Skin {
  /** Volume fraction of melanosomes in the epidermis. */
  readonly melanosomeFraction: number;
  readonly epidermisUm: number;
  readonly dermisMm: number;
  /** Share of its usual blood that the skin holds: less while it is drawn into a tip; 1 where absent. */
  readonly bloodShare?: number | undefined;
}

/** Absorption and reduced scattering of a layer, cm⁻¹. */
export interface Turbid {
  readonly muaPerCm: number;
  readonly reducedMusPerCm: number;
}

/** The layers of skin at one wavelength. */
export interface SkinOptics {
  readonly epidermisMuaPerCm: number;
  /** Melanin alone, above the bloodless baseline: what the film on top absorbs. */
  readonly melaninMuaPerCm: number;
  readonly dermis: Turbid;
  readonly fat: Turbid;
}

/**
 * Optical properties of skin at a wavelength: epidermis f·melanosome + (1−f)·baseline; dermis 0.3 %
 * blood, 0.65 water, baseline; fat 0.1 % blood, 0.15 water, 0.75 lipid, 0.02. Reduced scattering
 * 46 (λ/500)^−1.421 and 18.4 (λ/500)^−0.672 (Jacques 2013); the epidermis scatters as the dermis.
 */
export function skinOptics(
  wavelengthNm: number,
  melanosomeFraction: number,
  bloodShare = 1,
): SkinOptics {
  const { bloodMua, waterMua, lipidMua } = absorbersAt(wavelengthNm);
  const baseline = baselineMua(wavelengthNm);
  const melanosome = melanosomeMua(wavelengthNm);
  const f = melanosomeFraction;
  return {
    epidermisMuaPerCm: f * melanosome + (1 - f) * baseline,
    melaninMuaPerCm: f * (melanosome - baseline),
    dermis: {
      muaPerCm: 0.003 * bloodShare * bloodMua + 0.65 * waterMua + baseline,
      reducedMusPerCm: 46 * (wavelengthNm / 500) ** -1.421,
    },
    fat: {
      muaPerCm: 0.001 * bloodShare * bloodMua + 0.15 * waterMua + 0.75 * lipidMua + 0.02,
      reducedMusPerCm: 18.4 * (wavelengthNm / 500) ** -0.672,
    },
  };
}

/** Skin at a wavelength as layers for Monte Carlo: epidermis, dermis, fat without end. */
export function skinLayers(wavelengthNm: number, skin: Skin): readonly MediumLayer[] {
  const optics = skinOptics(wavelengthNm, skin.melanosomeFraction, skin.bloodShare);
  const layer = (
    thicknessCm: number | null,
    muaPerCm: number,
    reducedMusPerCm: number,
  ): MediumLayer => ({
    thicknessCm,
    muaPerCm,
    musPerCm: reducedMusPerCm / (1 - ANISOTROPY),
    g: ANISOTROPY,
    n: SKIN_INDEX,
  });
  const { dermis, fat } = optics;
  const epidermisCm = skin.epidermisUm * 1e-4;
  return [
    layer(epidermisCm, optics.epidermisMuaPerCm, dermis.reducedMusPerCm),
    layer(skin.dermisMm / 10 - epidermisCm, dermis.muaPerCm, dermis.reducedMusPerCm),
    layer(null, fat.muaPerCm, fat.reducedMusPerCm),
  ];
}
