import { signedRanks } from './paired';

/** The chance that a trial of a size finds a difference that is there. */
export interface PowerPoint {
  readonly clients: number;
  /** 0–1. */
  readonly power: number;
}

const ALPHA = 0.05;

/**
 * Power by simulation: differences normal around what would matter, each trial judged as the real one is, by its signed ranks.
 *
 * @param draw numbers from 0 up to 1
 * @param times trials simulated of each size; 400 leave ± 5 % of doubt at most
 */
export const powerCurve = (of: {
  readonly difference: number;
  readonly deviation: number;
  readonly sizes: readonly number[];
  readonly draw: () => number;
  readonly times?: number;
}): readonly PowerPoint[] =>
  of.sizes.map((clients) => {
    const { difference, deviation, draw, times = 400 } = of;
    let found = 0;
    for (let time = 0; time < times; time++) {
      const differences = Array.from(
        { length: clients },
        () => difference + deviation * normal(draw),
      );
      const p = signedRanks(differences)?.p ?? 1;
      if (p < ALPHA) found++;
    }
    return { clients, power: found / times };
  });

/** The smallest size that reaches a power; null where none does. */
export const sizeFor = (curve: readonly PowerPoint[], power: number): number | null =>
  curve.find((point) => point.power >= power)?.clients ?? null;

/** A number of the standard normal distribution (Box and Muller 1958). */
function normal(draw: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - draw())) * Math.cos(2 * Math.PI * draw());
}
