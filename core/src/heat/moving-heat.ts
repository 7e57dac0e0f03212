import { STILL_AIR, type Contact, type CoolingSchedule } from './cooling';
import { columnOf } from './column';
import type { Courses } from './courses';
import type { SkinGrid } from './grid';
import { preCool } from './skin-heat';
import { march } from './march';

/** Gliding over a cell: pulses at a rate, spread evenly, pass after pass. */
export interface Motion {
  readonly rateHz: number;
  readonly passes: number;
  /** Size of the cell and of the spot, cm². */
  readonly cellCm2: number;
  readonly spotCm2: number;
  /** Rest after each pass but the last, s; none where absent. */
  readonly restS?: number | undefined;
}

/** A column of skin under light and cooling averaged over the cell. */
export interface MovingHeat {
  /** Length of one pass, s. */
  readonly passS: number;
  /** Steps of the whole session, s. */
  readonly stepsS: Float64Array;
  /** Temperatures without light, °C, and rise for each J/cm² of fluence; one time more than steps. */
  readonly background: Courses;
  readonly response: Courses;
  /** Time at the end of each pass. */
  readonly passRows: readonly number[];
}

const STEPS_A_PASS = 12;

/**
 * Heat that builds up in motion: the cell's mean irradiance on a column of 1 cm², cooled by the tip for its share
 * of the time and by still air for the rest. `heating` as for a single pulse.
 */
export function solveMoving(input: {
  readonly grid: SkinGrid;
  readonly heating: Float64Array;
  readonly cooling: CoolingSchedule;
  /** What cools the cell while the tip is elsewhere; still air where absent. */
  readonly between?: Contact | undefined;
  /** What lay on the cell before the first pass. */
  readonly first?: CoolingSchedule['before'] | undefined;
  readonly motion: Motion;
}): MovingHeat {
  const { grid, heating, motion, between = STILL_AIR, first = [] } = input;
  const { cellCm2, spotCm2, rateHz, passes, restS = 0 } = motion;
  const passS = cellCm2 / spotCm2 / rateHz;
  const share = Math.min(1, spotCm2 / cellCm2);
  const column = columnOf(grid);
  const { warm } = preCool(column, first);
  // 1 J/cm² on each spot, once a pass: spread over the cell that is 1 ÷ pass W/cm² for each J/cm².
  const meanHeating = heating.map((power) => power / passS);
  const gliding = averagedContact(input.cooling.during, between, share);
  const restSteps = restS > 0 ? STEPS_A_PASS : 0;
  const aRound = STEPS_A_PASS + restSteps;
  const steps = aRound * passes - restSteps;
  const isPass = (step: number) => step % aRound < STEPS_A_PASS;
  const stepsS = Float64Array.from({ length: steps }, (_, step) =>
    isPass(step) ? passS / STEPS_A_PASS : restS / restSteps,
  );
  const onTip = { ...column.under(gliding), steps: STEPS_A_PASS };
  const atRest = { ...column.under(between), steps: restSteps };
  const { background, response } = march({
    chain: column,
    stepsS,
    stretches: Array.from({ length: passes }, (_, pass) =>
      pass < passes - 1 && restSteps > 0 ? [onTip, atRest] : [onTip],
    ).flat(),
    warm,
    heating: meanHeating,
    lit: Array.from(stepsS, (_, step) => isPass(step)),
  });
  const passRows = Array.from({ length: passes }, (_, pass) => pass * aRound + STEPS_A_PASS);
  return { passS, stepsS, background, response, passRows };
}

/** The tip for its share of the time, open air for the rest. */
export function averagedContact(tip: Contact, open: Contact, share: number): Contact {
  const transfer = share * tip.transfer + (1 - share) * open.transfer;
  const pull =
    share * tip.transfer * tip.temperatureC + (1 - share) * open.transfer * open.temperatureC;
  return { transfer, temperatureC: pull / transfer };
}
