import type { DamageLaw } from '../damage';
import type { WindowInput } from './input';
import { ratiosAt } from './light';
import {
  ceilingAtHottestJcm2,
  ceilingJcm2,
  epidermisPeakRise,
  floorJcm2,
  solveWindow,
} from './solve';
import { defined, finiteOrNull } from '../units';

const REPORTED_DEPTHS_MM = [0.03, 0.1, 0.5, 1, 2, 3, 4, 5];
const LAWS: readonly DamageLaw[] = ['henriques', 'fugitt'];

type ByLaw<T> = Readonly<Record<DamageLaw, T>>;

/** A window in figures, as the command line prints it. No floor is null. */
export interface WindowReport {
  readonly fluenceRatio: readonly { readonly depthMm: number; readonly ratio: number }[];
  readonly epidermisPeakRisePerJcm2: number;
  readonly surfaceBeforePulseC: number;
  readonly basalBeforePulseC: number;
  /** At the hottest point of the living epidermis, by Ω. */
  readonly ceilingJcm2: ByLaw<Readonly<Record<string, number>>>;
  /** Ω = 1 anywhere in the living epidermis; planning goes by this one. */
  readonly lowestCeilingJcm2: ByLaw<number>;
  readonly floorJcm2: Readonly<Record<string, ByLaw<number | null>>>;
  readonly shaftPeakRisePerJcm2: Readonly<Record<string, number>>;
  /** Seconds for which the skin is under −2 °C. */
  readonly frostSeconds: number;
}

/** Solves a window and reports it. @throws InputError naming the field that makes no sense. */
export function windowReport(input: WindowInput): WindowReport {
  const solved = solveWindow(input);
  const { skin, sites } = solved;
  const byLaw = <T>(of: (law: DamageLaw) => T) =>
    Object.fromEntries(LAWS.map((law) => [law, of(law)])) as ByLaw<T>;
  return {
    fluenceRatio: [...ratiosAt(input, REPORTED_DEPTHS_MM)].map((ratio, i) => ({
      depthMm: defined(REPORTED_DEPTHS_MM[i]),
      ratio,
    })),
    epidermisPeakRisePerJcm2: epidermisPeakRise(solved),
    surfaceBeforePulseC: skin.surfaceBeforeC,
    basalBeforePulseC: defined(skin.background.of(skin.grid.epidermisCells - 1)[0]),
    ceilingJcm2: byLaw((law) =>
      Object.fromEntries(
        [1, 0.1, 0.53].map((omega) => [String(omega), ceilingAtHottestJcm2(solved, law, omega)]),
      ),
    ),
    lowestCeilingJcm2: byLaw((law) => ceilingJcm2(solved, law)),
    floorJcm2: Object.fromEntries(
      sites.map(({ site }) => [
        site.name,
        byLaw((law) => finiteOrNull(floorJcm2(solved, site.name, law))),
      ]),
    ),
    shaftPeakRisePerJcm2: Object.fromEntries(
      sites.map(({ site, shaftPeakRisePerJcm2 }) => [site.name, shaftPeakRisePerJcm2]),
    ),
    frostSeconds: skin.frostS,
  };
}
