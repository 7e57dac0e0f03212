/** A scale as a console offers it: from `min` upwards in `step`s, to `max` at most. */
export interface Scale {
  readonly min: number;
  readonly max: number;
  readonly step: number;
}

// Steps are decimal fractions that binary numbers miss by a hair; a value this close to a step is on it.
const SLACK = 1e-9;

/**
 * The highest step of a scale that is not above `value`, or null where even the lowest is.
 * Always down: a setting is never rounded up to more energy.
 */
export function stepDown(value: number, scale: Scale): number | null {
  const capped = Math.min(value, scale.max);
  const count = Math.floor((capped - scale.min) / scale.step + SLACK);
  return count < 0 ? null : roundFloat(scale.min + count * scale.step);
}

/** Whether `value` is one of the scale's steps. */
export function isOnStep(value: number, scale: Scale): boolean {
  const lower = stepDown(value, scale);
  return lower !== null && Math.abs(lower - value) < 1e-6;
}

/** Drops the binary dust of a decimal figure: 0.30000000000000004 becomes 0.3. */
export function roundFloat(value: number): number {
  // Figures of a device have few decimals: writing each down and reading it again took most of a ladder's time.
  const short = Math.round(value * 1e6) / 1e6;
  const isShort = Math.abs(value) < 1e6 && Math.abs(short - value) < 4e-13 * Math.abs(value);
  return isShort ? short : Number(value.toPrecision(12));
}

/** The values of a list right below and above one, by more than a hair; null at either end. The list is in any order. */
export function nextTo(
  list: readonly number[],
  value: number,
): { readonly less: number | null; readonly more: number | null } {
  const below = list.filter((each) => each < value - SLACK);
  const above = list.filter((each) => each > value + SLACK);
  return {
    less: below.length === 0 ? null : Math.max(...below),
    more: above.length === 0 ? null : Math.min(...above),
  };
}
