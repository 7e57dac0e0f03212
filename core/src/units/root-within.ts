/** A place of a bracket, and by how much what is looked at is above nought there: below at its low end, above at its high one. */
export type BracketEnd = readonly [at: number, excess: number];

/**
 * Where something that rises passes nought, between two ends that are known: a straight line between the ends, the end that stays
 * taken for half as far off (regula falsi, Illinois; Dowell and Jarratt 1971). Halves where the low end has no finite excess.
 *
 * @param near An excess as small as this is the answer
 * @param isNarrow Whether the ends are close enough: their middle is the answer then
 */
export function rootWithin(
  excess: (at: number) => number,
  [lowest, excessLow]: BracketEnd,
  [highest, excessHigh]: BracketEnd,
  near: number,
  isNarrow: (low: number, high: number) => boolean,
): number {
  let [low, atLow, high, atHigh] = [lowest, excessLow, highest, excessHigh];
  let side = 0;
  for (let tries = 0; tries < MOST_TRIES && !isNarrow(low, high); tries++) {
    const between = Number.isFinite(atLow)
      ? (low * atHigh - high * atLow) / (atHigh - atLow)
      : (low + high) / 2;
    const at = excess(between);
    if (Math.abs(at) < near) return between;
    if (at > 0) {
      [high, atHigh] = [between, at];
      if (side === 1) atLow /= 2;
      side = 1;
    } else {
      [low, atLow] = [between, at];
      if (side === -1) atHigh /= 2;
      side = -1;
    }
  }
  return (low + high) / 2;
}

const MOST_TRIES = 100;
