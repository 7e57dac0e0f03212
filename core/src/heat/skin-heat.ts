import { STILL_AIR, type Contact, type CoolingSchedule } from './cooling';
import { Courses } from './courses';
import { ChainStepper, steadyState, type HeatChain } from './diffusion-step';
import type { SkinGrid } from './grid';
import { defined, Cache } from '../units';
import { BODY_C } from './materials';
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
  const column = new Column(grid);
  const heating = input.heating.map((power) => power / timeline.litS);
  const dark = new Float64Array(grid.widths.length);

  const unlit = withoutLight(column, cooling, timeline, refine);
  const risen = new Float64Array(dark.length);
  const response = new Courses(risen.length, timeline.steps.length + 1);
  let touching: Contact | null = null;
  timeline.steps.forEach((dt, i) => {
    const contact = contactAt(cooling, timeline, i);
    if (contact !== touching) column.touch(contact);
    touching = contact;
    column.stepper.step(dt, risen, timeline.lit[i] ? heating : dark);
    response.note(i + 1, risen);
  });
  return { grid, timeline, ...unlit, response };
}

/** What touches the skin in a step: the cooling of the pulse holds through the gaps of a train. */
function contactAt(cooling: CoolingSchedule, { steps, trainS }: Timeline, index: number): Contact {
  let sinceStart = 0;
  for (let i = 0; i < index; i++) sinceStart += defined(steps[i]);
  return sinceStart < trainS * (1 - 1e-9) ? cooling.during : cooling.after;
}

type Unlit = Pick<SkinHeat, 'background' | 'surfaceBeforeC' | 'frostS'>;

// Skin without light is the same under every spot, wavelength and fluence.
const unlits = new Cache<Unlit>(200);

function withoutLight(
  column: Column,
  cooling: CoolingSchedule,
  timeline: Timeline,
  refine: number,
): Unlit {
  const { steps, trainS, litS } = timeline;
  const key = JSON.stringify([column.layers, cooling, steps[0], trainS, litS, refine]);
  return unlits.recall(key, () => {
    const before = cooledBefore(column, cooling, refine);
    const warm = before.warm.slice();
    const background = new Courses(warm.length, steps.length + 1);
    background.note(0, warm);
    let { frostS } = before;
    let touching: Contact | null = null;
    steps.forEach((dt, i) => {
      const contact = contactAt(cooling, timeline, i);
      if (contact !== touching) column.touch(contact);
      touching = contact;
      column.stepper.step(dt, warm, column.surroundings);
      if (column.surface(warm) < FROST_C) frostS += dt;
      background.note(i + 1, warm);
    });
    return { background, surfaceBeforeC: before.surfaceC, frostS };
  });
}

interface CooledBefore {
  readonly warm: Float64Array;
  readonly surfaceC: number;
  readonly frostS: number;
}

// The skin before the pulse depends on the cooling and the column alone: many pulses share it.
const cooled = new Cache<CooledBefore>(200);

/** The column after its pre-cooling, from the steady state in still air. */
function cooledBefore(column: Column, cooling: CoolingSchedule, refine: number): CooledBefore {
  const key = JSON.stringify([column.layers, cooling.before, refine]);
  return cooled.recall(key, () => preCool(column, cooling, refine));
}

function preCool(column: Column, cooling: CoolingSchedule, refine: number): CooledBefore {
  column.touch(STILL_AIR);
  const warm = steadyState(column.chain, column.surroundings);
  let frostS = 0;
  for (const phase of cooling.before) {
    column.touch(phase);
    // Short steps first: the surface answers to a new contact within milliseconds.
    for (const dt of growingSteps(
      phase.seconds,
      phase.seconds / 400 / refine,
      1.15 ** (1 / refine),
    )) {
      column.stepper.step(dt, warm, column.surroundings);
      if (column.surface(warm) < FROST_C) frostS += dt;
    }
  }
  return { warm, surfaceC: column.surface(warm), frostS };
}

/** A column of skin under a contact that may change. */
export class Column {
  readonly chain: HeatChain;
  readonly stepper: ChainStepper;
  /** Power that the surroundings would give a column at 0 °C, W per cell. */
  readonly surroundings: Float64Array;
  /** What tells one column from another. */
  readonly layers: readonly number[];
  private readonly perfusion: Float64Array;
  private readonly toBody: number;
  private surfaceShare = 0;
  private contact: Contact = STILL_AIR;

  constructor(private readonly grid: SkinGrid) {
    const { widths, materials } = grid;
    const size = widths.length;
    this.layers = [
      size,
      grid.epidermisCells,
      grid.dermisCells,
      defined(widths[0]),
      defined(widths[grid.epidermisCells]),
    ];
    const half = (i: number) => defined(widths[i]) / 2 / defined(materials[i]).conductivity;
    this.perfusion = widths.map((width, i) => width * defined(materials[i]).perfusion);
    this.toBody = 1 / half(size - 1);
    this.surroundings = new Float64Array(size);
    this.chain = {
      capacity: widths.map((width, i) => width * defined(materials[i]).heatCapacity),
      between: Float64Array.from({ length: size - 1 }, (_, i) => 1 / (half(i) + half(i + 1))),
      loss: new Float64Array(size),
    };
    this.stepper = new ChainStepper(this.chain);
    this.touch(STILL_AIR);
  }

  touch(contact: Contact): void {
    const { loss } = this.chain;
    const { widths, materials } = this.grid;
    const half = defined(widths[0]) / 2 / defined(materials[0]).conductivity;
    const outwards = 1 / (1 / contact.transfer + half);
    this.contact = contact;
    this.surfaceShare = outwards * half;
    for (let i = 0; i < loss.length; i++) {
      loss[i] = defined(this.perfusion[i]);
      this.surroundings[i] = defined(this.perfusion[i]) * BODY_C;
    }
    loss[0] = defined(loss[0]) + outwards;
    this.surroundings[0] = defined(this.surroundings[0]) + outwards * contact.temperatureC;
    loss[loss.length - 1] = defined(loss[loss.length - 1]) + this.toBody;
    this.surroundings[loss.length - 1] =
      defined(this.surroundings[loss.length - 1]) + this.toBody * BODY_C;
    this.stepper.forget();
  }

  /** Temperature of the very surface, between the first cell and what touches it. */
  surface(field: Float64Array): number {
    return defined(field[0]) + this.surfaceShare * (this.contact.temperatureC - defined(field[0]));
  }
}
