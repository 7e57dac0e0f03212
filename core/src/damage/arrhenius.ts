import { defined } from '../units';
/** A rate of thermal damage: A in s⁻¹, activation energy in J/mol; a second pair holds above a temperature. */
interface Rate {
  readonly logFrequency: number;
  readonly energy: number;
}

export type DamageLaw = 'fugitt' | 'henriques';

const R = 8.314;
const ZERO_C = 273.15;
const BREAK_C = 55;

// Kept as logarithms: A·exp(−E/RT) is wanted over many decades.
const HENRIQUES: Rate = { logFrequency: Math.log(3.1e98), energy: 6.28e5 };
const FUGITT_ABOVE: Rate = { logFrequency: Math.log(5.0e45), energy: 2.96e5 };

/** A law as plain figures: ln A and Ea/R in K, up to the break and above it. */
interface LawFigures {
  readonly below: readonly [number, number];
  readonly above: readonly [number, number];
}

const figuresOf = ({ logFrequency, energy }: Rate) => [logFrequency, energy / R] as const;
const LAWS: Readonly<Record<DamageLaw, LawFigures>> = {
  fugitt: { below: figuresOf(HENRIQUES), above: figuresOf(FUGITT_ABOVE) },
  henriques: { below: figuresOf(HENRIQUES), above: figuresOf(HENRIQUES) },
};

/**
 * Natural logarithm of the damage rate in s⁻¹ at a temperature in °C. Fugitt 1955 (used for limits):
 * one pair up to 55 °C and a gentler one above; Henriques 1947 (the cautious edge): the first throughout.
 */
export function logDamageRate(law: DamageLaw, celsius: number): number {
  const [logFrequency, kelvin] = LAWS[law][celsius > BREAK_C ? 'above' : 'below'];
  return logFrequency - kelvin / (celsius + ZERO_C);
}

/** A point whose temperature is background + fluence × response, over the same steps. */
export interface Site {
  readonly backgroundC: Float64Array;
  readonly responsePerJcm2: Float64Array;
  /** In motion: what each pass adds at this point before its pulse; without it, one pulse and nothing more. */
  readonly passes?: readonly Warmed[];
  /** In motion: the slow warming between pulses. */
  readonly slow?: { readonly course: Site; readonly stepsS: Float64Array };
}

/** A warming that stands through a pulse: °C, and °C for each J/cm². */
export interface Warmed {
  readonly addC: number;
  readonly addPerJcm2: number;
}

const NEXT_TO_NOTHING = 1e-5;
// e⁻¹⁶ a second: a minute of it adds up to 10⁻⁵.
const IDLE = -16;

const ONCE: readonly Warmed[] = [{ addC: 0, addPerJcm2: 0 }];

/** Highest temperature of a site at a fluence, °C. */
export function peakC(site: Site, fluence: number): number {
  const { backgroundC, responsePerJcm2, passes = ONCE } = site;
  let peak = -Infinity;
  for (const { addC, addPerJcm2 } of passes) {
    const standing = addC + fluence * addPerJcm2;
    for (let i = 0; i < backgroundC.length; i++) {
      peak = Math.max(
        peak,
        standing + defined(backgroundC[i]) + fluence * defined(responsePerJcm2[i]),
      );
    }
  }
  return peak;
}

/**
 * Ω, the damage at a site at a fluence in J/cm². A site has one more entry than `stepsS`. Within a step the
 * rate runs as an exponential between its ends (log-mean).
 */
export function siteDamage(
  law: DamageLaw,
  site: Site,
  stepsS: Float64Array,
  fluence: number,
): number {
  const { slow, passes = ONCE } = site;
  let sum = slow === undefined ? 0 : siteDamage(law, slow.course, slow.stepsS, fluence);
  // From the last pass back. Skin warms or cools steadily over a session, so once a pass adds next to
  // nothing the ones before it add less.
  for (let pass = passes.length - 1; pass >= 0; pass--) {
    const { addC, addPerJcm2 } = defined(passes[pass]);
    const added = courseDamage(law, site, stepsS, fluence, addC + fluence * addPerJcm2);
    sum += added;
    if (added < NEXT_TO_NOTHING * sum) break;
  }
  return sum;
}

/** Ω of one course of a site, with a warming in °C that stands through it. */
function courseDamage(
  law: DamageLaw,
  { backgroundC, responsePerJcm2 }: Site,
  stepsS: Float64Array,
  fluence: number,
  standing: number,
): number {
  // The innermost loop of all planning: figures of the law at hand, one exponential a step.
  const { below, above } = LAWS[law];
  const [lowLog, lowKelvin] = below;
  const [highLog, highKelvin] = above;
  let sum = 0;
  let before = 0;
  let rateBefore = 0;
  for (let i = 0; i < backgroundC.length; i++) {
    const celsius = standing + defined(backgroundC[i]) + fluence * defined(responsePerJcm2[i]);
    const after =
      celsius > BREAK_C
        ? highLog - highKelvin / (celsius + ZERO_C)
        : lowLog - lowKelvin / (celsius + ZERO_C);
    // Both ends idle: next to nothing in between.
    const rate = after > IDLE ? Math.exp(after) : 0;
    if (i > 0 && rate + rateBefore > 0) {
      const change = after - before;
      const mean = Math.abs(change) < 1e-6 ? rate : (rate - rateBefore) / change;
      sum += mean * defined(stepsS[i - 1]);
    }
    before = after;
    rateBefore = rate;
  }
  return sum;
}
