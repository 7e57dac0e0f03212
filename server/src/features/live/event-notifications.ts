import { and, eq, max, sql } from 'drizzle-orm';
import type pg from 'pg';
import type { Db } from '../../db/connect';
import { visitEvents } from '../../db/schema';

const CHANNEL = 'visit_kept';
const AGAIN_MS = 1000;

/** Tells every server how far a visit got events. Nobody waits for it: who misses it reads them with the next press. */
export function notifyOfEvents(db: Db, visitId: string, after: number): void {
  db.execute(sql`select pg_notify(${CHANNEL}, ${`${visitId} ${after}`})`).catch(() => {});
}

/** The key under which a clinic's desk listens: what came in from home, reactions told of. */
export const deskOf = (clinicId: string) => `clinic:${clinicId}`;

/** Tells every server that something came in that a clinic's desk shows. */
export function tellDesk(db: Db, clinicId: string): void {
  notifyOfEvents(db, deskOf(clinicId), 0);
}

/** The key under which lines listen whether their session has ended. */
export const sessionKey = (sessionId: string) => `session:${sessionId}`;

/** Tells every server that a session has ended. */
export function tellSession(db: Db, sessionId: string): void {
  notifyOfEvents(db, sessionKey(sessionId), 0);
}

/** The place of the last event of a visit; 0 where it has none. */
export async function lastKept(db: Db, clinicId: string, visitId: string): Promise<number> {
  const [row] = await db
    .select({ last: max(visitEvents.seq) })
    .from(visitEvents)
    .where(and(eq(visitEvents.clinicId, clinicId), eq(visitEvents.visitId, visitId)));
  return row?.last ?? 0;
}

/** Is told the place up to which a visit got events; null where it may have got some unheard. */
type Listener = (after: number | null) => void;

/** What the database tells of visits: a line to it while somebody listens, and again and again while it is lost. */
export class EventFeed {
  private readonly listeners = new Map<string, Set<Listener>>();
  private client: pg.PoolClient | null = null;
  private opening = false;

  constructor(private readonly pool: pg.Pool) {}

  /** Calls a listener whenever a visit got events; gives how to stop. */
  listen(visitId: string, listener: Listener): () => void {
    const own = this.listeners.get(visitId) ?? new Set();
    this.listeners.set(visitId, own.add(listener));
    void this.open();
    return () => {
      own.delete(listener);
      if (own.size === 0 && this.listeners.get(visitId) === own) this.listeners.delete(visitId);
      if (this.listeners.size === 0) this.close();
    };
  }

  private async open(): Promise<void> {
    if (this.client !== null || this.opening) return;
    this.opening = true;
    try {
      const client = await this.pool.connect();
      const lost = () => this.lose(client);
      client.on('error', lost).on('end', lost);
      client.on('notification', ({ payload = '' }) => {
        const [visitId = '', after] = payload.split(' ');
        this.tell(visitId, Number(after));
      });
      this.client = client;
      await client.query(`listen ${CHANNEL}`);
      // Whatever was told before this line was open.
      for (const visitId of this.listeners.keys()) this.tell(visitId, null);
    } catch {
      this.close();
      this.again();
    } finally {
      this.opening = false;
      if (this.listeners.size === 0) this.close();
    }
  }

  private tell(visitId: string, after: number | null): void {
    for (const listener of this.listeners.get(visitId) ?? []) listener(after);
  }

  private lose(client: pg.PoolClient): void {
    if (this.client !== client) return;
    this.close();
    this.again();
  }

  private again(): void {
    if (this.listeners.size > 0) setTimeout(() => void this.open(), AGAIN_MS).unref();
  }

  private close(): void {
    const { client } = this;
    this.client = null;
    // Not handed back: another query would hear of visits.
    client?.release(true);
  }
}
