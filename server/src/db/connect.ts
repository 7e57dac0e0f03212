import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema';

export type Db = NodePgDatabase<typeof schema>;

/** A transaction or the database itself: what a store's queries run on. */
export type Queryable = Pick<Db, 'select' | 'insert' | 'update' | 'execute'>;

export interface Connection {
  readonly db: Db;
  readonly pool: pg.Pool;
}

export function connect(databaseUrl: string): Connection {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 10 });
  // A connection that drops while idle is replaced at the next query; that query reports what is wrong.
  pool.on('error', () => {});
  return { db: drizzle(pool, { schema }), pool };
}
