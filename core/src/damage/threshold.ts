import { defined, rootWithin } from '../units';
import { damageOf, harmfulC, type DamageLaw, type Site } from './arrhenius';

/** Beyond this nothing is looked for. */
export const HIGHEST_JCM2 = 2000;
const LOWEST_JCM2 = 1e-6;
// Where it begins to harm, ln Ω rises by some ten for each e-fold of the fluence: a step by less than that goes a little too far.
const STEEPNESS = 9;
const LONGEST_STRIDE = 0.3;
const SHORTEST_STRIDE = 1e-3;
// So near to its peak a course counts as being at it.
const NEAR_PEAK = 0.9;

/** What is known already of where a threshold lies. */
interface Known {
  /** Ω of the site at a fluence; worked out from the site where absent. */
  readonly damage?: (fluence: number) => number;
  /** A first guess, J/cm². */
  readonly guess?: number;
}

/**
 * The fluence in J/cm² at which a site's Ω reaches `wanted`; Infinity where 2000 J/cm² does not. Ω rises
 * with the fluence, so a bracket on its logarithm closes in a few steps (regula falsi, Illinois).
 */
export function thresholdJcm2(
  law: DamageLaw,
  site: Site,
  stepsS: Float64Array,
  wanted = 1,
  known: Known = {},
): number {
  const guessed = known.guess ?? guessJcm2(law, site, stepsS);
  if (guessed === Infinity) return Infinity;
  const { damage = damageOf(law, site, stepsS) } = known;
  const aim = Math.log(wanted);
  const excess = (fluence: number) => Math.log(Math.max(damage(fluence), 1e-30)) - aim;
  let low = Math.min(HIGHEST_JCM2, Math.max(LOWEST_JCM2, guessed));
  let high = low;
  let atLow = excess(low);
  let atHigh = atLow;
  while (atLow > 0 && low > LOWEST_JCM2) {
    [high, atHigh] = [low, atLow];
    low /= stride(atLow);
    atLow = excess(low);
  }
  while (atHigh < 0) {
    if (high >= HIGHEST_JCM2) return Infinity;
    [low, atLow] = [high, atHigh];
    high = Math.min(HIGHEST_JCM2, high * stride(atHigh));
    atHigh = excess(high);
  }
  // Ω grows with some tenth power of the fluence: an excess of this is under 10⁻⁴ of the answer.
  return rootWithin(excess, [low, atLow], [high, atHigh], 1e-3, isNarrow);
}

/** By which factor to go on from where ln Ω is so far from what is wanted. */
const stride = (excess: number) =>
  Math.exp(Math.min(LONGEST_STRIDE, Math.abs(excess) / STEEPNESS + SHORTEST_STRIDE));

/**
 * About the fluence in J/cm² that begins to harm a site: at which its peak is as warm as does harm in the time for which it lasts;
 * Infinity where light warms nothing.
 */
export function guessJcm2(law: DamageLaw, site: Site, stepsS: Float64Array): number {
  const { backgroundC, responsePerJcm2, passes = [] } = site;
  const at = indexOfPeak(responsePerJcm2);
  const peak = defined(responsePerJcm2[at]);
  // In motion the skin that a pass meets is warmer than at rest.
  let standsC = 0;
  let standsPerJcm2 = 0;
  for (const { addC, addPerJcm2 } of passes) {
    standsC = Math.max(standsC, addC);
    standsPerJcm2 = Math.max(standsPerJcm2, addPerJcm2);
  }
  const risePerJcm2 = peak + standsPerJcm2;
  if (!(risePerJcm2 > 1e-6)) return Infinity;
  let lastsS = 0;
  for (let i = 1; i < responsePerJcm2.length; i++) {
    if (defined(responsePerJcm2[i]) > NEAR_PEAK * peak) lastsS += defined(stepsS[i - 1]);
  }
  const startC = defined(backgroundC[at]) + standsC;
  return Math.max(1, harmfulC(law, lastsS) - startC) / risePerJcm2;
}

/** Where the highest of some figures is. */
export const indexOfPeak = (values: Float64Array): number => {
  let at = 0;
  for (let i = 1; i < values.length; i++) if (defined(values[i]) > defined(values[at])) at = i;
  return at;
};

const isNarrow = (low: number, high: number) => high - low <= 1e-6 * high;
