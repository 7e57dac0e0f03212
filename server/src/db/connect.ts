import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import { APPLICATION_ROLE } from './application-role';
import * as schema from './schema';

export type Db = NodePgDatabase<typeof schema>;

/** A transaction or the database itself: what a store's queries run on. */
export type Queryable = Pick<
  Db,
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction'
>;

export interface Connection {
  readonly db: Db;
  readonly pool: pg.Pool;
}

// Compiling a query, or starting workers for it, takes longer than any of ours takes to answer; and what is looked up by
// its key costs little more than what is read in a row, on any disk without moving parts.
const FOR_SHORT_QUERIES =
  'set jit = off; set max_parallel_workers_per_gather = 0; set random_page_cost = 1.1';

/** Connects as whoever the address names: migrations and the demo's data do so as the owner. */
export const connect = (databaseUrl: string): Connection =>
  connected({ connectionString: databaseUrl });

function connected(config: pg.PoolConfig): Connection {
  const pool = new pg.Pool({
    ...config,
    // What one transaction asks together goes out at once, not one answer after another.
    pipeline: true,
    max: 10,
    onConnect: async (client) => {
      // Nor may one that drops between two queries of a transaction take the server with it.
      client.on('error', () => {});
      await client.query(FOR_SHORT_QUERIES);
      await config.onConnect?.(client);
    },
  });
  // A connection that drops while idle is replaced at the next query; that query reports what is wrong.
  pool.on('error', () => {});
  return { db: drizzle(pool, { schema }), pool };
}

/** A connection that another one may answer for, each transaction: nothing prepared on one is there on the next. */
class PooledClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    const query = this.query.bind(this) as (...all: unknown[]) => unknown;
    this.query = ((first: unknown, ...more: unknown[]) =>
      query(isNamed(first) ? { ...first, name: undefined } : first, ...more)) as typeof this.query;
  }
}

const isNamed = (query: unknown): query is { readonly name: string } =>
  typeof query === 'object' && query !== null && 'name' in query && !('submit' in query);

/**
 * Connects as the application: by an address whose account is the application's, or by the owner's, whose every
 * connection then works as the application's role.
 */
export function connectAsApplication(urls: {
  readonly databaseUrl: string;
  readonly applicationUrl?: string | undefined;
  /** Whether a pooler in transaction mode stands before that address. */
  readonly pooled?: boolean | undefined;
}): Connection {
  const { applicationUrl, pooled = false } = urls;
  if (applicationUrl !== undefined) {
    return connected({
      connectionString: applicationUrl,
      ...(pooled ? { Client: PooledClient } : {}),
    });
  }
  return connected({
    connectionString: urls.databaseUrl,
    // No connection is handed out before it works as the application.
    onConnect: async (client) => {
      await client.query(`set role ${APPLICATION_ROLE}`);
    },
  });
}
