import type { NotReady } from '../session';
import { refuseCancelling } from '../workflow';
import type { Day } from '../units';

/** Why a visit cannot be moved to a start; null where it can. */
export function refuseMoving(of: {
  readonly zones: Parameters<typeof refuseCancelling>[0];
  /** ISO 8601. */
  readonly startsAt: string;
  /** ISO 8601. */
  readonly now: string;
}): 'zoneBegun' | 'startsInPast' | null {
  const refusal = refuseCancelling(of.zones);
  if (refusal !== null) return refusal;
  return Date.parse(of.startsAt) < Date.parse(of.now) - PAST_MS ? 'startsInPast' : null;
}

/** A start that has just passed is still now. */
const PAST_MS = 30 * 60_000;

/** The first day on which nothing that was answered stands in the way; null where none is known. */
export function readyFrom(notReady: readonly NotReady[]): Day | null {
  const days = notReady.flatMap((each) =>
    each.code === 'stopped' && each.clearOn !== null ? [each.clearOn] : [],
  );
  return days.length === 0 ? null : days.reduce((last, day) => (day > last ? day : last));
}
