import { happenedMs, inOrder, type VisitEvent } from '../events';
import { withStale } from './stale-plan';
import { EMPTY, folded, undoneBy, type VisitRecord } from './visit-record';
import { asSeenFrom, zonesOf } from './zones';
import { defined } from '../units';

/** The zones of a visit, rebuilt from a list of its events. */
export type Rebuild = (
  events: readonly VisitEvent[],
  bookedId: string,
  /** Whether it is the list of last time, with nothing but more at its end: its beginning is not looked through then. */
  onlyLonger?: boolean,
) => ReadonlyMap<string, VisitRecord>;

// The last so many events stay open: for what is taken back, and for what another tablet sends late.
const OPEN = 64;
// What is settled grows when so many are open: each press then folds a few score of events, not thousands.
const TOO_MANY_OPEN = 2 * OPEN;

/** What will not change any more: the first events of a list, folded. */
interface Settled {
  readonly bookedId: string;
  /** As they stood in the list. */
  readonly events: readonly VisitEvent[];
  readonly ids: ReadonlySet<string>;
  /** What these take back, here or to come. */
  readonly undone: ReadonlySet<string>;
  readonly lastMs: number;
  readonly zones: ReadonlyMap<string, VisitRecord>;
}

/**
 * `zoneRecords` for a list that grows press by press: gives the same, but folds only what came since, as long as the
 * list still begins as it did (the same objects) and nothing new speaks of what has settled.
 */
export function incrementalFold(): Rebuild {
  let settled: Settled | null = null;
  // All of the list as it was given last: an event that only comes after it is folded alone.
  let latest: Growing | null = null;
  // Where nothing more can settle yet, it is not tried again at every press.
  let triedAt = 0;
  return (events, bookedId, onlyLonger = false) => {
    if (latest !== null && goesOnFrom(latest, events, bookedId, onlyLonger)) {
      grow(latest, events);
      return shown(latest.zones);
    }
    if (settled !== null && !goesOnFrom(settled, events, bookedId, onlyLonger)) {
      settled = null;
      triedAt = 0;
    }
    const from = Math.max(settled?.events.length ?? 0, triedAt - OPEN);
    if (events.length - from > TOO_MANY_OPEN) {
      settled = settle(settled, events, bookedId);
      triedAt = events.length;
    }
    latest = grown(settled ?? nothing(events, bookedId), events);
    return shown(latest.zones);
  };
}

const shown = (zones: Settled['zones']) =>
  new Map([...zones].map(([id, record]) => [id, withStale(record)]));

/** The beginning of every list: nothing has happened. */
const nothing = (events: readonly VisitEvent[], bookedId: string): Settled => ({
  ...{ bookedId, events: [], lastMs: -Infinity },
  ...{ ids: new Set<string>(), undone: new Set<string>() },
  zones: new Map(zonesOf(events, bookedId).map((id) => [id, EMPTY])),
});

/** What has been folded of a list that goes on: its own copy, which grows with it. */
interface Growing extends Settled {
  events: VisitEvent[];
  ids: Set<string>;
  undone: ReadonlySet<string>;
  lastMs: number;
  zones: Settled['zones'];
}

/** Folds what a list has beyond what was folded of it. */
function grow(growing: Growing, events: readonly VisitEvent[]): void {
  const more = events.slice(growing.events.length);
  const { undone, zones } = withMore(growing, more);
  growing.undone = undone;
  growing.zones = zones;
  for (const event of more) {
    growing.events.push(event);
    growing.ids.add(event.id);
    growing.lastMs = Math.max(growing.lastMs, msOf(event));
  }
}

/** The whole of a list that begins with what has settled, folded; what has settled stays as it is. */
function grown(start: Settled, events: readonly VisitEvent[]): Growing {
  const growing = { ...start, events: [...start.events], ids: new Set(start.ids) };
  grow(growing, events);
  return growing;
}

const msOf = happenedMs;

/** Whether a list begins with what has settled, and whatever follows comes after it and leaves it as it is. */
function goesOnFrom(
  { bookedId, events: settled, ids, lastMs }: Settled,
  events: readonly VisitEvent[],
  booked: string,
  onlyLonger: boolean,
): boolean {
  if (booked !== bookedId) return false;
  if (!onlyLonger && settled.some((event, index) => event !== events[index])) return false;
  return events
    .slice(settled.length)
    .every((event) => leaves(event, ids) && (msOf(event) > lastMs || ids.has(event.id)));
}

/** Whether an event leaves others as they are: it takes none of them back, and moves no zone. */
const leaves = ({ body }: VisitEvent, ids: ReadonlySet<string>): boolean =>
  body.kind !== 'zoneAdded' &&
  body.kind !== 'zoneLeft' &&
  !(body.kind === 'undone' && ids.has(body.eventId));

/** Settles all but the last events of a list; what was settled before stays where nothing else can. */
function settle(
  before: Settled | null,
  events: readonly VisitEvent[],
  bookedId: string,
): Settled | null {
  const start = before ?? nothing(events, bookedId);
  const from = start.events.length;
  const to = boundary(events, events.length - OPEN);
  if (to <= from) return before;
  return grown(start, events.slice(0, to));
}

/** The last place up to `wanted` before which all happened earlier than what follows, and is not taken back by it. */
function boundary(events: readonly VisitEvent[], wanted: number): number {
  const place = new Map(events.map(({ id }, index) => [id, index]));
  const latest: number[] = [];
  for (const event of events) latest.push(Math.max(latest.at(-1) ?? -Infinity, msOf(event)));
  let earliest = Infinity;
  // The first event that anything from here on still takes back.
  let touched = events.length;
  for (let index = events.length - 1; index >= 0; index--) {
    const event = defined(events[index]);
    earliest = Math.min(earliest, msOf(event));
    if (event.body.kind === 'undone') {
      touched = Math.min(touched, place.get(event.body.eventId) ?? touched);
    }
    const apart = index === 0 || defined(latest[index - 1]) < earliest;
    if (index <= wanted && index <= touched && apart) return index;
  }
  return 0;
}

/** What has settled with more events of the same list. */
function withMore({ bookedId, ids, undone: before, zones }: Settled, more: readonly VisitEvent[]) {
  const fresh = more.filter(({ id }) => !ids.has(id));
  const taken = undoneBy(fresh);
  const undone = taken.size === 0 ? before : new Set([...before, ...taken]);
  const own = (id: string) => inOrder(fresh.flatMap((event) => asSeenFrom(event, id, bookedId)));
  return {
    undone,
    zones: new Map([...zones].map(([id, record]) => [id, folded(record, own(id), undone)])),
  };
}
