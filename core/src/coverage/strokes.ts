import { assertInRange, defined, InputError, type Spot } from '../units';

/** A place of the hand on a cell, mm from its left upper corner. */
export interface TipAt {
  readonly xMm: number;
  readonly yMm: number;
}

/** What a cell has received, square millimetre by square millimetre. */
export interface DoseField {
  readonly widthMm: number;
  readonly heightMm: number;
  /** J/cm², row by row from the left upper corner. */
  readonly doseJcm2: Float64Array;
}

/** What a dose field comes to. */
export interface FieldFigures {
  readonly meanJcm2: number;
  /** Spread over mean, of all pixels. */
  readonly coefficientOfVariation: number;
  readonly p5Jcm2: number;
  readonly p95Jcm2: number;
  /** The mean of the outer 15 mm on either end along the strokes over that of the central 30 mm; null in a cell under 60 mm. */
  readonly endsToMiddle: number | null;
  readonly shareUnderHalf: number;
  readonly shareOverOneAndHalf: number;
  readonly shareMissed: number;
}

const sidesOf = (tip: Spot): readonly [widthMm: number, heightMm: number] =>
  'diameterMm' in tip ? [tip.diameterMm, tip.diameterMm] : [tip.widthMm, tip.heightMm];

/** The first whole millimetre whose pixel centre lies at or after a place. */
const firstFrom = (mm: number) => Math.ceil(mm - 0.5 - 1e-9);

/**
 * The dose that pulses leave on a cell: each adds its fluence to the pixels of 1 mm whose centres lie under the tip, its left
 * and upper edge included, its right and lower one not.
 *
 * @throws InputError for a cell over 1 m a side, or a fluence that is none
 */
export function doseField(of: {
  readonly cell: { readonly widthMm: number; readonly heightMm: number };
  readonly tip: Spot;
  readonly fluenceJcm2: number;
  readonly pulses: readonly TipAt[];
}): DoseField {
  const widthMm = assertInRange('cell.widthMm', of.cell.widthMm, 1, 1000);
  const heightMm = assertInRange('cell.heightMm', of.cell.heightMm, 1, 1000);
  assertInRange('fluenceJcm2', of.fluenceJcm2, 0, 500);
  if (!Number.isInteger(widthMm) || !Number.isInteger(heightMm)) {
    throw new InputError('cell', 'must be whole millimetres wide and high');
  }
  const counts = 'diameterMm' in of.tip ? roundCounts : squareCounts;
  const doseJcm2 = counts(widthMm, heightMm, of.tip, of.pulses).map(
    (count) => count * of.fluenceJcm2,
  );
  return { widthMm, heightMm, doseJcm2 };
}

/** How many pulses each pixel met: the corners of each tip are marked, and summed up once for all of them. */
function squareCounts(
  widthMm: number,
  heightMm: number,
  tip: Spot,
  pulses: readonly TipAt[],
): Float64Array {
  const [across, down] = sidesOf(tip);
  const wide = widthMm + 1;
  const marks = new Float64Array(wide * (heightMm + 1));
  const within = (mm: number, most: number) => Math.max(0, Math.min(most, mm));
  const add = (x: number, y: number, by: number) => {
    const at = y * wide + x;
    marks[at] = defined(marks[at]) + by;
  };
  for (const { xMm, yMm } of pulses) {
    const [left, right] = [xMm - across / 2, xMm + across / 2].map((mm) =>
      within(firstFrom(mm), widthMm),
    ) as [number, number];
    const [top, bottom] = [yMm - down / 2, yMm + down / 2].map((mm) =>
      within(firstFrom(mm), heightMm),
    ) as [number, number];
    add(left, top, 1);
    add(right, top, -1);
    add(left, bottom, -1);
    add(right, bottom, 1);
  }
  const counts = new Float64Array(widthMm * heightMm);
  const above = new Float64Array(widthMm);
  for (let y = 0; y < heightMm; y += 1) {
    let along = 0;
    for (let x = 0; x < widthMm; x += 1) {
      along += defined(marks[y * wide + x]);
      above[x] = defined(above[x]) + along;
      counts[y * widthMm + x] = defined(above[x]);
    }
  }
  return counts;
}

function roundCounts(
  widthMm: number,
  heightMm: number,
  tip: Spot,
  pulses: readonly TipAt[],
): Float64Array {
  const radius = sidesOf(tip)[0] / 2;
  const counts = new Float64Array(widthMm * heightMm);
  for (const { xMm, yMm } of pulses) {
    const [from, until] = [firstFrom(yMm - radius), firstFrom(yMm + radius)];
    for (let y = Math.max(0, from); y < Math.min(heightMm, until); y += 1) {
      const half = Math.sqrt(Math.max(0, radius ** 2 - (y + 0.5 - yMm) ** 2));
      const right = Math.min(widthMm, firstFrom(xMm + half));
      for (let x = Math.max(0, firstFrom(xMm - half)); x < right; x += 1) {
        counts[y * widthMm + x] = defined(counts[y * widthMm + x]) + 1;
      }
    }
  }
  return counts;
}

const END_MM = 15;
const MIDDLE_MM = 30;

/** The figures of a field; strokes run along its width. Percentiles are linear between the pixels in order. */
export function fieldFigures({ widthMm, heightMm, doseJcm2 }: DoseField): FieldFigures {
  const all = doseJcm2.length;
  const meanJcm2 = doseJcm2.reduce((sum, dose) => sum + dose, 0) / all;
  const squares = doseJcm2.reduce((sum, dose) => sum + (dose - meanJcm2) ** 2, 0);
  const ordered = Float64Array.from(doseJcm2).sort();
  const share = (is: (dose: number) => boolean) => doseJcm2.filter(is).length / all;
  const stripMean = (from: number, until: number) => {
    let sum = 0;
    for (let y = 0; y < heightMm; y += 1)
      for (let x = from; x < until; x += 1) sum += defined(doseJcm2[y * widthMm + x]);
    return sum / ((until - from) * heightMm);
  };
  const left = Math.round((widthMm - MIDDLE_MM) / 2);
  const ends = (stripMean(0, END_MM) + stripMean(widthMm - END_MM, widthMm)) / 2;
  return {
    meanJcm2,
    coefficientOfVariation: meanJcm2 === 0 ? 0 : Math.sqrt(squares / all) / meanJcm2,
    p5Jcm2: percentile(ordered, 0.05),
    p95Jcm2: percentile(ordered, 0.95),
    endsToMiddle:
      widthMm < 2 * END_MM + MIDDLE_MM ? null : ends / stripMean(left, left + MIDDLE_MM),
    shareUnderHalf: share((dose) => dose < meanJcm2 / 2),
    shareOverOneAndHalf: share((dose) => dose > meanJcm2 * 1.5),
    shareMissed: share((dose) => dose === 0),
  };
}

function percentile(ordered: Float64Array, share: number): number {
  const at = share * (ordered.length - 1);
  const below = Math.floor(at);
  const from = defined(ordered[below]);
  return from + (at - below) * (defined(ordered[Math.min(below + 1, ordered.length - 1)]) - from);
}

/** Strokes in lanes over a square cell, by an even hand or one that is slow at its turns. */
export interface LaneStrokes {
  readonly cellMm: number;
  readonly tipMm: number;
  readonly lanes: number;
  readonly rateHz: number;
  readonly passes: number;
  /** How long the hand takes along one lane, s. */
  readonly sweepS: number;
  readonly motion: 'even' | 'turns';
}

/** Where the pulses of such strokes fall: pass by pass, lane by lane, every other lane the other way. */
export function laneStrokes(of: LaneStrokes): readonly TipAt[] {
  const { cellMm, tipMm, lanes, rateHz, passes, sweepS, motion } = of;
  assertInRange('lanes', lanes, 1, 200);
  assertInRange('passes', passes, 1, 50);
  const aSweep = Math.round(rateHz * sweepS);
  assertInRange('sweepS', aSweep, 1, 1000);
  const way = cellMm - tipMm;
  if (way < 0) throw new InputError('tipMm', 'must not be wider than the cell');
  const pulses: TipAt[] = [];
  for (let pass = 0; pass < passes; pass += 1) {
    for (let lane = 0; lane < lanes; lane += 1) {
      const yMm = tipMm / 2 + (lanes === 1 ? way / 2 : (way * lane) / (lanes - 1));
      for (let pulse = 0; pulse < aSweep; pulse += 1) {
        const u = (pulse + (pass + 0.5) / passes) / aSweep;
        const along = motion === 'even' ? u : (1 - Math.cos(Math.PI * u)) / 2;
        const s = lane % 2 === 0 ? along : 1 - along;
        pulses.push({ xMm: tipMm / 2 + way * s, yMm });
      }
    }
  }
  return pulses;
}
