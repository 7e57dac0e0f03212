import type { VisitEvent } from './event';
import { defined } from '../units';

/** When an event counts as having happened, ms: as its tablet says, but never after the server received it. */
export const happenedMs = ({ at, receivedAt }: Pick<VisitEvent, 'at' | 'receivedAt'>): number =>
  receivedAt === undefined ? Date.parse(at) : Math.min(Date.parse(at), Date.parse(receivedAt));

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
