import type { EventsKept, NewEvent } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { isOfVisit, type EventBody } from '@tidy-quill/core/events';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import { nowText } from './clock';
import {
  NOTHING_HELD,
  NOTHING_READ,
  withEntries,
  withoutEntry,
  withReading,
  withReceived,
  withSent,
  type Entry,
  type Held,
} from './entries';

/** What came of sending events. */
export type Sent =
  | { readonly is: 'kept'; readonly kept: EventsKept }
  /** The server will never take them as they are. */
  | { readonly is: 'refused'; readonly why: string }
  /** Nobody is signed in, or the tablet is locked: they go once somebody is. */
  | { readonly is: 'held' }
  | { readonly is: 'unreachable' };

/** What the engine asks of the world; given by whoever starts it. */
export interface Ports {
  /** Who is signed in; null where nobody is. */
  readonly staffId: () => string | null;
  /** By the visit's live line; null where there is none, or it cannot take them. */
  readonly byLine: (
    visitId: string,
    events: readonly NewEvent[],
    after: number,
  ) => Promise<EventsKept | null>;
  /** By a request. */
  readonly byRequest: (
    visitId: string,
    events: readonly NewEvent[],
    after: number,
  ) => Promise<Sent>;
  /** What was kept of a visit after a place; null where it cannot be reached. */
  readonly since: (visitId: string, after: number) => Promise<EventsKept | null>;
  /** Asks for a visit whole once more. */
  readonly readAgain: (visitId: string) => void;
  /** Something was kept: what lists show may have changed. */
  readonly onKept: () => void;
  /** The link is up again, and all entries are sent. */
  readonly onSent: () => void;
  readonly entries: {
    readonly persist: (list: readonly Entry[]) => Promise<void>;
    readonly remove: (ids: readonly string[]) => Promise<void>;
    readonly persisted: () => Promise<readonly Entry[]>;
  };
  /** Keeps what was told of a visit for a reload without a network. */
  readonly keepSince: (visitId: string, since: EventsKept) => Promise<void>;
  /** Runs something later, and gives how to call that off. */
  readonly later: (run: () => void, ms: number) => () => void;
}

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 30_000;
const MOST_AT_ONCE = 500;
/** How often an answer may be overtaken: each was asked for after the one before had come. */
const MOST_ASKED = 5;

const isUnsent = ({ status }: Entry) => status !== 'sent';

/** A new event of now about a zone, with an id of its own, so that sending it twice is harmless. */
export function newEvent(body: EventBody, areaId?: string): NewEvent {
  const zone = areaId === undefined || isOfVisit(body.kind) ? {} : { areaId };
  return { id: v7(), at: nowText(), ...zone, body };
}

/**
 * The events of every visit in this browser: what was recorded here, kept until the server has it, and what the server
 * tells of other tablets. Knows neither pages nor how the server is reached.
 */
export class VisitEngine {
  private held: Held = NOTHING_HELD;
  private readonly read = new Map<string, VisitOpened>();
  private readonly listeners = new Set<() => void>();
  private sending = false;
  private pauseMs = FIRST_PAUSE_MS;
  private callOff: () => void = () => {};
  private started: Ports | null = null;

  /** All that is held; the same object until something changes. */
  readonly state = (): Held => this.held;

  /** Tells of every change; gives how to stop that. */
  readonly subscribe = (tell: () => void): (() => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };

  /** Takes up what an earlier page left behind. */
  async start(ports: Ports): Promise<void> {
    this.started = ports;
    await this.takeUp();
  }

  /** Takes up what lies in the browser's store and was not readable before: older than what was recorded since. */
  async takeUp(): Promise<void> {
    const left = await this.ports.entries.persisted();
    const known = new Set(this.held.entries.map(({ event }) => event.id));
    const older = left.filter(({ event }) => !known.has(event.id));
    if (older.length === 0) return;
    this.change({ ...this.held, entries: [...older, ...this.held.entries] });
    void this.send();
  }

  /** A visit was read whole. */
  opened(visit: VisitOpened): void {
    this.read.set(visit.visit.id, visit);
    this.change({ ...withReading(this.held, visit.visit.id, visit.after) });
  }

  /** A visit as it was read whole last; null where it was not. */
  readingOf(visitId: string): VisitOpened | null {
    return this.read.get(visitId) ?? null;
  }

  /** Forgets what was read: whoever was signed in is not any more. What they recorded stays until it is sent. */
  forget(): void {
    this.read.clear();
    this.change({ ...this.held, received: {}, entries: this.held.entries.filter(isUnsent) });
  }

  /** Records events about a zone: first in this browser, then on the server as soon as it can be reached. */
  async record(visitId: string, areaId: string, bodies: readonly EventBody[]): Promise<void> {
    const staffId = this.ports.staffId();
    if (staffId === null) throw new Error('Nobody is signed in here');
    const seen = this.readUpTo(visitId);
    const list = bodies.map((body): Entry => {
      const event = newEvent(body, areaId);
      const own = seen === NOTHING_READ ? event : { ...event, seen };
      return { visitId, staffId, event: own, status: 'waiting', refused: null };
    });
    await this.ports.entries.persist(list);
    this.change(withEntries(this.held, list));
    void this.send();
  }

  /** The server told what it has kept of a visit. */
  received(visitId: string, kept: EventsKept): void {
    this.change(withReceived(this.held, visitId, kept));
    this.ports.onKept();
  }

  /**
   * Reads what was kept of a visit up to a place, by another tablet, unless this browser has it already. An answer may have
   * been given before that was kept, for it was asked for earlier: then it is asked for again, so that no stop is missed.
   */
  async catchUp(visitId: string, last: number): Promise<void> {
    for (let tries = 0; tries < MOST_ASKED; tries += 1) {
      const visit = this.read.get(visitId);
      const after = this.readUpTo(visitId);
      if (visit === undefined || after >= last) return;
      const kept = await this.ports.since(visitId, after);
      if (kept === null) return;
      this.received(visitId, kept);
      // A zone that was added there brings its area and history, which no event tells.
      const known = new Set(visit.areas.map(({ id }) => id));
      const added = kept.events.some(
        ({ body }) => body.kind === 'zoneAdded' && !known.has(body.areaId),
      );
      if (added) this.ports.readAgain(visitId);
    }
  }

  /** Puts a refused entry aside after it was read. */
  async putAside(id: string): Promise<void> {
    await this.ports.entries.remove([id]);
    this.change(withoutEntry(this.held, id));
  }

  /** A request of any kind reached the server, or did not. */
  linkIs(link: Held['link']): void {
    // What waits says by itself that it is up again.
    if (link === 'up' && this.held.entries.some(({ status }) => status === 'waiting')) return;
    this.setLink(link);
  }

  /** Sends what waits, a visit at a time, in order. One delivery runs at a time. */
  async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    this.callOff();
    try {
      for (let batch = this.nextBatch(); batch.length > 0; batch = this.nextBatch()) {
        if (!(await this.sendBatch(batch))) return;
      }
      this.ports.onSent();
    } finally {
      this.sending = false;
      if (this.nextBatch().length > 0 && this.held.link === 'down') {
        this.callOff = this.ports.later(() => void this.send(), this.pauseMs);
        this.pauseMs = Math.min(this.pauseMs * 2, LONGEST_PAUSE_MS);
      }
    }
  }

  private get ports(): Ports {
    if (this.started === null) throw new Error('The visit engine was not started');
    return this.started;
  }

  /** How far this browser has read a visit; past every place where it is not open. */
  readUpTo(visitId: string): number {
    const visit = this.read.get(visitId);
    return visit === undefined
      ? NOTHING_READ
      : Math.max(visit.after, this.held.received[visitId]?.after ?? 0);
  }

  private nextBatch(): readonly Entry[] {
    const staffId = this.ports.staffId();
    const own = this.held.entries.filter(
      (each) => each.status === 'waiting' && each.staffId === staffId,
    );
    return own.filter(({ visitId }) => visitId === defined(own[0]).visitId).slice(0, MOST_AT_ONCE);
  }

  /** Sends one batch; false where it has to wait. */
  private async sendBatch(batch: readonly Entry[]): Promise<boolean> {
    const { visitId } = defined(batch[0]);
    const events = batch.map(({ event }) => event);
    // What this browser has read of the visit; where it is not open, all that matters is that they are kept.
    const after = this.readUpTo(visitId);
    const byLine = await this.ports.byLine(visitId, events, after);
    const sent: Sent =
      byLine === null
        ? await this.ports.byRequest(visitId, events, after)
        : { is: 'kept', kept: byLine };
    switch (sent.is) {
      case 'kept':
        await this.confirm(visitId, batch, sent.kept);
        return true;
      case 'refused':
        // One at a time, so that only what is truly at fault is held back.
        if (batch.length === 1) await this.refuse(defined(batch[0]), sent.why);
        else for (const each of batch) if (!(await this.sendBatch([each]))) return false;
        return true;
      case 'held':
        this.setLink('up');
        return false;
      case 'unreachable':
        this.setLink('down');
        return false;
    }
  }

  private async confirm(visitId: string, batch: readonly Entry[], kept: EventsKept): Promise<void> {
    const ids = batch.map(({ event }) => event.id);
    this.received(visitId, kept);
    // What leaves the browser's store is kept with the visit first: a reload without a network shows it.
    const since = this.held.received[visitId];
    if (since !== undefined) await this.ports.keepSince(visitId, since).catch(() => {});
    await this.ports.entries.remove(ids);
    this.change({ ...withSent(this.held, new Set(ids)), link: 'up' });
    this.pauseMs = FIRST_PAUSE_MS;
  }

  private async refuse(entry: Entry, why: string): Promise<void> {
    const refused: Entry = { ...entry, status: 'refused', refused: why };
    await this.ports.entries.persist([refused]);
    this.change(withEntries(this.held, [refused]));
  }

  private setLink(link: Held['link']): void {
    if (this.held.link !== link) this.change({ ...this.held, link });
  }

  private change(next: Held): void {
    if (next === this.held) return;
    this.held = next;
    for (const tell of this.listeners) tell();
  }
}
