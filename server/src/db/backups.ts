import { sql } from 'drizzle-orm';
import { bigint, boolean, check, index, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { moment } from './columns';

/** Backups of the whole database that were made, and tries that failed. Append-only. */
export const backups = pgTable(
  'backups',
  {
    id: uuid('id').primaryKey(),
    startedAt: moment('started_at').notNull(),
    endedAt: moment('ended_at').notNull().defaultNow(),
    /** The file; null where it failed. */
    name: text('name'),
    bytes: bigint('bytes', { mode: 'number' }),
    /** Why it failed; null where it did not. */
    why: text('why'),
    /** Whether the audit trail stood when it was made. */
    trailStands: boolean('trail_stands').notNull().default(true),
  },
  (t) => [
    index('backups_by_start').on(t.startedAt),
    check('backups_outcome', sql`num_nonnulls(${t.name}, ${t.why}) = 1`),
  ],
);
