import { sql } from 'drizzle-orm';
import { setTimeout as pause } from 'node:timers/promises';
import { defined } from '@tidy-quill/core/units';
import type { Db } from './connect';

const LOOKS = 20;
const LOOK_MS = 50;

/**
 * Where what is only read, and is much, is read from: a replica that has all that the main database had when it was asked, else
 * the main database itself. Nobody is given a record that lacks what was acknowledged before.
 */
export class ReadingSide {
  constructor(
    private readonly main: Db,
    /** Null where there is none. */
    private readonly replica: Db | null,
  ) {}

  async read<T>(work: (db: Db) => Promise<T>): Promise<T> {
    if (this.replica === null) return work(this.main);
    try {
      if (await this.hasCaughtUp(this.replica)) return await work(this.replica);
    } catch {
      // It is away, or has to write what nobody has summed up yet: the main database does both.
    }
    return work(this.main);
  }

  private async hasCaughtUp(replica: Db): Promise<boolean> {
    const now = await this.main.execute<{ at: string }>(
      sql`select pg_current_wal_lsn()::text as at`,
    );
    const { at } = defined(now.rows[0]);
    for (let look = 0; look < LOOKS; look++) {
      const { rows } = await replica.execute<{ there: boolean }>(
        sql`select coalesce(pg_last_wal_replay_lsn() >= ${at}::pg_lsn, true) as there`,
      );
      if (defined(rows[0]).there) return true;
      await pause(LOOK_MS);
    }
    return false;
  }
}
