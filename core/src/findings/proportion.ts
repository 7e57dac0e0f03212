import { InputError } from '../units';

// Two-sided 95 % of the normal distribution.
const Z = 1.959963984540054;

/** How many of how many, with the 95 % interval of the share behind it. */
export interface Proportion {
  readonly count: number;
  readonly of: number;
  /** 0–1. */
  readonly low: number;
  readonly high: number;
}

/**
 * A share and its 95 % interval by the score (Wilson 1927): it never leaves 0 to 1 and stays honest for few sessions and for
 * none of many. Null where there is nothing to count.
 *
 * @throws InputError for counts that are none
 */
export function proportion(count: number, of: number): Proportion | null {
  if (!Number.isInteger(count) || count < 0 || count > of) {
    throw new InputError('count', `must be a whole number from 0 to ${of}`);
  }
  if (of === 0) return null;
  const share = count / of;
  const z2 = Z ** 2 / of;
  const middle = (share + z2 / 2) / (1 + z2);
  const half = (Z * Math.sqrt((share * (1 - share)) / of + z2 / (4 * of))) / (1 + z2);
  return {
    ...{ count, of },
    // Of none, or of all, the end is exact; rounding would put it beside.
    low: count === 0 ? 0 : Math.max(0, middle - half),
    high: count === of ? 1 : Math.min(1, middle + half),
  };
}
