import { bigint, index, integer, json, pgTable, text, timestamp } from 'drizzle-orm/pg-core';

/** One row: what all servers on this database share. */
export const installation = pgTable('installation', {
  id: integer('id').primaryKey().default(1),
  sessionSecret: text('session_secret').notNull(),
});

/** Kept by connect-pg-simple. */
export const session = pgTable(
  'session',
  {
    sid: text('sid').primaryKey(),
    sess: json('sess').notNull(),
    expire: timestamp('expire', { precision: 6 }).notNull(),
  },
  (t) => [index('session_expire').on(t.expire)],
);

/** Kept by rate-limiter-flexible. */
export const signInTries = pgTable('sign_in_tries', {
  key: text('key').primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
});
