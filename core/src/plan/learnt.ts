import {
  carriedOver,
  chanceAt,
  learn,
  LEARNING,
  LEARNT_ANSWERS,
  riskAt,
  shareAtRisk,
  type Belief,
  type LearningConstants,
  type LearntAnswer,
  type Observation,
  type Posterior,
} from '../learning';
import { Cache, daysBetween, longestSideMm, spotAreaCm2, type Day } from '../units';
import { SITES } from '../sites';
import { centralWavelengthNm, type Handpiece } from './handpiece';
import { windowFor, windowInput, type ModelWindow } from './model';
import { modelSilence } from './model-silence';
import { uncertaintyOf } from './window-map';
import type { PlanCase } from './plan-case';
import { usedThen } from './used-then';
import { workingSkin, type PastSession, type Subject } from './subject';

/** A clinic’s rule for what answers may do to a limit. */
export interface LearningRule {
  /** The chance of an adverse answer that it allows itself, 0.002–0.02. */
  readonly risk: number;
  /** Whether good answers may raise the model’s limit above its margin, up to 0.80 of the ceiling. */
  readonly mayRise: boolean;
  /** How sharply skin and hair answer; what ships where absent. */
  readonly constants?: LearningConstants | undefined;
}

/** The rule that ships. */
export const LEARNING_RULE: LearningRule = { risk: 0.01, mayRise: false };

/** The most of the ceiling that good answers may open. */
export const MOST_BY_ANSWERS = 0.8;

/** One setting that was read, as it is learnt from. */
export interface LearntFrom extends Observation {
  readonly on: Day;
  readonly test: boolean;
  readonly fluenceJcm2: number;
  /** Whether it is of this band of wavelengths, within 30 nm; another one teaches of the skin alone, and less. */
  readonly sameBand: boolean;
}

/** What answers taught of a zone’s skin and hair at a handpiece. */
export interface LearntHere {
  readonly prior: Prior;
  readonly from: readonly LearntFrom[];
  readonly posterior: Posterior;
  /** Share of the ceiling at which the chance of an adverse answer is the clinic’s. */
  readonly share: number;
  readonly rule: LearningRule;
}

/** What a plan keeps of it. */
export type LearntAtPlan = Pick<LearntHere, 'from' | 'share' | 'rule'>;

interface Prior {
  readonly skin: Belief;
  readonly hair: Belief;
}

// So sure is no model of a skin.
const LEAST_SPREAD = 0.12;
const SAME_BAND_NM = 30;
const A_YEAR_DAYS = 365;
// Shorter pulses are for ink: the model of hair has nothing to say of them.
const SHORTEST_HAIR_MS = 0.01;
const MUCH_PAIN = 7;

const beliefs = new Cache<Prior>(200);
const learntBefore = new WeakMap<Subject, WeakMap<Handpiece, LearntThen>>();

/** What was learnt, and by which rule on which day. */
interface LearntThen {
  readonly key: string;
  readonly found: LearntHere;
}

/** What answers taught at a handpiece; null where the clinic has no rule for it, or the model is silent. */
export function learntHere(plan: PlanCase, handpiece: Handpiece): LearntHere | null {
  const { subject, protocol, today } = plan;
  const rule = protocol.learning;
  if (rule === undefined || modelSilence(subject) !== null) return null;
  const key = JSON.stringify([rule, today]);
  const own = learntBefore.get(subject) ?? new WeakMap<Handpiece, LearntThen>();
  const known = own.get(handpiece);
  if (known?.key === key) return known.found;
  const found = workOut(plan, handpiece, rule);
  learntBefore.set(subject, own.set(handpiece, { key, found }));
  return found;
}

function workOut(plan: PlanCase, handpiece: Handpiece, rule: LearningRule): LearntHere {
  const prior = priorOf(plan, handpiece);
  const from = observationsOf(plan, handpiece);
  const posterior = posteriorOf(prior, from, rule);
  return { prior, from, posterior, share: shareAtRisk(posterior, rule.risk, rule.constants), rule };
}

/** What is believed after observations: those of other bands first, then of this one. */
function posteriorOf(
  prior: Prior,
  from: readonly LearntFrom[],
  { constants = LEARNING }: LearningRule,
): Posterior {
  const others = from.filter(({ sameBand }) => !sameBand);
  const own = from.filter(({ sameBand }) => sameBand);
  const before = others.length === 0 ? prior : carriedOver(learn(prior, others, constants), prior);
  return learn(before, own, constants);
}

/**
 * How sure the model is before any answer: half its own 68 % doubt of ceiling and floor on the logarithm (`uncertaintyOf`), at the
 * middle of the handpiece’s pulses and its largest spot that lies flat; never below 0.12.
 */
function priorOf({ subject, protocol }: PlanCase, handpiece: Handpiece): Prior {
  const largest = handpiece.spots
    .filter((spot) => longestSideMm(spot) <= SITES[subject.site].flatSpotMm)
    .reduce<(typeof handpiece.spots)[number] | undefined>(
      (best, each) => (best === undefined || spotAreaCm2(each) > spotAreaCm2(best) ? each : best),
      undefined,
    );
  const spot = largest ?? handpiece.spots[0];
  const pulseMs = handpiece.pulsesMs[Math.floor(handpiece.pulsesMs.length / 2)];
  if (spot === undefined || pulseMs === undefined) return { skin: LEAST, hair: LEAST };
  const dialled = { technique: 'stamping', spot, pulseMs, rateHz: 1, passes: 1 } as const;
  const working = workingSkin(subject);
  const input = windowInput(subject, working, handpiece, dialled, protocol.techniques);
  const measured = (subject.skin.measuredFraction ?? null) !== null;
  return beliefs.recall(JSON.stringify([input, measured]), () => {
    const { ceiling, floor } = uncertaintyOf(input, measured);
    const belief = (of: { readonly low: number | null; readonly high: number | null }): Belief => ({
      mean: 0,
      sd:
        of.low === null || of.high === null
          ? LEAST_SPREAD
          : Math.max(LEAST_SPREAD, Math.log(of.high / of.low) / 2),
    });
    return { skin: belief(ceiling), hair: belief(floor) };
  });
}

const LEAST: Belief = { mean: 0, sd: LEAST_SPREAD };

/**
 * Every setting of the history that was read, against the ceiling and floor that it had on the skin as it was found then. On skin
 * that is not as it was (a new tan, a new medicine), and of sessions typed in from elsewhere, only what was too much teaches.
 */
function observationsOf(plan: PlanCase, handpiece: Handpiece): readonly LearntFrom[] {
  return plan.subject.history.flatMap((session): LearntFrom[] => {
    const answer = answerOf(session);
    if (answer === null || session.setting.pulseMs < SHORTEST_HAIR_MS) return [];
    const isTooMuch = answer === 'adverse' || answer === 'strong';
    const isElsewhere = session.typedIn === true || hasChanged(plan.subject, session);
    if (isElsewhere && !isTooMuch) return [];
    const then = { ...plan.subject, skin: session.skin ?? plan.subject.skin };
    const used = usedThen(plan, handpiece, session);
    const window = windowFor(
      windowInput(then, workingSkin(then), used, session.setting, plan.protocol.techniques),
    );
    const { fluenceJcm2 } = session.setting;
    const sameBand =
      Math.abs(session.wavelengthNm - centralWavelengthNm(handpiece.light)) <= SAME_BAND_NM;
    return [
      {
        ...{ on: session.on, test: session.test === true, fluenceJcm2, sameBand, answer },
        fluenceToCeiling: withinReason(fluenceJcm2 / window.ceilingJcm2),
        fluenceToFloor:
          window.floorJcm2 === null || session.answer.endpoint === 'notRead'
            ? null
            : withinReason(fluenceJcm2 / window.floorJcm2),
        painAtLeast7: (session.answer.painMax ?? 0) >= MUCH_PAIN,
        isOld: daysBetween(session.on, plan.today) > A_YEAR_DAYS,
        ...(isElsewhere ? { atLeast: true } : {}),
      },
    ];
  });
}

const withinReason = (ratio: number) => Math.min(100, Math.max(1e-4, ratio));

/** The worst that a session was answered with; null where nothing was read at all. */
function answerOf({ answer }: Pick<PastSession, 'answer'>): LearntAnswer | null {
  const { adverse, endpoint, painMax } = answer;
  if (adverse.length > 0) return 'adverse';
  if (endpoint === 'notRead') return painMax === null ? null : 'none';
  if (endpoint === 'strong' || endpoint === 'right') return endpoint;
  return 'none';
}

/** Whether a session says nothing of today’s skin any more: more tan than then, or a medicine that was not taken then. */
function hasChanged(subject: Subject, session: PastSession): boolean {
  const tanned = subject.skin.tan !== 'none' && subject.skin.tan !== session.skin?.tan;
  const taken = session.medicines ?? [];
  return tanned || (subject.medicines ?? []).some((medicine) => !taken.includes(medicine));
}

/** Chances at a fluence. */
export interface Chances {
  /** Of an adverse answer, 0–1. */
  readonly adverse: number;
  /** That it works, 0–1; null where the model gives no floor. */
  readonly works: number | null;
}

/** The chances of a fluence, J/cm², within a model’s window. */
export function chancesAt(
  fluenceJcm2: number,
  { ceilingJcm2, floorJcm2 }: Pick<ModelWindow, 'ceilingJcm2' | 'floorJcm2'>,
  { posterior, rule: { constants } }: LearntHere,
): Chances {
  return {
    adverse: riskAt(posterior, fluenceJcm2 / ceilingJcm2, constants),
    works: floorJcm2 === null ? null : chanceAt(posterior, fluenceJcm2 / floorJcm2, constants),
  };
}

/** By how much less in doubt one would be after a pulse, on the average of its answers, 0–1 each. */
export interface LessDoubt {
  /** Of what this skin tolerates. */
  readonly doubtLess: number;
  /** Of what this hair needs. */
  readonly needDoubtLess: number;
}

/** What a pulse would teach. */
export interface Lesson extends LessDoubt {
  /** The risk’s limit after each answer, J/cm². */
  readonly limitAfter: Readonly<Record<LearntAnswer, number>>;
}

/** What one pulse at a fluence, J/cm², would change, answer by answer, and how much it would teach. */
export function lessonOf(
  fluenceJcm2: number,
  window: Pick<ModelWindow, 'ceilingJcm2' | 'floorJcm2'>,
  learnt: LearntHere,
): Lesson {
  const { risk, constants } = learnt.rule;
  const after = afterEach(fluenceJcm2, window, learnt);
  return {
    limitAfter: Object.fromEntries(
      after.map(({ answer, known }) => [
        answer,
        shareAtRisk(known, risk, constants) * window.ceilingJcm2,
      ]),
    ) as Lesson['limitAfter'],
    ...lessDoubt(after, learnt),
  };
}

/** How much one pulse at a fluence, J/cm², would teach. */
export const teachesAt = (
  fluenceJcm2: number,
  window: Pick<ModelWindow, 'ceilingJcm2' | 'floorJcm2'>,
  learnt: LearntHere,
): LessDoubt => lessDoubt(afterEach(fluenceJcm2, window, learnt), learnt);

/** An answer that a pulse may get, how likely, and what would be known after it. */
interface After {
  readonly answer: LearntAnswer;
  readonly chance: number;
  readonly known: Posterior;
}

function afterEach(
  fluenceJcm2: number,
  window: Pick<ModelWindow, 'ceilingJcm2' | 'floorJcm2'>,
  learnt: LearntHere,
): readonly After[] {
  const { posterior, rule } = learnt;
  const { constants } = rule;
  const next = {
    fluenceToCeiling: withinReason(fluenceJcm2 / window.ceilingJcm2),
    fluenceToFloor: window.floorJcm2 === null ? null : withinReason(fluenceJcm2 / window.floorJcm2),
  };
  const { adverse, works } = chancesAt(fluenceJcm2, window, learnt);
  const { strongBelow } = constants ?? LEARNING;
  const strong =
    riskAt(posterior, (fluenceJcm2 / window.ceilingJcm2) * Math.exp(strongBelow), constants) -
    adverse;
  const rest = Math.max(0, 1 - adverse - strong);
  const chance: Readonly<Record<LearntAnswer, number>> = {
    ...{ adverse, strong, right: rest * (works ?? 0), none: rest * (1 - (works ?? 0)) },
  };
  return LEARNT_ANSWERS.map((answer) => ({
    answer,
    chance: chance[answer],
    known: learn(posterior, [{ ...next, answer }], constants),
  }));
}

function lessDoubt(after: readonly After[], { posterior }: LearntHere): LessDoubt {
  const less = (of: 'skin' | 'hair') =>
    after.reduce(
      (sum, { chance, known }) => sum + chance * (1 - known[of].sd / posterior[of].sd),
      0,
    );
  return { doubtLess: less('skin'), needDoubtLess: less('hair') };
}
