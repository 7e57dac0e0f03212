import {
  BATCHES,
  batchRun,
  fluenceRatio,
  gathered,
  skinRun,
  type MonteCarloInput,
} from '../optics';
import type { Illumination } from './light';
import { linesOf } from './lines';
import { defined } from '../units';

/** Both light solvers on the same skin, spot and light. */
export interface LightCheck {
  readonly depthsMm: readonly number[];
  /** Fluence ratio by the fast solver, used while planning. */
  readonly fast: readonly number[];
  /** Fluence ratio by Monte Carlo, and one standard error of it. */
  readonly slow: readonly number[];
  readonly standardError: readonly number[];
  readonly packets: number;
}

/** How many packets of light a check follows, all lines of a band together, and from which seed. */
export interface LightCheckRun {
  readonly packets: number;
  readonly seed: number;
}

/** Which of several workers this is. */
export interface WorkShare {
  readonly part: number;
  readonly of: number;
}

/** The batches that one worker has worked, line by line. */
export type LightBatches = readonly (readonly (readonly number[])[])[];

const DEPTHS_MM = [0.05, 0.2, 0.5, 1, 1.5, 2, 3, 4];

/**
 * One worker's share of the slow solver's run: every `of`-th batch of each line. The shares of all workers
 * together come to the same figures, however many there are. `onProgress` is told the share done of this part and
 * stops the run by returning false.
 * @throws InputError naming what makes no sense.
 */
export function lightBatches(
  on: Illumination,
  run: LightCheckRun,
  { part, of }: WorkShare,
  onProgress: (done: number) => boolean,
): LightBatches {
  const runs = runsFor(on, run);
  let going = true;
  return runs.map((input, line) => {
    const work = batchRun(input);
    const batches: number[][] = [];
    for (let index = part; index < BATCHES && going; index += of) {
      batches.push(work(index));
      going = onProgress((line + Math.min(1, (index + of) / BATCHES)) / runs.length);
    }
    return batches;
  });
}

/**
 * The finished check: what all workers found, beside the fast solver. Monte Carlo knows no plate that sends light
 * back, so both are asked without it.
 */
export function lightCheck(
  on: Illumination,
  run: LightCheckRun,
  parts: readonly LightBatches[],
): LightCheck {
  const surface = { ...on.surface, plateReturn: 0 };
  const fast = DEPTHS_MM.map(() => 0);
  const slow = DEPTHS_MM.map(() => 0);
  const variance = DEPTHS_MM.map(() => 0);
  let packets = 0;
  const inputs = runsFor(on, run);
  linesOf(on.light).forEach(({ wavelengthNm, share }, line) => {
    const found = gathered(
      defined(inputs[line]),
      parts.flatMap((part) => defined(part[line])),
    );
    const quick = fluenceRatio({ ...on, surface, wavelengthNm, depthsMm: DEPTHS_MM });
    packets += found.packets;
    DEPTHS_MM.forEach((_, i) => {
      fast[i] = defined(fast[i]) + share * defined(quick[i]);
      slow[i] = defined(slow[i]) + share * defined(found.fluenceRatio[i]);
      variance[i] =
        defined(variance[i]) + (share * defined(found.standardError.fluenceRatio[i])) ** 2;
    });
  });
  return { depthsMm: DEPTHS_MM, fast, slow, standardError: variance.map(Math.sqrt), packets };
}

function runsFor(
  { light, skin, spot, surface }: Illumination,
  { packets, seed }: LightCheckRun,
): readonly MonteCarloInput[] {
  const lines = linesOf(light);
  return lines.map(({ wavelengthNm }, line) =>
    skinRun({
      ...{ wavelengthNm, skin, spot, surface, depthsMm: DEPTHS_MM },
      packets: Math.ceil(packets / lines.length),
      seed: seed + line,
    }),
  );
}
