/** Events of one stretch of time, and the sessions in which they could have come. */
export interface ChartPoint {
  /** What it is called, such as a month. */
  readonly at: string;
  readonly events: number;
  readonly sessions: number;
}

/** Why a point, or a run that ends with it, is not put down to chance. */
export type Signal = 'above' | 'below' | 'runAbove' | 'runBelow';

/** A point of a control chart: events per session, and the limits for as many sessions. */
export interface ControlPoint extends ChartPoint {
  /** Null without a session. */
  readonly rate: number | null;
  readonly low: number;
  readonly high: number;
  readonly signal: Signal | null;
}

export interface UChart {
  /** Events per session over all points; null without a session. */
  readonly centre: number | null;
  readonly points: readonly ControlPoint[];
}

/** So many points in turn on one side of the centre speak against chance (Western Electric 1956, rule 4). */
export const RUN = 8;
const SIGMAS = 3;
/** Of rare events most months have none: a run counts only where all of it lies as far off, in standard deviations of its own. */
const RUN_SIGMAS = 2;

/**
 * A u-chart: events per session with limits three standard deviations either side of the centre, each for its own number of
 * sessions (Shewhart). Points in the order in which they came.
 */
export function uChart(points: readonly ChartPoint[]): UChart {
  const sessions = points.reduce((sum, point) => sum + point.sessions, 0);
  const events = points.reduce((sum, point) => sum + point.events, 0);
  if (sessions === 0) {
    return {
      centre: null,
      points: points.map((point) => ({ ...point, rate: null, low: 0, high: 0, signal: null })),
    };
  }
  const centre = events / sessions;
  let run = NO_RUN;
  return {
    centre,
    points: points.map((point): ControlPoint => {
      // A month without a session says nothing, and ends no run.
      if (point.sessions === 0) return { ...point, rate: null, low: 0, high: 0, signal: null };
      const rate = point.events / point.sessions;
      const spread = SIGMAS * Math.sqrt(centre / point.sessions);
      const [low, high] = [Math.max(0, centre - spread), centre + spread];
      const side = Math.sign(rate - centre);
      const before = side !== 0 && side === run.side ? run : NO_RUN;
      run = {
        side,
        length: before.length + 1,
        events: before.events + point.events,
        expected: before.expected + centre * point.sessions,
      };
      return { ...point, rate, low, high, signal: signalOf({ rate, low, high }, run) };
    }),
  };
}

/** Points in turn on one side of the centre, with the events in them and those that the centre expects. */
interface Run {
  readonly side: number;
  readonly length: number;
  readonly events: number;
  readonly expected: number;
}

const NO_RUN: Run = { side: 0, length: 0, events: 0, expected: 0 };

function signalOf(
  { rate, low, high }: { readonly rate: number; readonly low: number; readonly high: number },
  { side, length, events, expected }: Run,
): Signal | null {
  if (rate > high) return 'above';
  if (rate < low) return 'below';
  const off = Math.abs(events - expected) > RUN_SIGMAS * Math.sqrt(expected);
  if (side === 0 || length < RUN || !off) return null;
  return side > 0 ? 'runAbove' : 'runBelow';
}
