import { MOST_CELLS, planning, planningTables } from '../compiled';
import { Courses } from './courses';
import { ChainStepper, type HeatChain } from './diffusion-step';
import { defined } from '../units';

/** What touches a chain, and for how many steps. */
export interface Stretch {
  readonly steps: number;
  /** Conductance of each cell to its surroundings, W/K. */
  readonly loss: Float64Array;
  /** Power that the surroundings would give each cell at 0 °C, W. */
  readonly surroundings: Float64Array;
}

/** Two fields of one chain over the same steps. */
export interface March {
  readonly chain: Omit<HeatChain, 'loss'>;
  readonly stepsS: Float64Array;
  /** One after the other, as many steps in all as `stepsS` has. */
  readonly stretches: readonly Stretch[];
  /** Temperatures to set out from, °C; none, and the background is empty. */
  readonly warm?: Float64Array | undefined;
  /** Power per cell while there is light, W, and in which steps there is; none, and the response is empty. */
  readonly heating?: Float64Array | undefined;
  readonly lit?: readonly boolean[] | undefined;
}

/** Each cell's course; time t is the end of step t, time 0 the start. */
export interface Marched {
  readonly background: Courses;
  readonly response: Courses;
}

/**
 * Takes the field without light and the rise under light through the steps, side by side, compiled. The same as
 * `marchReference` but for the order of a few sums.
 */
export function march(asked: March): Marched {
  const { chain, stepsS, stretches, warm, heating, lit } = asked;
  const cells = chain.capacity.length;
  if (cells > MOST_CELLS) return marchReference(asked);
  const module = planning();
  const times = stepsS.length + 1;
  // One cell more where the chain is odd, then each course that is wanted, the steps and whether they are lit.
  const courseBytes = (cells + 1) * times * 8;
  const start = module.free(2 * courseBytes + stepsS.length * 9);
  const response = heating === undefined ? 0 : start;
  const background = warm === undefined ? 0 : start + courseBytes;
  const steps = start + 2 * courseBytes;
  const lights = steps + stepsS.length * 8;
  const { buffer } = module.memory;
  new Float64Array(buffer, steps, stepsS.length).set(stepsS);
  const bytes = new Uint8Array(buffer, lights, stepsS.length);
  for (let i = 0; i < bytes.length; i++) bytes[i] = lit?.[i] === true ? 1 : 0;
  const tables = planningTables();
  tables.capacity.set(chain.capacity);
  tables.between.set(chain.between);
  if (warm === undefined) tables.warm.fill(0, 0, cells);
  else tables.warm.set(warm);
  if (heating === undefined) tables.heating.fill(0, 0, cells);
  else tables.heating.set(heating);
  module.begin(cells);
  module.note(0, times, response, background);
  let from = 0;
  for (const stretch of stretches) {
    tables.loss.set(stretch.loss);
    tables.surroundings.set(stretch.surroundings);
    module.run(from, from + stretch.steps, steps, lights, response, background, times);
    from += stretch.steps;
  }
  // Copied at once, before another march writes over them.
  const first = response === 0 ? background : start;
  const length =
    response === 0 || background === 0 ? cells * times : courseBytes / 8 + cells * times;
  const copied = new Float64Array(buffer, first, length).slice();
  const courses = (at: number) =>
    at === 0
      ? NONE
      : new Courses(
          cells,
          times,
          copied.subarray((at - first) / 8, (at - first) / 8 + cells * times),
        );
  return { background: courses(background), response: courses(response) };
}

const NONE = new Courses(0, 0);

/** The same, step by step and cell by cell, to be read and compared with. */
export function marchReference({ chain, stepsS, stretches, warm, heating, lit }: March): Marched {
  const cells = chain.capacity.length;
  const unlit = warm?.slice() ?? new Float64Array(cells);
  const risen = new Float64Array(cells);
  const dark = new Float64Array(cells);
  const background = new Courses(cells, stepsS.length + 1);
  const response = new Courses(cells, stepsS.length + 1);
  background.note(0, unlit);
  let at = 0;
  for (const { steps, loss, surroundings } of stretches) {
    const stepper = new ChainStepper({ ...chain, loss });
    for (const end = at + steps; at < end; at++) {
      const dt = defined(stepsS[at]);
      stepper.step(dt, unlit, surroundings);
      stepper.step(dt, risen, lit?.[at] === true && heating !== undefined ? heating : dark);
      background.note(at + 1, unlit);
      response.note(at + 1, risen);
    }
  }
  return {
    background: warm === undefined ? NONE : background,
    response: heating === undefined ? NONE : response,
  };
}
