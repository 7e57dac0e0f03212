import { assertInRange, Cache, defined, InputError } from '../units';

/** One shot: `count` pulses of `durationMs` with `gapMs` between them; the fluence is shared equally. */
export interface Pulse {
  readonly durationMs: number;
  readonly count: number;
  readonly gapMs: number;
}

/** Time steps from the start of the first pulse: each one's length in s, and whether light is on. */
export interface Timeline {
  readonly steps: Float64Array;
  readonly lit: readonly boolean[];
  /** Length of the whole train, s, and of the light in it. */
  readonly trainS: number;
  readonly litS: number;
}

const STEPS_IN_PULSE = 24;
const GROWTH = 1.3;
const LEAST_AFTER_S = 0.3;

/**
 * Twenty-four steps in each pulse; between and after pulses the steps grow; it ends at the larger of 0.3 s and three
 * trains. `refine` 2 halves every step.
 * @throws InputError for a pulse that is none.
 */
export const timelineOf = (pulse: Pulse, refine = 1): Timeline =>
  timelines.recall(`${pulse.durationMs} ${pulse.count} ${pulse.gapMs} ${refine}`, () =>
    builtTimeline(pulse, refine),
  );

const timelines = new Cache<Timeline>(500);

function builtTimeline(pulse: Pulse, refine: number): Timeline {
  const durationS = assertInRange('pulse.durationMs', pulse.durationMs, 1e-3, 2000) / 1000;
  const gapS = assertInRange('pulse.gapMs', pulse.gapMs, 0, 1000) / 1000;
  assertInRange('pulse.count', pulse.count, 1, 20);
  if (!Number.isInteger(pulse.count)) {
    throw new InputError('pulse.count', `must be a whole number, got ${pulse.count}`);
  }
  const steps: number[] = [];
  const lit: boolean[] = [];
  const stepS = durationS / STEPS_IN_PULSE / refine;
  const dark = (lengthS: number) => {
    for (const step of growingSteps(lengthS, stepS, GROWTH ** (1 / refine))) {
      steps.push(step);
      lit.push(false);
    }
  };
  for (let shot = 0; shot < pulse.count; shot++) {
    for (let i = 0; i < STEPS_IN_PULSE * refine; i++) {
      steps.push(stepS);
      lit.push(true);
    }
    if (shot < pulse.count - 1 && gapS > 0) dark(gapS);
  }
  const trainS = pulse.count * durationS + (pulse.count - 1) * gapS;
  dark(Math.max(LEAST_AFTER_S, 3 * trainS) - trainS);
  return { steps: Float64Array.from(steps), lit, trainS, litS: pulse.count * durationS };
}

/** Steps that grow from `first` and fill `length` exactly. */
export function growingSteps(length: number, first: number, growth: number): number[] {
  if (length <= first) return [length];
  const count = Math.max(
    1,
    Math.round(Math.log(1 + (length * (growth - 1)) / first) / Math.log(growth)),
  );
  const steps: number[] = [];
  let sum = 0;
  for (let step = first; steps.length < count; step *= growth) {
    steps.push(step);
    sum += step;
  }
  const scale = length / sum;
  for (let i = 0; i < count; i++) steps[i] = defined(steps[i]) * scale;
  return steps;
}
