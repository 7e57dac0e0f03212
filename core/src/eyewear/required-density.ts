import { InputError, assertInRange } from '../units';

/**
 * The most that an eye may meet, J/cm² at the cornea, from one pulse of a point source (IEC 60825-1:2014, table A.1):
 * above 5 µs (13 µs beyond 1050 nm) it grows with t^¾; a shorter pulse down to 0.1 ns has a limit of its own. C4 and C7 allow for what retina
 * and lens take at longer wavelengths.
 *
 * @param pulseSeconds 1e-10 to 10 s
 * @throws InputError for a wavelength outside 400 to 1200 nm or a pulse outside that range
 */
export function maximumExposureJcm2(wavelengthNm: number, pulseSeconds: number): number {
  assertInRange('wavelengthNm', wavelengthNm, 400, 1200);
  if (!(pulseSeconds >= 1e-10 && pulseSeconds <= 10)) {
    throw new InputError('pulseSeconds', 'must lie within 1e-10 to 10');
  }
  const infrared = wavelengthNm > 1050;
  const [shortJm2, longJm2] = infrared ? [2e-2, 90] : [2e-3, 18];
  const factor = infrared ? c7(wavelengthNm) : c4(wavelengthNm);
  const long = longJm2 * pulseSeconds ** 0.75 * factor;
  const jm2 = Math.max(shortJm2 * factor, long);
  return jm2 * 1e-4;
}

/** 1 up to 700 nm, then ten times every 500 nm. */
const c4 = (nm: number) => (nm <= 700 ? 1 : 10 ** (0.002 * (nm - 700)));

/** 1 up to 1150 nm, then rising steeply as water takes it up. */
const c7 = (nm: number) => (nm <= 1150 ? 1 : 10 ** (0.018 * (nm - 1150)));

/**
 * The optical density that eyewear needs against the beam itself at the hand-piece, rounded up to a whole step. The label on the
 * eyewear and the laser safety adviser decide; this says what the label has to reach.
 */
export function requiredDensity(of: {
  readonly wavelengthNm: number;
  readonly pulseSeconds: number;
  readonly fluenceJcm2: number;
}): number {
  const limit = maximumExposureJcm2(of.wavelengthNm, of.pulseSeconds);
  return Math.max(0, Math.ceil(Math.log10(of.fluenceJcm2 / limit) - 1e-9));
}
