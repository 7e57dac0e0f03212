import { consoleView } from '@tidy-quill/contract/console-view';
import type { NewEvent } from '@tidy-quill/contract/visit';
import {
  followConsole,
  standbyOwed,
  zoneAtWork,
  type ConsoleView,
  type Followed,
} from '@tidy-quill/core/console';
import { setTimeout } from 'node:timers/promises';
import type { Logger } from 'pino';
import { v5 } from 'uuid';
import type { Connection, Db } from '../../db/connect';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import type { EventFeed } from '../live/event-notifications';
import { appendEvents } from '../visit/store';
import type { ConsoleBridge, Line } from './bridge';
import { GuardLease } from './guard-lease';
import { RoomVisits, type RoomVisit } from './room-visit';

// What is told again by the server that takes over gets the same id: a namespace of our own (RFC 9562, version 5).
const NAMESPACE = '6f1d1c52-6a0e-4a53-9a2e-0b7b6b0c9d11';
// How long a press that starts or goes on may be on its way from its tablet when its first pulse is heard.
const ON_ITS_WAY_MS = 400;

/** Something to be recorded that the database has not taken yet. */
interface Untold {
  readonly actor: Actor;
  readonly visitId: string;
  readonly events: readonly NewEvent[];
}

/**
 * Watches one room's console for whoever is treated there, whether a page is open or not: counts its pulses, tells of
 * whatever is not as it should be, stops the session, and sends the console to standby.
 */
class RoomGuard {
  private before: ConsoleView | null = null;
  private last: RoomVisit | null = null;
  private untold: readonly Untold[] = [];
  private turn: Promise<void> = Promise.resolve();
  private listensTo: string | null = null;
  private leaveVisit = (): void => {};
  private readonly hangUp: () => void;
  private readonly visits: RoomVisits;

  constructor(
    private readonly roomId: string,
    private readonly line: Line,
    private readonly lease: GuardLease,
    private readonly db: Db,
    private readonly feed: EventFeed,
    private readonly logger: Logger,
  ) {
    this.visits = new RoomVisits(db, roomId);
    this.hangUp = line.listen((live) => {
      const view = consoleView(live);
      if (view !== null) this.inTurn(() => this.heard(view));
    });
  }

  close(): Promise<void> {
    this.hangUp();
    this.leaveVisit();
    return this.turn;
  }

  private inTurn(work: () => Promise<void>): void {
    this.turn = this.turn.then(work).catch((error: unknown) => this.warn(error));
  }

  private warn(problem: unknown): void {
    this.logger.warn({ problem: String(problem), room: this.roomId }, 'console guard');
  }

  private async heard(view: ConsoleView): Promise<void> {
    const { before } = this;
    if (!(await this.lease.holds(this.roomId))) {
      // Another server guards the room; taking over begins with what was counted until then.
      this.before = null;
      return;
    }
    this.before = view;
    await this.tell();
    if (before !== null && unchanged(before, view) && view.state !== 'ready') return;
    let visit = await this.visitNow();
    let followed = visit === null ? null : followConsole(before, view, visit);
    if (followed !== null && isEarly(followed)) {
      await setTimeout(ON_ITS_WAY_MS);
      visit = await this.visitNow();
      followed = visit === null ? null : followConsole(before, view, visit);
    }
    if (visit === null || followed === null) return;
    if (followed.standby) this.line.say({ type: 'standby' });
    if (followed.bodies.length === 0) return;
    const { actor, visitId } = visit;
    this.untold = [...this.untold, { actor, visitId, events: asEvents(visit, view, followed) }];
    await this.tell();
  }

  /** After a press: a session that was stopped for pain or harm leaves no console ready. */
  private async pressed(): Promise<void> {
    const view = this.before;
    if (view?.state !== 'ready' || !(await this.lease.holds(this.roomId))) return;
    const visit = await this.visitNow();
    const areaId = visit === null ? null : zoneAtWork(visit);
    const record = areaId === null ? undefined : visit?.zones.get(areaId);
    if (record !== undefined && standbyOwed(record, view)) this.line.say({ type: 'standby' });
  }

  /** Records what is still to be told, in its order; what the database cannot take now waits for the console's next word. */
  private async tell(): Promise<void> {
    for (let [first] = this.untold; first !== undefined; [first] = this.untold) {
      try {
        await appendEvents(this.db, first.actor, first.visitId, first.events);
      } catch (error) {
        this.warn(error);
        // What a rule refuses is refused for good.
        if (!(error instanceof HttpProblem)) return;
      }
      this.untold = this.untold.slice(1);
    }
  }

  /** The visit at work, its presses listened to from now on; as it was read last where the database is lost. */
  private async visitNow(): Promise<RoomVisit | null> {
    try {
      this.last = await this.visits.now();
    } catch (error) {
      this.warn(error);
      return this.last;
    }
    const visitId = this.last?.visitId ?? null;
    if (visitId !== this.listensTo) {
      this.leaveVisit();
      this.listensTo = visitId;
      const listen = (id: string) => this.feed.listen(id, () => this.inTurn(() => this.pressed()));
      this.leaveVisit = visitId === null ? () => {} : listen(visitId);
    }
    return this.last;
  }
}

/** Whether a console stands as before, whatever time it is. */
const unchanged = ({ at: _one, ...before }: ConsoleView, { at: _other, ...now }: ConsoleView) =>
  JSON.stringify(before) === JSON.stringify(now);

/** Whether a pulse was fired though no session is known to run. */
const isEarly = ({ bodies }: Followed): boolean =>
  bodies.some((body) => body.kind === 'incident' && body.what === 'pulseWhileNotReady');

const asEvents = (
  { visitId, after }: RoomVisit,
  { serial, at }: ConsoleView,
  { areaId, bodies }: Followed,
): readonly NewEvent[] => {
  const now = new Date().toISOString();
  return bodies.map((body) => {
    const key = [visitId, serial, body.kind, JSON.stringify(body), at].join(' ');
    return { id: v5(key, NAMESPACE), at: now, areaId, body, seen: after } as NewEvent;
  });
};

/** Guards every console of the bridge; gives how to stop. */
export function guardConsoles(
  { db, pool }: Connection,
  bridge: ConsoleBridge,
  feed: EventFeed,
  logger: Logger,
): () => Promise<void> {
  const lease = new GuardLease(pool);
  const guards = [...bridge.entries()].map(
    ([roomId, line]) => new RoomGuard(roomId, line, lease, db, feed, logger),
  );
  return async () => {
    await Promise.all(guards.map((guard) => guard.close()));
    lease.release();
  };
}
