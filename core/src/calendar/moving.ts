import { isStopped, type NotReady, type VisitRecord } from '../session';
import { refuseCancelling } from '../workflow';
import { laterDay, type Day } from '../units';

/** Why a visit cannot be moved to a start; null where it can. */
export function refuseMoving(of: {
  readonly zones: ReadonlyMap<string, VisitRecord>;
  /** Whether it stays on its day. */
  readonly sameDay: boolean;
  /** ISO 8601. */
  readonly startsAt: string;
  /** ISO 8601. */
  readonly now: string;
}): 'zoneBegun' | 'startsInPast' | 'holdsForItsDay' | null {
  const refusal = refuseCancelling(of.zones);
  if (refusal !== null) return refusal;
  if (!of.sameDay && [...of.zones.values()].some(holdsForItsDay)) return 'holdsForItsDay';
  return Date.parse(of.startsAt) < Date.parse(of.now) - PAST_MS ? 'startsInPast' : null;
}

/**
 * What was found, planned or answered holds for its day alone: on another nothing may be fired by it. Answers that stop the
 * treatment go along: they stop it there too, until it is asked again.
 */
const holdsForItsDay = (record: VisitRecord) =>
  record.findings !== null ||
  record.plan !== null ||
  (record.history !== null && !isStopped(record));

/** A start that has just passed is still now. */
const PAST_MS = 30 * 60_000;

/** The first day on which nothing that was answered stands in the way; null where none is known. */
export function readyFrom(notReady: readonly NotReady[]): Day | null {
  const days = notReady.flatMap((each) =>
    each.code === 'stopped' && each.clearOn !== null ? [each.clearOn] : [],
  );
  return latest(days);
}

/** The same by what was answered for each zone of a visit. */
export const askedReadyFrom = (records: readonly Pick<VisitRecord, 'assessment'>[]): Day | null =>
  latest(records.flatMap(({ assessment }) => assessment?.clearOn ?? []));

/** What was answered that asks to wait for as long, by medicine or rule; empty where nothing does. */
export function askedToWait(
  records: readonly Pick<VisitRecord, 'assessment'>[],
): readonly string[] {
  const until = askedReadyFrom(records);
  if (until === null) return [];
  const findings = records.flatMap(({ assessment }) => assessment?.findings ?? []);
  const asks = findings.filter(({ clearOn }) => clearOn === until);
  return [...new Set(asks.map(({ medicine, rule }) => medicine ?? rule.id))];
}

const latest = (days: readonly Day[]): Day | null =>
  days.length === 0 ? null : days.reduce(laterDay);
