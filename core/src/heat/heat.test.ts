import { describe, expect, it } from 'vitest';
import {
  ChainStepper,
  coolingSchedule,
  Courses,
  skinGrid,
  solveHair,
  solveSkin,
  steadyState,
  timelineOf,
} from './index';
import { defined } from '../units';

const SKIN = { melanosomeFraction: 0.023, epidermisUm: 80, dermisMm: 4 };
const PULSE = { durationMs: 30, count: 1, gapMs: 0 };

/** Every cell at one time. */
const fieldAt = (courses: Courses, time: number) =>
  Float64Array.from({ length: courses.cells }, (_, cell) => defined(courses.of(cell)[time]));

describe('courses', () => {
  it('keep what each cell goes through, and give it between cells', () => {
    const courses = new Courses(3, 2);
    courses.note(0, new Float64Array([1, 2, 4]));
    courses.note(1, new Float64Array([10, 20, 40]));
    expect([...courses.of(1)]).toEqual([2, 20]);
    expect([...courses.between(new Float64Array([0, 1, 3]), 2)]).toEqual([3, 30]);
    // Beyond the last centre the last two cells' line goes on.
    expect([...courses.between(new Float64Array([0, 1, 3]), 4)]).toEqual([5, 50]);
  });
});

describe('one step', () => {
  // A single cell of 1 J/K losing 2 W/K: T = e^(−2t). One SDIRK2 step is right to the third order.
  it('follows an exponential to second order', () => {
    const fall = (dt: number) => {
      const chain = {
        capacity: new Float64Array([1]),
        between: new Float64Array(0),
        loss: new Float64Array([2]),
      };
      const field = new Float64Array([1]);
      const stepper = new ChainStepper(chain);
      for (let t = 0; t < 1 - 1e-9; t += dt) stepper.step(dt, field, new Float64Array(1));
      return Math.abs(defined(field[0]) - Math.exp(-2));
    };
    expect(fall(0.05) / fall(0.025)).toBeCloseTo(4, 0);
    expect(fall(0.025)).toBeLessThan(1e-3);
  });

  it('keeps all heat where nothing leaves', () => {
    const capacity = new Float64Array([1, 2, 3]);
    const chain = { capacity, between: new Float64Array([5, 7]), loss: new Float64Array(3) };
    const field = new Float64Array([9, 0, 0]);
    const stepper = new ChainStepper(chain);
    for (let i = 0; i < 50; i++) stepper.step(0.1, field, new Float64Array([0, 1, 0]));
    const held = field.reduce((sum, t, i) => sum + t * defined(capacity[i]), 0);
    // 9 J to begin with, and 1 W for 5 s.
    expect(held).toBeCloseTo(14, 9);
  });

  it('settles where the steady state says', () => {
    const chain = {
      capacity: new Float64Array([1, 1]),
      between: new Float64Array([2]),
      loss: new Float64Array([1, 3]),
    };
    const source = new Float64Array([4, 0]);
    const field = new Float64Array(2);
    const stepper = new ChainStepper(chain);
    for (let i = 0; i < 400; i++) stepper.step(0.2, field, source);
    // (1 + 2) a − 2 b = 4, −2 a + (3 + 2) b = 0: a = 20/11, b = 8/11.
    expect(field[0]).toBeCloseTo(20 / 11, 9);
    expect(steadyState(chain, source)[1]).toBeCloseTo(8 / 11, 12);
  });
});

describe('the grid', () => {
  it('puts its faces on the layers and ends at 25 mm', () => {
    const grid = skinGrid(SKIN);
    const to = (cells: number) =>
      grid.widths.slice(0, cells).reduce((sum, width) => sum + width, 0);
    expect(defined(grid.widths[0]) * 1e4).toBeCloseTo(5, 9);
    expect(to(grid.epidermisCells)).toBeCloseTo(0.008, 12);
    expect(to(grid.dermisCells)).toBeCloseTo(0.4, 12);
    expect(to(grid.widths.length)).toBeCloseTo(2.5, 12);
    expect(grid.widths.length).toBeGreaterThan(68);
    expect(grid.widths.length).toBeLessThan(80);
  });
});

describe('the timeline', () => {
  it('lights a train for its pulses alone and ends after three trains', () => {
    const line = timelineOf({ durationMs: 50, count: 3, gapMs: 20 });
    const length = (on: boolean) =>
      line.steps.reduce((sum, step, i) => sum + (line.lit[i] === on ? step : 0), 0);
    expect(line.trainS).toBeCloseTo(0.19, 12);
    expect(length(true)).toBeCloseTo(0.15, 12);
    expect(length(true) + length(false)).toBeCloseTo(0.57, 9);
  });

  it('refuses what is no pulse, by name', () => {
    expect(() => timelineOf({ ...PULSE, durationMs: -1 })).toThrow(/pulse\.durationMs/);
    expect(() => timelineOf({ ...PULSE, count: 2.5 })).toThrow(/pulse\.count/);
    expect(() => timelineOf({ ...PULSE, gapMs: Number.NaN })).toThrow(/pulse\.gapMs/);
  });
});

describe('skin', () => {
  const solve = (more: Partial<Parameters<typeof solveSkin>[0]> = {}) => {
    const grid = skinGrid(SKIN);
    return solveSkin({
      grid,
      heating: grid.widths.map((width) => width),
      cooling: coolingSchedule({ kind: 'none' }),
      timeline: timelineOf(PULSE),
      ...more,
    });
  };

  it('takes in as much heat as light brings, until it flows out', () => {
    const { grid, response, timeline } = solve();
    const inPulse = timeline.lit.filter(Boolean).length;
    const field = fieldAt(response, inPulse);
    const held = field.reduce(
      (sum, rise, i) =>
        sum + rise * defined(grid.widths[i]) * defined(grid.materials[i]).heatCapacity,
      0,
    );
    // 2.5 cm of cells at 1 W/cm³ over one second's worth of light spread on 30 ms: 2.5 J.
    expect(held).toBeGreaterThan(2.5 * 0.995);
    expect(held).toBeLessThan(2.5 * 1.0001);
  });

  it('conserves energy: what came in, less what flowed out, is what is stored, to 0.5 %', () => {
    const plate = coolingSchedule({ kind: 'contact', plateC: 5, preSeconds: 0.5 });
    const { grid, response, timeline } = solve({ cooling: plate });
    const { widths, materials } = grid;
    const half = (i: number) => defined(widths[i]) / 2 / defined(materials[i]).conductivity;
    // Out through the plate, to the blood, and into the body below: W for a column of 1 cm².
    const flow = (rise: Float64Array) =>
      defined(rise[0]) / (1 / plate.during.transfer + half(0)) +
      rise.reduce(
        (sum, t, i) => sum + t * defined(widths[i]) * defined(materials[i]).perfusion,
        0,
      ) +
      defined(rise.at(-1)) / half(widths.length - 1);
    let out = 0;
    timeline.steps.forEach((dt, i) => {
      out += (dt * (flow(fieldAt(response, i)) + flow(fieldAt(response, i + 1)))) / 2;
    });
    const stored = fieldAt(response, timeline.steps.length).reduce(
      (sum, t, i) => sum + t * defined(widths[i]) * defined(materials[i]).heatCapacity,
      0,
    );
    // 1 W/cm³ over 2.5 cm, spread over the light: 2.5 J.
    expect(Math.abs(stored + out - 2.5)).toBeLessThan(2.5 * 0.005);
    expect(out).toBeGreaterThan(0.01);
  });

  it('is warm inside and near 33 °C outside before anything touches it', () => {
    const { surfaceBeforeC, background } = solve();
    expect(surfaceBeforeC).toBeGreaterThan(31);
    expect(surfaceBeforeC).toBeLessThan(35);
    expect(defined(fieldAt(background, 0).at(-1))).toBeCloseTo(37, 0);
  });

  it('is colder under a colder plate, and frosts under one of −20 °C', () => {
    const under = (plateC: number) =>
      solve({ cooling: coolingSchedule({ kind: 'contact', plateC, preSeconds: 2 }) });
    expect(under(5).surfaceBeforeC).toBeLessThan(under(15).surfaceBeforeC);
    expect(under(5).frostS).toBe(0);
    expect(under(-20).frostS).toBeGreaterThan(1);
  });

  it('counts frost in seconds: once the surface is under zero, each second of plate adds one', () => {
    const frost = (preSeconds: number) =>
      solve({ cooling: coolingSchedule({ kind: 'contact', plateC: -20, preSeconds }) }).frostS;
    expect(frost(5) - frost(2)).toBeCloseTo(3, 1);
    expect(frost(2)).toBeLessThan(5);
  });

  it('is cooled less through gel', () => {
    const plate = { plateC: 5, preSeconds: 1 };
    const bare = solve({ cooling: coolingSchedule({ kind: 'contact', ...plate }) });
    const gel = solve({ cooling: coolingSchedule({ kind: 'gelPlate', ...plate, gelMm: 2 }) });
    expect(gel.surfaceBeforeC).toBeGreaterThan(bare.surfaceBeforeC + 3);
  });

  it('refuses a cooling that no device has, by name', () => {
    expect(() => coolingSchedule({ kind: 'contact', plateC: -90, preSeconds: 1 })).toThrow(
      /cooling\.plateC/,
    );
    expect(() => coolingSchedule({ kind: 'cryogen', spurtMs: 9e9, delayMs: 20 })).toThrow(
      /cooling\.spurtMs/,
    );
  });
});

describe('hair', () => {
  it('rises by source over heat capacity in a pulse far shorter than its relaxation', () => {
    const { response } = solveHair(80, timelineOf({ ...PULSE, durationMs: 0.01 }));
    // 1 J/cm³ ÷ 2.1 J/(cm³·K).
    expect(response.of(0)[24]).toBeCloseTo(1 / 2.1, 3);
  });

  it('is cooler in a longer pulse of the same energy', () => {
    const peak = (durationMs: number) =>
      Math.max(...solveHair(80, timelineOf({ ...PULSE, durationMs })).response.of(0));
    expect(peak(3)).toBeGreaterThan(peak(30));
    expect(peak(30)).toBeGreaterThan(peak(100));
  });
});
