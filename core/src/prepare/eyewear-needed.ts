import { requiredDensity, type Beam } from '../eyewear';
import { deviceLimitJcm2, type Handpiece, type Setting } from '../plan';
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
