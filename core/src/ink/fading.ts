import { assertInRange } from '../units';

/** A course counts as done when this share of a colour is left. */
export const CLEARED_SHARE = 0.05;

/** How much of a colour had faded when it was looked at, and after how many sessions here. */
export interface Fade {
  readonly sessions: number;
  /** 0–1. */
  readonly faded: number;
}

/** How a colour clears: what one session leaves of it, and what that makes of the course. */
export interface Clearance {
  /** Share that one session takes of what is there, 0–1: from the estimate, or as this tattoo has shown. */
  readonly perSession: number;
  /** The same by the estimate alone. */
  readonly prior: number;
  /** Sessions still to come until a twentieth is left; a range. */
  readonly left: { readonly likely: number; readonly from: number; readonly to: number };
  /** Whether anything seen has moved it away from the estimate. */
  readonly corrected: boolean;
  /** How uncertain the number of sessions is, as a share of it, 0–1: it narrows as more is seen. */
  readonly spread: number;
}

/** The share that one session takes where `sessions` of them leave a twentieth: (1 − c)^N = 0.05. */
export function perSessionOf(sessions: number): number {
  return 1 - CLEARED_SHARE ** (1 / assertInRange('sessions', sessions, 0.5, 60));
}

// How many sessions' worth of trust the published estimate is given against what is seen (assumed).
const PRIOR_WEIGHT = 2;
const SPREAD = 0.25;
// By eye, “all gone” means a hundredth at most.
const LEAST_LEFT = 0.01;

/**
 * How a colour clears, corrected by what was seen of it: the mean of ln(1 − c) over the sessions seen and two of the
 * estimate. The uncertainty of the estimate, ±25 % of its sessions, narrows as more is seen.
 *
 * @param expectedSessions the estimate for the whole course
 * @param fades in any order; each counts from the first session here
 */
export function clearance(expectedSessions: number, fades: readonly Fade[]): Clearance {
  const prior = perSessionOf(expectedSessions);
  const last = fades.reduce<Fade | null>(
    (best, each) =>
      each.sessions > 0 && (best === null || each.sessions > best.sessions) ? each : best,
    null,
  );
  const priorLog = Math.log(1 - prior);
  const leftNow =
    last === null ? 1 : Math.max(LEAST_LEFT, 1 - assertInRange('faded', last.faded, 0, 1));
  const seen = last?.sessions ?? 0;
  const log =
    (PRIOR_WEIGHT * priorLog + (last === null ? 0 : Math.log(leftNow))) / (PRIOR_WEIGHT + seen);
  // Ink that has not faded at all would never clear: it is held at a hundredth a session.
  const perSession = Math.max(0.01, 1 - Math.exp(log));
  const toGo = (share: number) =>
    leftNow <= CLEARED_SHARE
      ? 0
      : Math.ceil(Math.log(CLEARED_SHARE / leftNow) / Math.log(1 - share) - 1e-9);
  const uncertainty = (SPREAD * PRIOR_WEIGHT) / (PRIOR_WEIGHT + seen);
  const likely = toGo(perSession);
  return {
    perSession,
    prior,
    corrected: last !== null,
    spread: uncertainty,
    left: {
      likely,
      from: Math.floor(likely * (1 - uncertainty)),
      to: Math.ceil(likely * (1 + uncertainty)),
    },
  };
}
