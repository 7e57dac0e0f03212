import { addDays, daysBetween, defined, type Day } from '../units';
import { ON_ITS_WORD, type MeasuredOutput } from './output';

/** What was measured on a day. */
export interface MeasuredDay extends MeasuredOutput {
  readonly on: Day;
}

/** A straight line through measurements. */
export interface Drift {
  /** Change of the ratio in a day; null with fewer than three days of measurements. */
  readonly perDay: number | null;
  /** The ratio that the line gives for today. */
  readonly today: number | null;
  /** The first day on which the line is more than 10 % off; null where it does not come to that within two years, or has already. */
  readonly crosses: Day | null;
}

const FEWEST_DAYS = 3;
/** What was long ago says little of where it goes now. Assumed. */
const TREND_DAYS = 90;
const FURTHEST_DAYS = 730;
const NONE: Drift = { perDay: null, today: null, crosses: null };

/** The trend of the last 90 days’ measurements by least squares, and when it leaves 10 %. Oldest first. */
export function driftOf(all: readonly MeasuredDay[], today: Day): Drift {
  const measurements = all.filter(({ on }) => daysBetween(on, today) <= TREND_DAYS);
  const [first] = measurements;
  if (first === undefined || new Set(measurements.map(({ on }) => on)).size < FEWEST_DAYS) {
    return NONE;
  }
  const points = measurements.map(({ on, ratio }) => ({ x: daysBetween(first.on, on), y: ratio }));
  const mean = (values: readonly number[]) =>
    values.reduce((sum, each) => sum + each, 0) / values.length;
  const meanX = mean(points.map(({ x }) => x));
  const meanY = mean(points.map(({ y }) => y));
  const perDay =
    points.reduce((sum, { x, y }) => sum + (x - meanX) * (y - meanY), 0) /
    points.reduce((sum, { x }) => sum + (x - meanX) ** 2, 0);
  const now = meanY + perDay * (daysBetween(first.on, today) - meanX);
  const isOff = Math.abs(defined(measurements.at(-1)).ratio - 1) > ON_ITS_WORD;
  return { perDay, today: now, crosses: isOff ? null : crossing(now, perDay, today) };
}

function crossing(now: number, perDay: number, today: Day): Day | null {
  if (perDay === 0 || Math.abs(now - 1) > ON_ITS_WORD) return null;
  const edge = 1 + Math.sign(perDay) * ON_ITS_WORD;
  const days = Math.floor((edge - now) / perDay) + 1;
  return days > FURTHEST_DAYS ? null : addDays(today, days);
}
