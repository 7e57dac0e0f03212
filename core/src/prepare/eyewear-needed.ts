import { hazardDistanceM, laserClassOf, requiredDensity, type Beam } from '../eyewear';
import { deviceLimitJcm2, type Handpiece, type Setting } from '../plan';
import { energyJ as energyOf, longestSideMm } from '../units';
import { linesOf, type Light } from '../window';

/** What eyewear has to keep out at a setting. For a band: as if all of its fluence came at the wavelength that harms the eye most. */
export function beamOf(setting: Pick<Setting, 'pulseMs' | 'fluenceJcm2'>, light: Light): Beam {
  const wavelengthsNm = linesOf(light).map(({ wavelengthNm }) => wavelengthNm);
  const pulseSeconds = setting.pulseMs / 1000;
  const { fluenceJcm2 } = setting;
  const density = Math.max(
    ...wavelengthsNm.map((wavelengthNm) =>
      requiredDensity({ wavelengthNm, pulseSeconds, fluenceJcm2 }),
    ),
  );
  return { wavelengthsNm, pulseSeconds, density };
}

// So slow that no average power lowers what one pulse may be.
const SLOWEST_HZ = 0.1;

/** What eyewear has to keep out at the worst that a handpiece can give: of its spots and pulses the one that asks for most. */
export function worstBeamOf(handpiece: Handpiece): Beam {
  const fluenceJcm2 = Math.max(
    ...handpiece.spots.map((spot) => deviceLimitJcm2(handpiece, spot, SLOWEST_HZ)),
  );
  // The shorter the pulse, the less an eye bears of it.
  const pulseMs = Math.min(...handpiece.pulsesMs);
  return beamOf({ pulseMs, fluenceJcm2 }, handpiece.light);
}

/**
 * How far the beam of a setting is a hazard to an eye without eyewear, m, with pulses in a row at its rate; null where the
 * handpiece’s divergence was not entered.
 */
export function hazardOf(
  setting: Pick<Setting, 'pulseMs' | 'fluenceJcm2' | 'spot' | 'rateHz'>,
  { light, divergenceRad }: Pick<Handpiece, 'light' | 'divergenceRad'>,
): number | null {
  if (divergenceRad === undefined) return null;
  return hazardDistanceM({
    wavelengthsNm: linesOf(light).map(({ wavelengthNm }) => wavelengthNm),
    pulseSeconds: setting.pulseMs / 1000,
    energyJ: energyOf(setting.fluenceJcm2, setting.spot),
    exitMm: longestSideMm(setting.spot),
    divergenceRad,
    rateHz: setting.rateHz,
  });
}

/** The same at the worst that a handpiece can give; null where its divergence was not entered. */
export function worstHazardOf(handpiece: Handpiece): number | null {
  const pulseMs = Math.min(...handpiece.pulsesMs);
  const rateHz = handpiece.maxRateHz;
  const each = handpiece.spots.map((spot) => {
    // As many as ten seconds hold, each as strong as one can be: no average power lowers it.
    const fluenceJcm2 = deviceLimitJcm2(handpiece, spot, SLOWEST_HZ);
    return hazardOf({ pulseMs, fluenceJcm2, spot, rateHz }, handpiece);
  });
  return each.reduce((most, one) => (one === null ? most : Math.max(most ?? 0, one)), null);
}

/** The class of a handpiece at the worst that it can give; null for pulsed light, which is no laser and has a risk group instead. */
export function classOf(handpiece: Handpiece): '3B' | '4' | null {
  const { light, pulsesMs, spots } = handpiece;
  if (!('wavelengthNm' in light)) return null;
  const energyJ = Math.max(
    ...spots.map((spot) => energyOf(deviceLimitJcm2(handpiece, spot, SLOWEST_HZ), spot)),
  );
  const pulseSeconds = Math.min(...pulsesMs) / 1000;
  return laserClassOf({ wavelengthNm: light.wavelengthNm, pulseSeconds, energyJ });
}
