import { STILL_AIR, type Contact, type CoolingSchedule } from './cooling';
import { Courses } from './courses';
import { Column } from './skin-heat';
import type { SkinGrid } from './grid';
import { steadyState } from './diffusion-step';

/** Gliding over a cell: pulses at a rate, spread evenly, pass after pass. */
export interface Motion {
  readonly rateHz: number;
  readonly passes: number;
  /** Size of the cell and of the spot, cm². */
  readonly cellCm2: number;
  readonly spotCm2: number;
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
  readonly motion: Motion;
}): MovingHeat {
  const { grid, heating, motion } = input;
  const { cellCm2, spotCm2, rateHz, passes } = motion;
  const passS = cellCm2 / spotCm2 / rateHz;
  const share = Math.min(1, spotCm2 / cellCm2);
  const column = new Column(grid);
  column.touch(STILL_AIR);
  const warm = steadyState(column.chain, column.surroundings);
  const risen = new Float64Array(warm.length);
  // 1 J/cm² on each spot, once a pass: spread over the cell that is 1 ÷ pass W/cm² for each J/cm².
  const meanHeating = heating.map((power) => power / passS);
  column.touch(averaged(input.cooling.during, share));
  const stepS = passS / STEPS_A_PASS;
  const stepsS = new Float64Array(STEPS_A_PASS * passes).fill(stepS);
  const background = new Courses(warm.length, stepsS.length + 1);
  const response = new Courses(risen.length, stepsS.length + 1);
  background.note(0, warm);
  stepsS.forEach((dt, i) => {
    column.stepper.step(dt, warm, column.surroundings);
    column.stepper.step(dt, risen, meanHeating);
    background.note(i + 1, warm);
    response.note(i + 1, risen);
  });
  const passRows = Array.from({ length: passes }, (_, pass) => (pass + 1) * STEPS_A_PASS);
  return { passS, stepsS, background, response, passRows };
}

/** The tip for its share of the time, still air for the rest. */
function averaged(tip: Contact, share: number): Contact {
  const transfer = share * tip.transfer + (1 - share) * STILL_AIR.transfer;
  const pull =
    share * tip.transfer * tip.temperatureC +
    (1 - share) * STILL_AIR.transfer * STILL_AIR.temperatureC;
  return { transfer, temperatureC: pull / transfer };
}
