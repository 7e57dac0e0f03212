import type pg from 'pg';

const AGAIN_MS = 1000;
// Which of all advisory locks of a database these are.
const GUARDS = 0x7175_696c;

/**
 * The right to guard a room's console, held by one server at a time: a lock of the database that ends with this server's
 * connection, so that another takes over once it is gone. Whoever held it when the database was lost goes on meanwhile.
 */
export class GuardLease {
  private client: pg.PoolClient | null = null;
  private readonly held = new Set<string>();
  private readonly triedMs = new Map<string, number>();
  private closed = false;

  constructor(private readonly pool: pg.Pool) {}

  /** Whether this server guards the room; the database is asked at most once a second. */
  async holds(roomId: string): Promise<boolean> {
    const sure = this.client !== null && this.held.has(roomId);
    const tried = this.triedMs.get(roomId) ?? -Infinity;
    if (this.closed || sure || performance.now() - tried < AGAIN_MS) return this.held.has(roomId);
    this.triedMs.set(roomId, performance.now());
    try {
      const client = this.client ?? (await this.connect());
      const { rows } = await client.query<{ taken: boolean }>(
        'select pg_try_advisory_lock($1, hashtext($2)) as taken',
        [GUARDS, roomId],
      );
      if (rows[0]?.taken === true) this.held.add(roomId);
      else this.held.delete(roomId);
    } catch {
      // The database is lost for now: nobody else can take over either.
    }
    return this.held.has(roomId);
  }

  /** Gives every room back. */
  release(): void {
    this.closed = true;
    this.held.clear();
    this.leave();
  }

  private async connect(): Promise<pg.PoolClient> {
    const client = await this.pool.connect();
    const lost = () => {
      if (this.client === client) this.leave();
    };
    client.on('error', lost).on('end', lost);
    this.client = client;
    return client;
  }

  /** Ends the connection, and its locks with it. */
  private leave(): void {
    const { client } = this;
    this.client = null;
    client?.release(true);
  }
}
