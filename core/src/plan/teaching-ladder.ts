import { Cache, defined, stepDown, type Scale } from '../units';
import { ladder, RUNGS } from './ladder';
import { chancesAt, teachesAt, type LearntHere } from './learnt';
import type { ModelWindow } from './model';

/** From where a ladder rises, to where, in which steps; and what is known of this skin and hair there. */
export interface LadderAsked {
  /** J/cm². */
  readonly start: number;
  readonly upper: number;
  readonly scale: Scale;
  /** Null where the model is silent, or the clinic has no rule for what answers may do: then the rungs are even. */
  readonly model: ModelWindow | null;
  readonly learnt: LearntHere | null;
}

/**
 * Fluences for test spots, J/cm², chosen by what they would teach: from `start` on, each the step of the device, at most a tenth
 * above the one before, whose answer would leave least doubt of what this skin tolerates and this hair needs. None above `upper`,
 * none whose chance of an adverse answer is above the clinic's; five at most.
 */
export function teachingLadder(asked: LadderAsked): readonly number[] {
  const { start, upper, scale, model, learnt } = asked;
  if (model === null || learnt === null) return ladder(start, upper, scale);
  const known = kept.get(learnt) ?? new Cache<readonly number[]>(KEPT_LADDERS);
  kept.set(learnt, known);
  const key = JSON.stringify([start, upper, scale, model.ceilingJcm2, model.floorJcm2]);
  return known.recall(key, () => rungsFrom(start, upper, scale, model, learnt));
}

function rungsFrom(
  start: number,
  upper: number,
  scale: Scale,
  model: ModelWindow,
  learnt: LearntHere,
): readonly number[] {
  const rungs = [start];
  while (rungs.length < RUNGS) {
    const last = defined(rungs.at(-1));
    // The even ladder's next rung is the highest that may follow: where the steps are coarse, the next step.
    const most = ladder(last, upper, scale)[1];
    if (most === undefined) break;
    const next = mostTeaching(stepsBetween(last, most, scale), model, learnt);
    if (next === null) break;
    rungs.push(next);
  }
  return rungs;
}

/**
 * Of some fluences, J/cm², the one whose answer would leave least doubt of what this skin tolerates and this hair needs, the higher of
 * two alike; null where the chance of an adverse answer is above the clinic's at all of them.
 */
export function mostTeaching(
  fluencesJcm2: readonly number[],
  window: Pick<ModelWindow, 'ceilingJcm2' | 'floorJcm2'>,
  learnt: LearntHere,
): number | null {
  let best: number | null = null;
  let most = -Infinity;
  for (const fluence of fluencesJcm2) {
    if (chancesAt(fluence, window, learnt).adverse > learnt.rule.risk * (1 + 1e-6)) continue;
    const { doubtLess, needDoubtLess } = teachesAt(fluence, window, learnt);
    if (doubtLess + needDoubtLess < most) continue;
    most = doubtLess + needDoubtLess;
    best = fluence;
  }
  return best;
}

// A stepper asks again with every press: what was learnt is the same until something new is read.
const KEPT_LADDERS = 24;
const kept = new WeakMap<LearntHere, Cache<readonly number[]>>();

// As many as are looked at between two rungs: a console without steps to speak of has no end of them.
const MOST_STEPS = 12;

/** The device's steps above one fluence, up to another, the last among them; evenly some of them where there are many. */
function stepsBetween(low: number, high: number, scale: Scale): number[] {
  const between = Math.max(scale.step, (high - low) / MOST_STEPS);
  const steps = new Set<number>();
  for (let wanted = high; wanted > low + 1e-9; wanted -= between) {
    const step = stepDown(wanted, scale);
    if (step !== null && step > low + 1e-9) steps.add(step);
  }
  return [...steps].sort((one, other) => one - other);
}
