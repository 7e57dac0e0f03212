import type { InkColour, InkFinding } from '../look';
import { fluenceRatio, MELANOSOME_FRACTION, skinOptics, type Surface } from '../optics';
import { defined, assertInRange, type Spot } from '../units';
import { inkAbsorption } from './absorption';

/** How deep ink lies, mm: where it is reckoned, and how far it may spread. */
export const INK_DEPTH_MM: Readonly<
  Record<InkFinding['origin'], { readonly at: number; readonly from: number; readonly to: number }>
> = {
  professional: { at: 1, from: 0.5, to: 2 },
  amateur: { at: 0.6, from: 0.2, to: 3 },
  cosmetic: { at: 0.5, from: 0.3, to: 1 },
  // Driven in by an accident: anywhere; reckoned like an amateur's (assumed).
  traumatic: { at: 0.6, from: 0.2, to: 3 },
};

export const AIR: Surface = { outsideIndex: 1, plateReturn: 0 };

// As the window of hair takes skin: 80 µm of epidermis, dermis to 4 mm.
export const EPIDERMIS_UM = 80;
export const DERMIS_MM = 4;

// The basal layer, where the pigment of the skin is made: the foot of the epidermis, mm.
const BASAL_MM = EPIDERMIS_UM / 1000;

/** What light does in skin with ink in it, at one wavelength and spot. */
export interface InkLight {
  /** Relative absorption of the ink, 0–1. */
  readonly absorption: number;
  /** φ/F at the ink, and at the foot of the epidermis. */
  readonly atInk: number;
  readonly atBasal: number;
  /** a·φ(ink) ÷ [μa(epidermis)·φ(basal)], cm: higher is better; for comparing wavelengths alone. */
  readonly selectivity: number;
}

/** How well a wavelength tells ink from the epidermis over it. */
export function inkLight(of: {
  readonly colour: InkColour;
  readonly wavelengthNm: number;
  readonly spot: Spot;
  readonly melanosomeFraction: number;
  readonly depthMm: number;
  readonly absorptionTable?: Readonly<Record<InkColour, readonly number[]>> | undefined;
}): InkLight {
  const { wavelengthNm, spot, melanosomeFraction } = of;
  const depthMm = assertInRange('depthMm', of.depthMm, 0.1, 4);
  const absorption = inkAbsorption(of.colour, wavelengthNm, of.absorptionTable);
  const { epidermisMuaPerCm } = skinOptics(wavelengthNm, melanosomeFraction);
  const [atBasal, atInk] = fluenceRatio({
    wavelengthNm,
    spot,
    surface: AIR,
    skin: { melanosomeFraction, epidermisUm: EPIDERMIS_UM, dermisMm: DERMIS_MM },
    depthsMm: [BASAL_MM, depthMm],
  });
  return {
    absorption,
    atInk: defined(atInk),
    atBasal: defined(atBasal),
    selectivity: (absorption * defined(atInk)) / (epidermisMuaPerCm * defined(atBasal)),
  };
}

// Visible whitening of pigmented skin by nanosecond pulses: J/cm² at nm (Anderson et al. 1989, guinea pig).
const RUPTURE: readonly (readonly [nm: number, jcm2: number])[] = [
  [355, 0.11],
  [532, 0.2],
  [694, 0.3],
  [1064, 1],
];

/**
 * The fluence at which nanosecond pulses burst melanosomes of the epidermis, J/cm²: between the published figures on
 * logarithmic scales, scaled by the working skin's melanin against type IV. An indication of risk, not a limit: every
 * treatment of ink goes beyond it.
 */
export function melanosomeRuptureJcm2(wavelengthNm: number, melanosomeFraction: number): number {
  assertInRange('wavelengthNm', wavelengthNm, 355, 1064);
  const above = Math.max(
    1,
    RUPTURE.findIndex(([nm]) => nm >= wavelengthNm),
  );
  const [[nm0, f0], [nm1, f1]] = [defined(RUPTURE[above - 1]), defined(RUPTURE[above])];
  const part = Math.log(wavelengthNm / nm0) / Math.log(nm1 / nm0);
  const typeIV = Math.exp(Math.log(f0) + part * (Math.log(f1) - Math.log(f0)));
  return (typeIV * MELANOSOME_FRACTION[4]) / melanosomeFraction;
}
