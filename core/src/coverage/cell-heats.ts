import { defined, type Spot } from '../units';
import type { TimedPulse } from './path';
import {
  depthAt,
  heatAt,
  type CellSize,
  type DepthCourse,
  type PlaceHeat,
  type StrokeHeat,
} from './stroke-heat';

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

/** A place, and when pulses met it. */
export type Place = Omit<PlaceMet, keyof PlaceHeat>;

const RASTER_MM = 5;

/** The places that heat is looked at, every 5 mm, and when the pulses met each. */
export function placesMet(
  cell: CellSize,
  tip: Spot,
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
  readonly tip: Spot;
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
  return ofPlaces(places, ({ epidermisC }) => epidermisC);
}

function ofPlaces(places: readonly PlaceMet[], hotness: (place: PlaceMet) => number): CellHeats {
  const meanFollicleC = places.reduce((sum, { follicleC }) => sum + follicleC, 0) / places.length;
  const least = (by: (place: PlaceMet) => number) =>
    places.reduce((best, place) => (by(place) < by(best) ? place : best));
  return {
    coolest: least(({ follicleC }) => follicleC),
    mean: least(({ follicleC }) => Math.abs(follicleC - meanFollicleC)),
    hottest: least((place) => -hotness(place)),
    meanFollicleC,
  };
}

/** The coolest, mean and hottest place by the follicle as it is now: what a hand may look at while it moves. */
export function heatsNow(
  heat: StrokeHeat,
  fluenceJcm2: number,
  places: readonly Place[],
  nowS: number,
): CellHeats {
  return ofPlaces(
    places.map((place) => ({ ...place, ...heatAt(heat, fluenceJcm2, place.metS, nowS) })),
    ({ follicleC }) => follicleC,
  );
}

const indexOfMost = (course: Float64Array): number =>
  course.reduce((best, value, i) => (value > defined(course[best]) ? i : best), 0);
