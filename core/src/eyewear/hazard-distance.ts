import { InputError, assertInRange } from '../units';
import { pulseKindOf } from './inventory';
import { maximumExposureJcm2 } from './required-density';

/** A beam that spreads from its exit. */
export interface SpreadingBeam {
  /** Each line of the light, nm. */
  readonly wavelengthsNm: readonly number[];
  readonly pulseSeconds: number;
  readonly energyJ: number;
  readonly exitMm: number;
  /** Full angle, rad. */
  readonly divergenceRad: number;
  /** Pulses a second; 0 for a single one. */
  readonly rateHz: number;
}

// The time for which somebody may look before they turn away from what they do not see (IEC 60825-1, infrared).
const LOOK_SECONDS = 10;
const CM2_IN_M2 = 1e4;

/**
 * Distance from the exit, m, within which the beam itself, met by an unprotected eye, is above what an eye may meet:
 * (√(4Q/(π·MPE)) − a)/φ, not below 0 (IEC 60825-1:2014 and IEC/TR 60825-14, nominal ocular hazard distance). Of pulses of ms in
 * a row the limit of one is lowered by N^−¼, N being those of 10 s. Light with several lines counts as if all came at the worst.
 *
 * @throws InputError for a divergence that is not above 0, or what `maximumExposureJcm2` does not take
 */
export function hazardDistanceM(beam: SpreadingBeam): number {
  const { wavelengthsNm, pulseSeconds, energyJ, exitMm, divergenceRad, rateHz } = beam;
  assertInRange('energyJ', energyJ, 0, 10_000);
  if (!(divergenceRad > 0)) throw new InputError('divergenceRad', 'must be above 0');
  const pulses = pulseKindOf(pulseSeconds) === 'long' ? Math.max(1, rateHz * LOOK_SECONDS) : 1;
  const limitJm2 =
    Math.min(...wavelengthsNm.map((nm) => maximumExposureJcm2(nm, pulseSeconds))) *
    CM2_IN_M2 *
    pulses ** -0.25;
  const wideM = Math.sqrt((4 * energyJ) / (Math.PI * limitJm2));
  return Math.max(0, (wideM - exitMm / 1000) / divergenceRad);
}
