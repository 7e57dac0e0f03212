import { MOST_TIMES, planning, planningTables } from '../compiled';
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

const perKelvin = ({ logFrequency, energy }: Rate) => [logFrequency, energy / R] as const;
const LAWS: Readonly<Record<DamageLaw, LawFigures>> = {
  fugitt: { below: perKelvin(HENRIQUES), above: perKelvin(FUGITT_ABOVE) },
  henriques: { below: perKelvin(HENRIQUES), above: perKelvin(HENRIQUES) },
};

/**
 * Natural logarithm of the damage rate in s⁻¹ at a temperature in °C. Fugitt 1955 (used for limits):
 * one pair up to 55 °C and a gentler one above; Henriques 1947 (the cautious edge): the first throughout.
 */
export function logDamageRate(law: DamageLaw, celsius: number): number {
  const [logFrequency, kelvin] = LAWS[law][celsius > BREAK_C ? 'above' : 'below'];
  return logFrequency - kelvin / (celsius + ZERO_C);
}

// Shorter than any pulse, longer than any treatment.
const LASTING_S: readonly [number, number] = [1e-6, 1e4];

/** The temperature that takes about so many seconds to do harm (Ω = 1), by the law's pair above the break, °C. */
export function harmfulC(law: DamageLaw, lastsS: number): number {
  const [logFrequency, kelvin] = LAWS[law].above;
  const [shortest, longest] = LASTING_S;
  const seconds = Math.min(longest, Math.max(shortest, lastsS));
  return kelvin / (logFrequency + Math.log(seconds)) - ZERO_C;
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
  let own = -Infinity;
  for (let i = 0; i < backgroundC.length; i++) {
    const celsius = defined(backgroundC[i]) + fluence * defined(responsePerJcm2[i]);
    if (celsius > own) own = celsius;
  }
  return own + Math.max(...passes.map(({ addC, addPerJcm2 }) => addC + fluence * addPerJcm2));
}

/**
 * Ω, the damage at a site at a fluence in J/cm². A site has one more entry than `stepsS`. Within a step the
 * rate runs as an exponential between its ends (log-mean).
 */
export const siteDamage = (
  law: DamageLaw,
  site: Site,
  stepsS: Float64Array,
  fluence: number,
): number => damageOf(law, site, stepsS)(fluence);

/** The same, all in TypeScript, to be compared with. */
export const siteDamageReference = (
  law: DamageLaw,
  site: Site,
  stepsS: Float64Array,
  fluence: number,
): number => damageOf(law, site, stepsS, courseReference)(fluence);

/** Ω of one course at a fluence, with a warming in °C that stands through it. */
type CourseDamage = (fluence: number, standing: number) => number;

/** Ω of a site as a function of the fluence in J/cm². */
export function damageOf(
  law: DamageLaw,
  site: Site,
  stepsS: Float64Array,
  courseBy = courseCompiled,
): (fluence: number) => number {
  const { slow, passes = ONCE } = site;
  const course = courseBy(law, site, stepsS);
  const warming = slow === undefined ? undefined : courseBy(law, slow.course, slow.stepsS);
  return (fluence) => {
    let sum = warming === undefined ? 0 : warming(fluence, 0);
    // From the last pass back. Skin warms or cools steadily over a session, so once a pass adds next to
    // nothing the ones before it add less.
    for (let pass = passes.length - 1; pass >= 0; pass--) {
      const { addC, addPerJcm2 } = defined(passes[pass]);
      const added = course(fluence, addC + fluence * addPerJcm2);
      sum += added;
      if (added < NEXT_TO_NOTHING * sum) break;
    }
    return sum;
  };
}

/** Ω of several sites over the same steps, by the fluence in J/cm². */
export interface Damages {
  /** Ω of one of them. */
  readonly of: (site: number, fluence: number) => number;
  /** Ω of the worst hurt, and which of them it is. */
  readonly worst: (fluence: number) => { readonly omega: number; readonly site: number };
  /** Which of them gets hottest. */
  readonly hottest: (fluence: number) => number;
}

/** Ω of each of several sites, and of the worst hurt. */
export function damagesOf(law: DamageLaw, sites: readonly Site[], stepsS: Float64Array): Damages {
  const times = stepsS.length + 1;
  const still = sites.every(({ passes, slow }) => passes === undefined && slow === undefined);
  if (still && sites.length * times <= MOST_TIMES) return damagesCompiled(law, sites, stepsS);
  const damages = sites.map((site) => damageOf(law, site, stepsS));
  return {
    of: (site, fluence) => defined(damages[site])(fluence),
    worst: (fluence) => {
      const all = damages.map((damage) => damage(fluence));
      const omega = Math.max(...all);
      return { omega, site: all.indexOf(omega) };
    },
    hottest: (fluence) => {
      const peaks = sites.map((site) => peakC(site, fluence));
      return peaks.indexOf(Math.max(...peaks));
    },
  };
}

// What lies in the compiled module's tables.
let atHand: unknown;

/** The innermost loop of all planning, compiled. The same as `courseReference` but for the last digits. */
function courseCompiled(law: DamageLaw, course: Course, stepsS: Float64Array): CourseDamage {
  const times = course.backgroundC.length;
  if (times > MOST_TIMES) return courseReference(law, course, stepsS);
  const figures = figuresOf(law);
  const damage: CourseDamage = (fluence, standing) => {
    if (atHand !== damage) putAtHand(damage, [course], stepsS);
    return planning().damage(0, times, fluence, standing, ...figures);
  };
  return damage;
}

function damagesCompiled(law: DamageLaw, sites: readonly Site[], stepsS: Float64Array): Damages {
  const times = stepsS.length + 1;
  const figures = figuresOf(law);
  const module = planning();
  const atTables = () => {
    if (atHand !== damages) putAtHand(damages, sites, stepsS);
  };
  const damages: Damages = {
    of: (site, fluence) => {
      atTables();
      return module.damage(site * times, times, fluence, 0, ...figures);
    },
    worst: (fluence) => {
      atTables();
      const omega = module.mostDamage(sites.length, times, fluence, ...figures);
      return { omega, site: module.worst() };
    },
    hottest: (fluence) => {
      atTables();
      return module.hottest(sites.length, times, fluence);
    },
  };
  return damages;
}

function putAtHand(whose: unknown, courses: readonly Course[], stepsS: Float64Array): void {
  const { background, response, steps } = planningTables();
  courses.forEach(({ backgroundC, responsePerJcm2 }, i) => {
    background.set(backgroundC, i * backgroundC.length);
    response.set(responsePerJcm2, i * backgroundC.length);
  });
  steps.set(stepsS);
  atHand = whose;
}

const figuresOf = (law: DamageLaw) => {
  const { below, above } = LAWS[law];
  return [...below, ...above] as const;
};

type Course = Pick<Site, 'backgroundC' | 'responsePerJcm2'>;

/** The same as it is written down: figures of the law at hand, one exponential a step. */
function courseReference(
  law: DamageLaw,
  { backgroundC, responsePerJcm2 }: Course,
  stepsS: Float64Array,
): CourseDamage {
  return (fluence, standing) => {
    let sum = 0;
    let before = 0;
    let rateBefore = 0;
    for (let i = 0; i < backgroundC.length; i++) {
      const celsius = standing + defined(backgroundC[i]) + fluence * defined(responsePerJcm2[i]);
      const after = logDamageRate(law, celsius);
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
  };
}
