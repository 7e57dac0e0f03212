import {
  averagedContact,
  columnOf,
  type Courses,
  growingSteps,
  march,
  openAir,
  packPhases,
  preCool,
  scheduleWith,
  skinGrid,
  timelineOf,
} from '../heat';
import { assertInRange, defined, spotAreaCm2 } from '../units';
import { lightSkin, type WindowInput } from '../window';

/** A cell of skin, mm. */
export interface CellSize {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Temperatures at one depth over time, at times that the solve chose. */
export interface DepthCourse {
  /** Under the tip's cooling by its share, without light, °C. */
  readonly backgroundC: Float64Array;
  /** The rise that one pulse leaves, for each J/cm², less what has leaked over the edges of the cell, °C. */
  readonly risePerJcm2: Float64Array;
}

/** What one pulse does in skin that a tip glides over: from it follows what any strokes do. */
export interface StrokeHeat {
  readonly cell: CellSize;
  /** Seconds from the first touch for the background, from the pulse's start for its rise. */
  readonly timesS: Float64Array;
  /** In the middle of the follicle, 2 mm deep. */
  readonly follicle: DepthCourse;
  /** Where the living epidermis gets hottest. */
  readonly epidermis: DepthCourse;
}

/** The depth at which motion is judged: about the middle of the follicle, mm. */
export const FOLLICLE_MM = 2;
const LONGEST_S = 1800;
const GROWTH = 1.15;
// The widest beam that the light solver takes; beyond it nothing changes under the middle.
const WIDEST_MM = 100;
/** Of dermis, cm²/s: conductivity over heat capacity. */
const DIFFUSIVITY = 0.0047 / 3.7;

/**
 * Solves a column of skin under a tip that glides over a cell: once without light, and once for one pulse of 1 J/cm². Light
 * that one spot scatters sideways falls on its neighbours, so the pulse is lit as widely as the cell; the tip cools for the
 * share of the time that it spends over a place.
 *
 * @throws InputError for a cell that is none
 */
export function strokeHeat(input: WindowInput, cell: CellSize): StrokeHeat {
  assertInRange('cell.widthMm', cell.widthMm, 5, 1000);
  assertInRange('cell.heightMm', cell.heightMm, 5, 1000);
  const grid = skinGrid(input.skin);
  const wide = {
    widthMm: Math.min(WIDEST_MM, cell.widthMm),
    heightMm: Math.min(WIDEST_MM, cell.heightMm),
  };
  const { heating } = lightSkin({ ...input, spot: wide }, input.hair, []);
  const share = Math.min(1, (spotAreaCm2(input.spot) * 100) / (cell.widthMm * cell.heightMm));
  const { during } = scheduleWith(input.cooling, input.added);
  const gliding = averagedContact(during, openAir(input.added), share);
  const column = columnOf(grid);
  const { warm } = preCool(column, packPhases(input.added));
  const { steps, lit, litS, trainS } = timelineOf(input.pulse);
  const trainSteps = lit.lastIndexOf(true) + 1;
  const train = steps.subarray(0, trainSteps);
  const after = growingSteps(LONGEST_S - trainS, defined(train[0]), GROWTH);
  const all = Float64Array.from([...train, ...after]);
  const { background, response } = march({
    chain: column,
    stepsS: all,
    stretches: [{ ...column.under(gliding), steps: all.length }],
    warm,
    heating: heating.map((each) => each / litS),
    lit: Array.from(all, (_, i) => i < trainSteps && lit[i] === true),
  });
  const timesS = new Float64Array(all.length + 1);
  all.forEach((dt, i) => {
    timesS[i + 1] = defined(timesS[i]) + dt;
  });
  const hottest = hottestCell(response, grid.epidermisCells);
  const left = timesS.map((atS) => leftInCell(cell, atS));
  const course = (of: (courses: Courses) => Float64Array): DepthCourse => ({
    backgroundC: of(background),
    risePerJcm2: of(response).map((rise, i) => defined(left[i]) * rise),
  });
  return {
    ...{ cell, timesS },
    epidermis: course((courses) => courses.of(hottest)),
    follicle: course((courses) => courses.between(grid.centres, FOLLICLE_MM / 10)),
  };
}

function hottestCell(response: Courses, epidermisCells: number): number {
  const peaks = Array.from({ length: epidermisCells }, (_, cell) => Math.max(...response.of(cell)));
  return peaks.indexOf(Math.max(...peaks));
}

/** A course's value at a time, linear between its rows; its first before them, its last beyond them. */
function courseAt(timesS: Float64Array, course: Float64Array, atS: number): number {
  let low = 0;
  let high = timesS.length - 1;
  if (atS <= 0) return defined(course[low]);
  if (atS >= defined(timesS[high])) return defined(course[high]);
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (defined(timesS[middle]) <= atS) low = middle;
    else high = middle;
  }
  const from = defined(timesS[low]);
  const share = (atS - from) / (defined(timesS[high]) - from);
  return defined(course[low]) + share * (defined(course[high]) - defined(course[low]));
}

/**
 * What of a pulse's heat is left at the middle of a cell after a while, as a share: it leaks over all four edges.
 * erf(w ÷ 4√αt) · erf(h ÷ 4√αt).
 */
export function leftInCell({ widthMm, heightMm }: CellSize, afterS: number): number {
  if (afterS <= 0) return 1;
  const spread = 4 * Math.sqrt(DIFFUSIVITY * afterS) * 10;
  return erf(widthMm / spread) * erf(heightMm / spread);
}

/** Abramowitz & Stegun 7.1.26: within 1.5e-7. */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * x);
  const sum =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return 1 - sum * Math.exp(-x * x);
}

/** Temperatures at a place at a time, °C. */
export interface PlaceHeat {
  readonly follicleC: number;
  readonly epidermisC: number;
}

/**
 * How warm a place is at a time, from the pulses that met it.
 *
 * @param metS each pulse's time, s; those later than `nowS` have not been fired yet
 */
export const heatAt = (
  heat: StrokeHeat,
  fluenceJcm2: number,
  metS: readonly number[],
  nowS: number,
): PlaceHeat => ({
  follicleC: depthAt(heat.timesS, heat.follicle, fluenceJcm2, metS, nowS),
  epidermisC: depthAt(heat.timesS, heat.epidermis, fluenceJcm2, metS, nowS),
});

/** How warm a depth is at a time, °C. */
export function depthAt(
  timesS: Float64Array,
  { backgroundC, risePerJcm2 }: DepthCourse,
  fluenceJcm2: number,
  metS: readonly number[],
  nowS: number,
): number {
  let rise = 0;
  for (const at of metS) {
    if (at < nowS) rise += courseAt(timesS, risePerJcm2, nowS - at);
  }
  return courseAt(timesS, backgroundC, nowS) + fluenceJcm2 * rise;
}
