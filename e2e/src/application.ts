import { randomBytes } from 'node:crypto';
import type { EventKind } from '@tidy-quill/core/events';
import pg from 'pg';
import { end, prepare, serve, serveConsoles } from '../../scripts/serve.mjs';
import { filledDatabase, newDatabase } from '../../server/test-databases.mjs';

const NO_DEMO = { noDemo: true, setupCode: '--setup-code' };

/** The built application on a database of its own with the demo in it. */
export interface Application {
  readonly url: string;
  /** By which a clinic is set up; null where the demo is. */
  readonly setupCode: string | null;
  /** Asks the database directly. */
  readonly rows: <T>(query: string, values?: unknown[]) => Promise<T[]>;
  /** What was kept of a kind for a client, newest first. */
  readonly kept: (
    familyName: string,
    kind: EventKind,
  ) => Promise<{ body: Record<string, never>; visit_id: string }[]>;
  /** Ends the server as a crash would, and starts another on the same port and database. */
  readonly kill: () => Promise<void>;
  /** Starts it on another database where one is named. */
  readonly revive: (otherDatabaseUrl?: string) => Promise<void>;
  /** A new, empty database beside it. */
  readonly emptyDatabase: () => Promise<string>;
  readonly databaseUrl: string;
  readonly close: () => Promise<void>;
}

/**
 * @param demo whether the demo is in it, or no clinic at all and a code to set one up
 * @param env more settings of the server's
 */
export async function startApplication({
  demo = true,
  env = {},
}: { demo?: boolean; env?: Readonly<Record<string, string>> } = {}): Promise<Application> {
  const base = process.env['TEST_DATABASE_URL'];
  if (base === undefined) throw new Error('TEST_DATABASE_URL is not set: run npm test');
  const name = `e_${randomBytes(6).toString('hex')}`;
  const databaseUrl = demo ? await filledDatabase(base, name) : await newDatabase(base, name);
  const first = demo ? null : await prepare(databaseUrl, NO_DEMO);
  const consoles = await serveConsoles(0);
  let server = await serve(databaseUrl, { port: 0, consoles: consoles.rooms, env });
  const { url } = server;
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 2 });
  return {
    url,
    setupCode: first?.code ?? null,
    rows: async (query, values) => (await pool.query(query, values)).rows,
    kept: async (familyName, kind) => {
      const query = `select e.body, e.visit_id from visit_events e
        join visits v on v.id = e.visit_id join clients c on c.id = v.client_id
        where c.family_name = $1 and e.kind = $2 order by e.at desc, e.id desc`;
      return (await pool.query(query, [familyName, kind])).rows;
    },
    kill: () =>
      new Promise((resolve) => {
        server.child.once('exit', () => resolve());
        server.child.kill('SIGKILL');
      }),
    databaseUrl,
    emptyDatabase: () => newDatabase(base, `e_${randomBytes(6).toString('hex')}`),
    revive: async (otherDatabaseUrl = databaseUrl) => {
      server = await serve(otherDatabaseUrl, {
        port: Number(new URL(url).port),
        tries: 1,
        consoles: consoles.rooms,
        env,
      });
    },
    close: async () => {
      await end(server.child);
      await end(consoles.child);
      await pool.end();
    },
  };
}
