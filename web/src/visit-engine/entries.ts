import type { EventsKept, NewEvent } from '@tidy-quill/contract/visit';
import { bodyVersion, upcast, type EventBody, type VisitEvent } from '@tidy-quill/core/events';

/** An event that somebody recorded in this browser, and how far it has come. */
export interface Entry {
  readonly visitId: string;
  /** Who recorded it: it is sent only while they are signed in. */
  readonly staffId: string;
  readonly event: NewEvent;
  /**
   * `waiting`: kept here, the server has not said anything yet. `sent`: the server has it; shown until a reading of the
   * visit holds it. `refused`: the server would not take it; shown with why until somebody has read that.
   */
  readonly status: 'waiting' | 'sent' | 'refused';
  /** Why it was refused; null where it was not. */
  readonly refused: string | null;
}

/** An entry as the browser's database holds it, maybe left there by an earlier release. */
export type KeptEntry = Omit<Entry, 'status'> & {
  /** Under which version its body was written; the first where it does not say. */
  readonly version?: number;
  /** The first releases kept none: what was not refused was waiting. */
  readonly status?: Entry['status'];
};

export const asKept = (entry: Entry): KeptEntry => ({
  ...entry,
  version: bodyVersion(entry.event.body.kind),
});

/** An entry that was left behind, with its body in today's shape; the server parses it when it is sent. */
export function inTodaysShape({ version = 1, ...kept }: KeptEntry): Entry {
  const { event, refused } = kept;
  const body = upcast(event.body.kind, version, { ...event.body }) as unknown as EventBody;
  return {
    ...kept,
    event: { ...event, body },
    status: kept.status ?? (refused === null ? 'waiting' : 'refused'),
  };
}

/** All that this browser holds of visits beyond what it read whole. */
export interface Held {
  /** In the order in which they were recorded. */
  readonly entries: readonly Entry[];
  /** What the server told of a visit since it was read whole, by visit: own entries and those of other tablets. */
  readonly received: Readonly<Record<string, EventsKept>>;
  readonly link: 'up' | 'down';
}

export const NOTHING_HELD: Held = { entries: [], received: {}, link: 'up' };

/** Past every place: of a visit that is not open, nothing is sent back. */
export const NOTHING_READ = 1e14;

const MOST_SENT = 500;

/** With entries added, each once, in the place in which it came last. */
export const withEntries = (held: Held, added: readonly Entry[]): Held => {
  const ids = new Set(added.map(({ event }) => event.id));
  return {
    ...held,
    entries: [...held.entries.filter(({ event }) => !ids.has(event.id)), ...added],
  };
};

/** With entries that the server has; the oldest of those that nothing read yet are forgotten. */
export function withSent(held: Held, ids: ReadonlySet<string>): Held {
  const entries = held.entries.map((each): Entry =>
    ids.has(each.event.id) ? { ...each, status: 'sent', refused: null } : each,
  );
  const tooMany = entries.filter(isSent).length - MOST_SENT;
  let dropped = 0;
  const left = entries.filter((each) => !isSent(each) || dropped++ >= tooMany);
  return { ...held, entries: left };
}

const isSent = ({ status }: Entry) => status === 'sent';

export const withoutEntry = (held: Held, id: string): Held => ({
  ...held,
  entries: held.entries.filter(({ event }) => event.id !== id),
});

/** With what the server told of a visit, each event once; an answer that was overtaken takes nothing back. */
export function withReceived(held: Held, visitId: string, kept: EventsKept): Held {
  if (kept.after >= NOTHING_READ) return held;
  return {
    ...held,
    received: { ...held.received, [visitId]: merged(held.received[visitId], kept) },
  };
}

function merged(before: EventsKept | undefined, kept: EventsKept): EventsKept {
  if (before === undefined) return kept;
  const known = new Set(before.events.map(({ id }) => id));
  const fresh = kept.events.filter(({ id }) => !known.has(id));
  return {
    events: [...before.events, ...fresh],
    after: Math.max(before.after, kept.after),
  };
}

/** Once a visit was read whole, up to a place: what came before that need not be held beside it. */
export function withReading(held: Held, visitId: string, after: number): Held {
  const { [visitId]: own, ...others } = held.received;
  return own === undefined || own.after > after ? held : { ...held, received: others };
}

/** A visit's events: those it was read with, those told since, and this browser's own that neither holds yet. */
export function eventsHeld(
  read: readonly VisitEvent[],
  { entries, received }: Held,
  visitId: string,
): readonly VisitEvent[] {
  const known = new Set(read.map(({ id }) => id));
  const since = (received[visitId]?.events ?? []).filter(({ id }) => !known.has(id));
  for (const { id } of since) known.add(id);
  const own = entries
    .filter(
      ({ visitId: of, status, event }) =>
        of === visitId && status !== 'refused' && !known.has(event.id),
    )
    .map(({ event, staffId }): VisitEvent => ({ ...event, staffId }));
  return [...read, ...since, ...own];
}
