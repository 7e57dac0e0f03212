import { builtUpByPassC, builtUpC, type WindowInput } from '../window';
import { windowFor } from './model';

/** What gliding over a cell builds up, and how large the cell may be for it. */
export interface CellHeat {
  /** Mean temperature at 2 mm after the last pass over the cell as it is, °C. */
  readonly warmC: number;
  /** What it has to reach, °C: the clinic's figure for what a client calls warm. */
  readonly targetC: number;
  /** The largest square that still reaches it within its passes, cm²; null where none does. */
  readonly largestCellCm2: number | null;
  /** The fewest passes over the cell as it is that reach it, whatever the protocol allows; null where thirty do not. */
  readonly fewestPasses: number | null;
}

// The depth at which motion is judged: about the middle of the follicle.
const DEPTH_MM = 2;
const SMALLEST_CM2 = 10;
const LARGEST_CM2 = 900;
const HALVINGS = 9;
const MOST_PASSES = 30;

/**
 * How warm a cell gets, and the largest square whose mean follicle temperature reaches the target within the passes while
 * its epidermis stays under the share of the ceiling that may be used. The larger the cell, the longer a pass and the more
 * heat has leaked into the depth before the tip comes back.
 */
export function cellHeat(of: {
  readonly input: WindowInput;
  readonly fluenceJcm2: number;
  readonly targetC: number;
  readonly margin: number;
}): CellHeat | null {
  const { input, fluenceJcm2, targetC, margin } = of;
  const { motion } = input;
  if (motion === undefined) return null;
  const warmC = (cellCm2: number) =>
    builtUpC(input, { ...motion, cellCm2 }, { depthMm: DEPTH_MM, fluenceJcm2 });
  const works = (cellCm2: number) =>
    warmC(cellCm2) >= targetC &&
    fluenceJcm2 <= margin * windowFor({ ...input, motion: { ...motion, cellCm2 } }).ceilingJcm2;
  const byPass = builtUpByPassC(
    input,
    { ...motion, passes: MOST_PASSES },
    { depthMm: DEPTH_MM, fluenceJcm2 },
  );
  const first = byPass.findIndex((reached) => reached >= targetC);
  const fewestPasses = first < 0 ? null : first + 1;
  const found = { warmC: warmC(motion.cellCm2), targetC, fewestPasses };
  if (works(LARGEST_CM2)) return { ...found, largestCellCm2: LARGEST_CM2 };
  if (!works(SMALLEST_CM2)) return { ...found, largestCellCm2: null };
  let [low, high] = [SMALLEST_CM2, LARGEST_CM2];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = Math.sqrt(low * high);
    if (works(middle)) low = middle;
    else high = middle;
  }
  return { ...found, largestCellCm2: Math.floor(low) };
}
