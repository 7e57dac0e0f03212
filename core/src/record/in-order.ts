import type { VisitEvent } from './events';

/** Events by time, then id, each once: the order in which a visit is rebuilt, whatever way they came. */
export function inOrder(events: readonly VisitEvent[]): readonly VisitEvent[] {
  const byId = new Map(events.map((event) => [event.id, event]));
  const timed = [...byId.values()].map((event) => ({ event, ms: Date.parse(event.at) }));
  const before = (one: (typeof timed)[number], other: (typeof timed)[number]) =>
    one.ms - other.ms || (one.event.id < other.event.id ? -1 : 1);
  const sorted = timed.every((each, index) => index === 0 || before(timed[index - 1]!, each) < 0);
  return (sorted ? timed : timed.sort(before)).map(({ event }) => event);
}
