import { rootWithin } from '../units';
import { damageOf, type DamageLaw, type Site } from './arrhenius';

/** Beyond this nothing is looked for. */
export const HIGHEST_JCM2 = 2000;
const FIRST_RISE_K = 30;
const WALK = 1.3;

/**
 * The fluence in J/cm² at which a site's Ω reaches `wanted`; Infinity where 2000 J/cm² does not. Ω rises
 * with the fluence, so a bracket on its logarithm closes in a few steps (regula falsi, Illinois).
 */
export function thresholdJcm2(
  law: DamageLaw,
  site: Site,
  stepsS: Float64Array,
  wanted = 1,
): number {
  const build = Math.max(0, ...(site.passes ?? []).map(({ addPerJcm2 }) => addPerJcm2));
  const peak = site.responsePerJcm2.reduce((most, rise) => Math.max(most, rise), 0) + build;
  if (!(peak > 1e-6)) return Infinity;
  const damage = damageOf(law, site, stepsS);
  const excess = (fluence: number) => Math.log(Math.max(damage(fluence), 1e-30)) - Math.log(wanted);
  // Damage of one needs some 45–90 °C at these times: a first guess from the peak, a bracket walked out from it.
  let low = FIRST_RISE_K / peak;
  let high = low;
  let atLow = excess(low);
  let atHigh = atLow;
  while (atLow > 0 && low > 1e-6) {
    [high, atHigh] = [low, atLow];
    low /= WALK;
    atLow = excess(low);
  }
  while (atHigh < 0) {
    if (high > HIGHEST_JCM2) return Infinity;
    [low, atLow] = [high, atHigh];
    high *= WALK;
    atHigh = excess(high);
  }
  // Ω grows with some tenth power of the fluence: an excess of this is under 10⁻⁴ of the answer.
  return rootWithin(excess, [low, atLow], [high, atHigh], 1e-3, isNarrow);
}

const isNarrow = (low: number, high: number) => high - low <= 1e-6 * high;
