import { InputError } from '../units';

/**
 * Whether a laser’s single pulse is above what class 3B allows (IEC 60825-1:2014, table 8): then it is of class 4. 400 to 700 nm
 * 0.03 J up to 0.06 s, to 1050 nm C4 times both, to 1200 nm 0.15 J up to 0.3 s; a longer pulse counts by 0.5 W. The label on the
 * device decides; this says what it has to be at the least.
 *
 * @throws InputError for a wavelength outside 400 to 1200 nm
 */
export function laserClassOf(of: {
  readonly wavelengthNm: number;
  readonly pulseSeconds: number;
  readonly energyJ: number;
}): '3B' | '4' {
  const { wavelengthNm: nm, pulseSeconds, energyJ } = of;
  if (!(nm >= 400 && nm <= 1200))
    throw new InputError('wavelengthNm', 'must lie within 400 to 1200');
  const c4 = nm <= 700 ? 1 : 10 ** (0.002 * (nm - 700));
  const [limitJ, upToSeconds] = nm > 1050 ? [0.15, 0.3] : [0.03 * c4, 0.06 * c4];
  const most = pulseSeconds < upToSeconds ? limitJ : 0.5 * pulseSeconds;
  return energyJ > most ? '4' : '3B';
}
