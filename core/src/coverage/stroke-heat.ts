import {
  averagedContact,
  Column,
  growingSteps,
  openAir,
  packPhases,
  scheduleWith,
  skinGrid,
  STILL_AIR,
  steadyState,
  timelineOf,
} from '../heat';
import { assertInRange, defined, spotAreaCm2 } from '../units';
import { lightSkin, type WindowInput } from '../window';
import type { TimedPulse } from './path';

/** A cell of skin, mm. */
export interface CellSize {
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Temperatures at one depth over time, at times that the solve chose. */
interface DepthCourse {
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
  const column = new Column(grid);
  column.touch(STILL_AIR);
  const warm = steadyState(column.chain, column.surroundings);
  for (const phase of packPhases(input.added)) {
    column.touch(phase);
    for (const dt of growingSteps(phase.seconds, phase.seconds / 400, GROWTH))
      column.stepper.step(dt, warm, column.surroundings);
  }
  column.touch(gliding);
  const { steps, lit, litS, trainS } = timelineOf(input.pulse);
  const trainSteps = lit.lastIndexOf(true) + 1;
  const train = steps.subarray(0, trainSteps);
  const after = growingSteps(LONGEST_S - trainS, defined(train[0]), GROWTH);
  const all = Float64Array.from([...train, ...after]);
  const power = heating.map((each) => each / litS);
  const dark = new Float64Array(heating.length);
  const risen = new Float64Array(heating.length);
  const timesS = new Float64Array(all.length + 1);
  const rows: { readonly warm: Float64Array; readonly risen: Float64Array }[] = [
    { warm: warm.slice(), risen: risen.slice() },
  ];
  all.forEach((dt, i) => {
    column.stepper.step(dt, warm, column.surroundings);
    column.stepper.step(dt, risen, lit[i] === true && i < trainSteps ? power : dark);
    timesS[i + 1] = defined(timesS[i]) + dt;
    rows.push({ warm: warm.slice(), risen: risen.slice() });
  });
  const hottest = hottestCell(
    rows.map((row) => row.risen),
    grid.epidermisCells,
  );
  const left = timesS.map((atS) => leftInCell(cell, atS));
  const course = (of: (field: Float64Array) => number): DepthCourse => ({
    backgroundC: Float64Array.from(rows, (row) => of(row.warm)),
    risePerJcm2: Float64Array.from(rows, (row, i) => defined(left[i]) * of(row.risen)),
  });
  return {
    ...{ cell, timesS },
    epidermis: course((field) => defined(field[hottest])),
    follicle: course(atDepth(grid.centres, FOLLICLE_MM / 10)),
  };
}

function hottestCell(risen: readonly Float64Array[], epidermisCells: number): number {
  let best = 0;
  let most = -Infinity;
  for (const row of risen)
    for (let cell = 0; cell < epidermisCells; cell += 1)
      if (defined(row[cell]) > most) {
        most = defined(row[cell]);
        best = cell;
      }
  return best;
}

/** What a field comes to at a depth in cm: linear between the two centres around it. */
function atDepth(centres: Float64Array, depthCm: number): (field: Float64Array) => number {
  let low = 0;
  while (low < centres.length - 2 && defined(centres[low + 1]) < depthCm) low += 1;
  const share =
    (depthCm - defined(centres[low])) / (defined(centres[low + 1]) - defined(centres[low]));
  return (field) => defined(field[low]) + share * (defined(field[low + 1]) - defined(field[low]));
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

function depthAt(
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

/** A place of a cell, when pulses met it, and the hottest that it got, °C. */
export interface PlaceMet extends PlaceHeat {
  readonly xMm: number;
  readonly yMm: number;
  readonly metS: readonly number[];
}

/** The coolest, the mean and the hottest place of a cell, by the follicle's and by the epidermis' highest temperature. */
export interface CellHeats {
  readonly coolest: PlaceMet;
  /** Whose follicle came nearest to the mean of all. */
  readonly mean: PlaceMet;
  readonly hottest: PlaceMet;
  /** Mean over all places of the follicle's highest temperature, °C. */
  readonly meanFollicleC: number;
}

const RASTER_MM = 5;

/** The places that heat is looked at, every 5 mm, and when the pulses met each. */
export function placesMet(
  cell: CellSize,
  tip: WindowInput['spot'],
  pulses: readonly TimedPulse[],
): readonly Omit<PlaceMet, keyof PlaceHeat>[] {
  const across = Math.max(1, Math.round(cell.widthMm / RASTER_MM));
  const down = Math.max(1, Math.round(cell.heightMm / RASTER_MM));
  const [stepX, stepY] = [cell.widthMm / across, cell.heightMm / down];
  const places = Array.from({ length: across * down }, (_, i) => ({
    xMm: ((i % across) + 0.5) * stepX,
    yMm: (Math.floor(i / across) + 0.5) * stepY,
    metS: [] as number[],
  }));
  const [halfX, halfY] =
    'diameterMm' in tip
      ? [tip.diameterMm / 2, tip.diameterMm / 2]
      : [tip.widthMm / 2, tip.heightMm / 2];
  const first = (mm: number, step: number) => Math.max(0, Math.ceil(mm / step - 0.5 - 1e-9));
  for (const { xMm, yMm, atS } of pulses) {
    for (let row = first(yMm - halfY, stepY); row < down; row += 1) {
      const y = (row + 0.5) * stepY;
      if (y >= yMm + halfY) break;
      const half =
        'diameterMm' in tip ? Math.sqrt(Math.max(0, halfX ** 2 - (y - yMm) ** 2)) : halfX;
      for (let column = first(xMm - half, stepX); column < across; column += 1) {
        const place = defined(places[row * across + column]);
        if (place.xMm >= xMm + half) break;
        place.metS.push(atS);
      }
    }
  }
  return places;
}

/**
 * The coolest, mean and hottest place after strokes, each with the highest temperatures that it reached: the follicle's at
 * the end of each of its pulses and once the last one has sunk in, the epidermis' at each pulse's own peak.
 */
export function cellHeats(of: {
  readonly heat: StrokeHeat;
  readonly tip: WindowInput['spot'];
  readonly fluenceJcm2: number;
  readonly pulses: readonly TimedPulse[];
}): CellHeats {
  const { heat, fluenceJcm2 } = of;
  const sinksInS = defined(heat.timesS[indexOfMost(heat.follicle.risePerJcm2)]);
  const peakS = defined(heat.timesS[indexOfMost(heat.epidermis.risePerJcm2)]);
  const highest = (course: DepthCourse, metS: readonly number[], sinceS: number) =>
    metS.reduce(
      (most, at) => Math.max(most, depthAt(heat.timesS, course, fluenceJcm2, metS, at + sinceS)),
      defined(course.backgroundC[0]),
    );
  const places = placesMet(heat.cell, of.tip, of.pulses).map((place): PlaceMet => ({
    ...place,
    follicleC: highest(heat.follicle, place.metS, sinksInS),
    epidermisC: highest(heat.epidermis, place.metS, peakS),
  }));
  const meanFollicleC = places.reduce((sum, { follicleC }) => sum + follicleC, 0) / places.length;
  const least = (by: (place: PlaceMet) => number) =>
    places.reduce((best, place) => (by(place) < by(best) ? place : best));
  return {
    coolest: least(({ follicleC }) => follicleC),
    mean: least(({ follicleC }) => Math.abs(follicleC - meanFollicleC)),
    hottest: least(({ epidermisC }) => -epidermisC),
    meanFollicleC,
  };
}

const indexOfMost = (course: Float64Array): number =>
  course.reduce((best, value, i) => (value > defined(course[best]) ? i : best), 0);
