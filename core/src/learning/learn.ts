import { defined, assertInRange, rootWithin } from '../units';
import { normalCdf } from './normal';

export const LEARNT_ANSWERS = ['none', 'right', 'strong', 'adverse'] as const;

/** The worst that a setting was answered with; a faint answer is `none`: it did not work. */
export type LearntAnswer = (typeof LEARNT_ANSWERS)[number];

/** One setting that was read: a test spot, or a session with its worst answer. */
export interface Observation {
  /** Fluence ÷ the model's ceiling at that setting, no margin. */
  readonly fluenceToCeiling: number;
  /** Fluence ÷ the model's floor there; absent where there was none. */
  readonly fluenceToFloor?: number | null | undefined;
  readonly answer: LearntAnswer;
  /** Whether pain reached 7 of 10. */
  readonly painAtLeast7?: boolean | undefined;
  /** Older than a year: it counts half. */
  readonly isOld?: boolean | undefined;
  /** Of skin that was not as it is, or seen elsewhere: that it was no worse than `answer` is not taken for granted. */
  readonly atLeast?: boolean | undefined;
}

/** How sharply skin and hair answer, on the logarithm of fluence. All assumed; a clinic's protocol may have its own. */
export interface LearningConstants {
  /** Spread of the fluence at which skin is harmed, about its own tolerance. */
  readonly harmSpread: number;
  /** How far below harm a strong answer begins. */
  readonly strongBelow: number;
  /** Spread of the fluence at which hair responds, about its own need. */
  readonly workSpread: number;
  /** How far below harm pain of 7 begins, and its spread. */
  readonly painBelow: number;
  readonly painSpread: number;
}

/** What ships. Source: assumed. */
export const LEARNING: LearningConstants = {
  harmSpread: 0.2,
  strongBelow: 0.35,
  workSpread: 0.25,
  painBelow: 0.5,
  painSpread: 0.3,
};

/** What is believed of one unknown, on the logarithm: normal, before any answer. */
export interface Belief {
  readonly mean: number;
  readonly sd: number;
}

/** What is believed of it after answers: a grid, with weights that sum to 1. */
export interface Learnt extends Belief {
  readonly grid: readonly number[];
  readonly weights: readonly number[];
}

/** How far this skin's tolerance and this hair's need lie above the model's ceiling and floor; logarithms, 0 for neither. */
export interface Posterior {
  readonly skin: Learnt;
  readonly hair: Learnt;
}

const GRID = 61;
const REACH_SD = 3.5;
// An old answer's log-likelihood is halved.
const OLD_WEIGHT = 0.5;
// Nothing is impossible: a grid point is never ruled out by one answer.
const LEAST = 1e-300;

/**
 * What answers teach of one skin and hair: each likelihood is one of skin times one of hair, so that the two are learnt apart.
 * The order of the observations does not matter, nor whether they come at once or on what was learnt of the ones before.
 *
 * @throws InputError for a spread that is not positive, or a fluence that is none
 */
export function learn(
  prior: { readonly skin: Belief | Learnt; readonly hair: Belief | Learnt },
  observations: readonly Observation[],
  constants: LearningConstants = LEARNING,
): Posterior {
  observations.forEach(({ fluenceToCeiling, fluenceToFloor }, index) => {
    assertInRange(`observations.${index}.fluenceToCeiling`, fluenceToCeiling, 1e-4, 100);
    if (fluenceToFloor != null)
      assertInRange(`observations.${index}.fluenceToFloor`, fluenceToFloor, 1e-4, 1000);
  });
  return {
    skin: learnt(prior.skin, observations, (a, each) => skinLikelihood(a, each, constants)),
    hair: learnt(prior.hair, observations, (b, each) => hairLikelihood(b, each, constants)),
  };
}

function learnt(
  prior: Belief | Learnt,
  observations: readonly Observation[],
  likelihood: (at: number, observation: Observation) => number,
): Learnt {
  const { mean, sd } = prior;
  assertInRange('sd', sd, 1e-6, 10);
  const grid = 'grid' in prior ? prior.grid : gridOf(mean, sd);
  const logs = grid.map((at, i) =>
    observations.reduce(
      (sum, each) =>
        sum +
        (each.isOld === true ? OLD_WEIGHT : 1) * Math.log(Math.max(LEAST, likelihood(at, each))),
      'grid' in prior
        ? Math.log(Math.max(LEAST, defined(prior.weights[i])))
        : -0.5 * ((at - mean) / sd) ** 2,
    ),
  );
  return weighed(grid, logs);
}

const gridOf = (mean: number, sd: number, points = GRID): readonly number[] =>
  Array.from({ length: points }, (_, i) => mean + REACH_SD * sd * ((2 * i) / (points - 1) - 1));

/** A belief on a grid, by the logarithms of its weights. */
function weighed(grid: readonly number[], logs: readonly number[]): Learnt {
  const highest = Math.max(...logs);
  const raw = logs.map((log) => Math.exp(log - highest));
  const total = raw.reduce((sum, each) => sum + each, 0);
  const weights = raw.map((each) => each / total);
  const over = (value: (at: number) => number) =>
    grid.reduce((sum, at, i) => sum + defined(weights[i]) * value(at), 0);
  const after = over((at) => at);
  return { grid, weights, mean: after, sd: Math.sqrt(over((at) => (at - after) ** 2)) };
}

function skinLikelihood(
  tolerance: number,
  { fluenceToCeiling, answer, painAtLeast7, atLeast }: Observation,
  { harmSpread, strongBelow, painBelow, painSpread }: LearningConstants,
): number {
  const over = Math.log(fluenceToCeiling) - tolerance;
  const adverse = normalCdf(over / harmSpread);
  const strongOrWorse = normalCdf((over + strongBelow) / harmSpread);
  const pain = painAtLeast7 === true ? normalCdf((over + painBelow) / painSpread) : 1;
  if (answer === 'adverse') return adverse * pain;
  if (answer === 'strong') return (strongOrWorse - (atLeast === true ? 0 : adverse)) * pain;
  return (1 - strongOrWorse) * pain;
}

/** Harm and strong answers tell nothing of what hair needs, nor does a setting without a floor. */
function hairLikelihood(
  needs: number,
  { fluenceToFloor, answer }: Observation,
  { workSpread }: LearningConstants,
): number {
  if (fluenceToFloor == null || answer === 'adverse' || answer === 'strong') return 1;
  const none = normalCdf((needs - Math.log(fluenceToFloor)) / workSpread);
  return answer === 'none' ? none : 1 - none;
}

const expected = ({ grid, weights }: Learnt, chance: (at: number) => number): number =>
  grid.reduce((sum, at, i) => sum + defined(weights[i]) * chance(at), 0);

/** Chance of an adverse answer at a share of the ceiling, 0–1. */
export const riskAt = (
  { skin }: Pick<Posterior, 'skin'>,
  ceilingShare: number,
  { harmSpread }: LearningConstants = LEARNING,
): number => {
  const share = Math.log(ceilingShare);
  return expected(skin, (a) => normalCdf((share - a) / harmSpread));
};

/** Chance that a fluence works, by its ratio to the floor, 0–1. */
export const chanceAt = (
  { hair }: Pick<Posterior, 'hair'>,
  floorRatio: number,
  { workSpread }: LearningConstants = LEARNING,
): number => {
  const ratio = Math.log(floorRatio);
  return expected(hair, (b) => 1 - normalCdf((b - ratio) / workSpread));
};

const LEAST_SHARE = 1e-3;
const MOST_SHARE = 10;
const SURE = 1e-13;

/**
 * The share of the ceiling at which the chance of an adverse answer is as given, within 0.001–10. The chance rises with the share, so a
 * bracket on its logarithm closes in a few steps.
 */
export function shareAtRisk(
  posterior: Pick<Posterior, 'skin'>,
  risk: number,
  constants: LearningConstants = LEARNING,
): number {
  assertInRange('risk', risk, 1e-6, 0.5);
  const excess = (at: number) => Math.log(riskAt(posterior, Math.exp(at), constants) / risk);
  const [low, high] = [Math.log(LEAST_SHARE), Math.log(MOST_SHARE)];
  const [atLow, atHigh] = [excess(low), excess(high)];
  if (atLow >= 0) return LEAST_SHARE;
  if (atHigh <= 0) return MOST_SHARE;
  const isNarrow = (from: number, to: number) => to - from <= SURE;
  return Math.exp(rootWithin(excess, [low, atLow], [high, atHigh], SURE, isNarrow));
}

/**
 * The beliefs that another band of wavelengths, more than 30 nm away, begins with: the skin's tolerance, its spread widened by half
 * the prior's in quadrature; the hair's prior. On a grid that no answer moves, so that a worse answer there never allows more here.
 */
export function carriedOver(
  { skin }: Pick<Posterior, 'skin'>,
  prior: { readonly skin: Belief; readonly hair: Belief },
): { readonly skin: Learnt; readonly hair: Belief } {
  const wider = 0.5 * prior.skin.sd;
  // As far as the widened belief reaches, in steps as fine as before.
  const grid = gridOf(prior.skin.mean, prior.skin.sd + wider, Math.ceil(GRID * 1.5));
  const logs = grid.map((at) =>
    Math.log(
      Math.max(
        LEAST,
        skin.grid.reduce(
          (sum, known, i) =>
            sum + defined(skin.weights[i]) * Math.exp(-0.5 * ((at - known) / wider) ** 2),
          0,
        ),
      ),
    ),
  );
  return { skin: weighed(grid, logs), hair: prior.hair };
}
