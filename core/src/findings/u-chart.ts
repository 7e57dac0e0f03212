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

/** So many points in turn on one side of the centre are no chance (Nelson 1984, rule 2, by eight). */
export const RUN = 8;
const SIGMAS = 3;

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
  let run = { side: 0, length: 0 };
  return {
    centre,
    points: points.map((point): ControlPoint => {
      // A month without a session says nothing, and ends no run.
      if (point.sessions === 0) return { ...point, rate: null, low: 0, high: 0, signal: null };
      const rate = point.events / point.sessions;
      const spread = SIGMAS * Math.sqrt(centre / point.sessions);
      const [low, high] = [Math.max(0, centre - spread), centre + spread];
      const side = Math.sign(rate - centre);
      run = { side, length: side !== 0 && side === run.side ? run.length + 1 : 1 };
      return { ...point, rate, low, high, signal: signalOf({ rate, low, high }, run) };
    }),
  };
}

function signalOf(
  { rate, low, high }: { readonly rate: number; readonly low: number; readonly high: number },
  { side, length }: { readonly side: number; readonly length: number },
): Signal | null {
  if (rate > high) return 'above';
  if (rate < low) return 'below';
  if (side === 0 || length < RUN) return null;
  return side > 0 ? 'runAbove' : 'runBelow';
}
