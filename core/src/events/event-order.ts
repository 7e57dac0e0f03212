import type { VisitEvent } from './event';
import { defined } from '../units';

/** When an event counts as having happened, ms: as its tablet says, but never after the server received it. */
export const happenedMs = ({ at, receivedAt }: Pick<VisitEvent, 'at' | 'receivedAt'>): number =>
  receivedAt === undefined ? Date.parse(at) : Math.min(Date.parse(at), Date.parse(receivedAt));

/** Which way the clock was off that an event was recorded by; absent of those that are in order. */
export type OddClock = 'ahead' | 'behind';

// What is pressed and sent at once may seem this much off: a clock is known no nearer.
const CLOCK_SLACK_MS = 5000;

/**
 * Events recorded by a clock that was off, by id: after the server received them, or before something happened that their
 * tablet had read already.
 */
export function oddClocks(events: readonly VisitEvent[]): ReadonlyMap<string, OddClock> {
  const received = events
    .flatMap(({ seq, receivedAt }) =>
      seq === undefined || receivedAt === undefined ? [] : [{ seq, ms: Date.parse(receivedAt) }],
    )
    .sort((one, other) => one.seq - other.seq);
  const readUpTo = (seen: number) => received.findLast(({ seq }) => seq <= seen)?.ms ?? -Infinity;
  return new Map(
    events.flatMap(({ id, at, seen, receivedAt }): [string, OddClock][] => {
      const ms = Date.parse(at);
      if (receivedAt !== undefined && ms > Date.parse(receivedAt) + CLOCK_SLACK_MS) {
        return [[id, 'ahead']];
      }
      const late = seen !== undefined && ms < readUpTo(seen) - CLOCK_SLACK_MS;
      return late ? [[id, 'behind']] : [];
    }),
  );
}

/**
 * Events by time, then receipt, then id, each once: the order in which a visit is rebuilt, whatever way they came. A clock
 * that runs ahead of the server puts nothing into the future.
 */
export function inOrder(events: readonly VisitEvent[]): readonly VisitEvent[] {
  const byId = new Map(events.map((event) => [event.id, event]));
  const timed = [...byId.values()].map((event) => ({ event, ms: happenedMs(event) }));
  const before = (one: (typeof timed)[number], other: (typeof timed)[number]) =>
    one.ms - other.ms ||
    (one.event.seq ?? Infinity) - (other.event.seq ?? Infinity) ||
    (one.event.id < other.event.id ? -1 : 1);
  const sorted = timed.every(
    (each, index) => index === 0 || before(defined(timed[index - 1]), each) < 0,
  );
  return (sorted ? timed : timed.sort(before)).map(({ event }) => event);
}
