import { STILL_AIR, type Contact, type CoolingSchedule } from './cooling';
import { Courses } from './courses';
import { Column } from './skin-heat';
import type { SkinGrid } from './grid';
import { growingSteps } from './timeline';
import { steadyState } from './diffusion-step';

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
  const column = new Column(grid);
  column.touch(STILL_AIR);
  const warm = steadyState(column.chain, column.surroundings);
  for (const phase of first) {
    column.touch(phase);
    for (const dt of growingSteps(phase.seconds, phase.seconds / 400, 1.15)) {
      column.stepper.step(dt, warm, column.surroundings);
    }
  }
  const risen = new Float64Array(warm.length);
  const dark = new Float64Array(warm.length);
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
  const background = new Courses(warm.length, stepsS.length + 1);
  const response = new Courses(risen.length, stepsS.length + 1);
  background.note(0, warm);
  let touching: Contact | null = null;
  stepsS.forEach((dt, i) => {
    const contact = isPass(i) ? gliding : between;
    if (contact !== touching) column.touch(contact);
    touching = contact;
    column.stepper.step(dt, warm, column.surroundings);
    column.stepper.step(dt, risen, isPass(i) ? meanHeating : dark);
    background.note(i + 1, warm);
    response.note(i + 1, risen);
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
