import { STILL_AIR, type Contact, type CoolingSchedule } from './cooling';
import type { Courses } from './courses';
import { columnOf, type Column } from './column';
import type { SkinGrid } from './grid';
import { Cache, defined } from '../units';
import { march, type Stretch } from './march';
import { growingSteps, type Timeline } from './timeline';

/**
 * Temperatures of a column of skin 1 cm² wide, in two parts that add up: `background`, what it would be
 * without light, °C, and `response`, the rise for each J/cm². Time t is the end of step t; time 0 the start
 * of the pulse.
 */
export interface SkinHeat {
  readonly grid: SkinGrid;
  readonly timeline: Timeline;
  readonly background: Courses;
  readonly response: Courses;
  readonly surfaceBeforeC: number;
  /** Longest the surface stays under −2 °C without light, s, the pre-cooling included. */
  readonly frostS: number;
}

const FROST_C = -2;

/** Solves the column: cooling before, through and after the pulse, with 1 J/cm² of light as `heating`. */
export function solveSkin(input: {
  readonly grid: SkinGrid;
  /** Power per cell for 1 W/cm² on the surface, W: absorption × fluence ratio × width. */
  readonly heating: Float64Array;
  readonly cooling: CoolingSchedule;
  readonly timeline: Timeline;
  readonly refine?: number;
}): SkinHeat {
  const { grid, cooling, timeline, refine = 1 } = input;
  const { steps, lit, litS, trainS } = timeline;
  const column = columnOf(grid);
  const key = JSON.stringify([column.key, cooling, steps[0], trainS, litS, refine]);
  const stretches = stretchesOf(column, cooling, timeline);
  const heating = spread(input.heating, litS);
  const marched = (warm?: Float64Array) =>
    march({ chain: column, stepsS: steps, stretches, warm, heating, lit });
  const known = unlits.known(key);
  if (known !== undefined) return skinHeat(grid, timeline, known, marched().response);
  const before = cooled.recall(JSON.stringify([column.key, cooling.before, refine]), () =>
    preCool(column, cooling.before, refine),
  );
  const { background, response } = marched(before.warm);
  const unlit = unlits.recall(key, () => ({
    background,
    surfaceBeforeC: before.surfaceC,
    frostS: before.frostS + frostIn(background, steps, stretches),
  }));
  return skinHeat(grid, timeline, unlit, response);
}

const skinHeat = (
  grid: SkinGrid,
  timeline: Timeline,
  { background, surfaceBeforeC, frostS }: Unlit,
  response: Courses,
): SkinHeat => ({ grid, timeline, background, response, surfaceBeforeC, frostS });

/** A pulse's energy over the time that there is light. */
function spread(energy: Float64Array, litS: number): Float64Array {
  const power = new Float64Array(energy.length);
  for (let i = 0; i < power.length; i++) power[i] = defined(energy[i]) / litS;
  return power;
}

/** The cooling of the pulse holds through the gaps of a train; after it, what follows. */
function stretchesOf(column: Column, cooling: CoolingSchedule, timeline: Timeline) {
  const { steps, trainS } = timeline;
  let during = 0;
  for (let sinceStart = 0; during < steps.length; during++) {
    if (sinceStart >= trainS * (1 - 1e-9)) break;
    sinceStart += defined(steps[during]);
  }
  return [
    touching(column, cooling.during, during),
    touching(column, cooling.after, steps.length - during),
  ];
}

/** What touches a column, and for how many steps. */
function touching(column: Column, contact: Contact, steps: number) {
  const { loss, surroundings, surfaceC } = column.under(contact);
  return { steps, loss, surroundings, surfaceC };
}

/** How long the very surface is under −2 °C, s. */
function frostIn(
  background: Courses,
  stepsS: Float64Array,
  stretches: readonly (Stretch & { readonly surfaceC: (firstCellC: number) => number })[],
): number {
  const first = background.of(0);
  let frostS = 0;
  let at = 0;
  for (const { steps, surfaceC } of stretches) {
    for (const end = at + steps; at < end; at++) {
      if (surfaceC(defined(first[at + 1])) < FROST_C) frostS += defined(stepsS[at]);
    }
  }
  return frostS;
}

type Unlit = Pick<SkinHeat, 'background' | 'surfaceBeforeC' | 'frostS'>;

// Skin without light is the same under every spot, wavelength and fluence.
const unlits = new Cache<Unlit>(200);

interface CooledBefore {
  readonly warm: Float64Array;
  readonly surfaceC: number;
  readonly frostS: number;
}

// The skin before the pulse depends on the cooling and the column alone: many pulses share it.
const cooled = new Cache<CooledBefore>(200);

/** The column after what lay on it, one after another, from the steady state in still air. `refine` 2 halves every step. */
export function preCool(
  column: Column,
  phases: CoolingSchedule['before'],
  refine = 1,
): CooledBefore {
  let { surfaceC } = column.under(STILL_AIR);
  let warm = column.steadyC(STILL_AIR);
  let frostS = 0;
  for (const phase of phases) {
    // Short steps first: the surface answers to a new contact within milliseconds.
    const stepsS = Float64Array.from(
      growingSteps(phase.seconds, phase.seconds / 400 / refine, 1.15 ** (1 / refine)),
    );
    const stretches = [touching(column, phase, stepsS.length)];
    const { background } = march({ chain: column, stepsS, stretches, warm });
    frostS += frostIn(background, stepsS, stretches);
    warm = background.at(stepsS.length);
    ({ surfaceC } = column.under(phase));
  }
  return { warm, surfaceC: surfaceC(defined(warm[0])), frostS };
}
