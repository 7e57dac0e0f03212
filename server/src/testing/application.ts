import type { AccountLink } from '@tidy-quill/contract/accounts';
import type { Role } from '@tidy-quill/contract/auth';
import { randomBytes } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { pino, type Logger } from 'pino';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import { makeApplication } from '../app';
import { connect, connectAsApplication, type Connection } from '../db/connect';
import type { BackupSettings } from '../features/backups/by-itself';
import type { ConsoleSettings } from '../features/console/places';
import type { ApiRoute } from '../http/routes-of';
import type { ReachedBy } from '../http/origin';
import type { Metrics } from '../operation/metrics';
import { DEMO_PASSWORD } from '../db/demo/people';
import { filledDatabase } from '../../test-databases.mjs';

export const MIGRATIONS = fileURLToPath(new URL('../../migrations', import.meta.url));

const newName = () => `t_${randomBytes(6).toString('hex')}`;

function testDatabaseUrl(): string {
  const base = process.env['TEST_DATABASE_URL'];
  if (base === undefined) throw new Error('TEST_DATABASE_URL is not set: run npm test');
  return base;
}

/** A new, empty database on the PostgreSQL of this test run. */
export async function newDatabase(): Promise<string> {
  const base = testDatabaseUrl();
  const name = newName();
  const client = new pg.Client({ connectionString: base });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  const url = new URL(base);
  url.pathname = `/${name}`;
  return url.href;
}

/** A new database with the demo in it. */
export const demoDatabase = (): Promise<string> => filledDatabase(testDatabaseUrl(), newName());

interface Answered {
  readonly status: number;
  readonly body: never;
  readonly type: string | null;
}

/** Somebody at a browser of their own: keeps cookies, sends JSON. */
export interface Person {
  readonly get: (path: string) => Promise<Answered>;
  readonly post: (path: string, body?: unknown, headers?: object) => Promise<Answered>;
  readonly put: (path: string, body: unknown) => Promise<Answered>;
  readonly remove: (path: string) => Promise<Answered>;
  /** Sends bytes as they are. */
  readonly send: (path: string, bytes: Buffer, type: string) => Promise<Answered>;
  readonly bytes: (path: string) => Promise<Buffer>;
  /** As it is sent now. */
  readonly cookie: () => string;
}

export interface Application {
  readonly databaseUrl: string;
  readonly connection: Connection;
  readonly url: string;
  /** Every route of the API. */
  readonly routes: readonly ApiRoute[];
  readonly metrics: Metrics;
  readonly person: () => Person;
  /** A person signed in as one of the demo's staff. */
  readonly signedIn: (name: string) => Promise<Person>;
  readonly close: () => Promise<void>;
}

const SILENT = pino({ level: 'silent' });

/** The application with its demo data, on a database and port of its own. */
export const startApplication = async (
  logger: Logger = SILENT,
  reachedBy: ReachedBy = {},
  consoles: ConsoleSettings = {},
): Promise<Application> => startOn(await demoDatabase(), logger, reachedBy, consoles);

/** The application on a database that is there already, on a port of its own. */
export async function startOn(
  databaseUrl: string,
  logger: Logger = SILENT,
  reachedBy: ReachedBy = {},
  consoles: ConsoleSettings = {},
  backups?: BackupSettings,
): Promise<Application> {
  // What tests ask and change by themselves, they do as the owner; the application works as its own role.
  const connection = connect(databaseUrl);
  const own = connectAsApplication({ databaseUrl });
  const { url, routes, metrics, close } = await listening(
    own,
    logger,
    reachedBy,
    consoles,
    backups,
  );
  const person = () => personAt(url);
  return {
    databaseUrl,
    connection,
    url,
    routes,
    metrics,
    person,
    signedIn: (name) => signedInAt(url, name),
    close: async () => {
      await close();
      await own.pool.end();
      await connection.pool.end();
    },
  };
}

/** Somebody who has signed in at a server; the demo's staff have one password. */
export async function signedInAt(
  url: string,
  name: string,
  password = DEMO_PASSWORD,
): Promise<Person> {
  const someone = personAt(url);
  await someone.post('/api/sign-in', { name, password });
  return someone;
}

/** Somebody whom the owner invites, and who has set name and password by the link; they are not signed in yet. */
export async function invited(
  app: Application,
  who: { readonly name: string; readonly signInName: string; readonly role: Role },
): Promise<{ readonly id: string; readonly person: Person; readonly password: string }> {
  const owner = await app.signedIn('morwenna');
  const id = v7();
  const { name, signInName, role } = who;
  const { body } = await owner.post('/api/clinic/staff', { id, name, role });
  const password = 'wet pebble orbit thimble';
  const person = app.person();
  const token = defined((body as AccountLink).url.split('/').at(-1));
  const set = await person.post(`/api/account/${token}`, { name, signInName, password });
  if (set.status !== 204) throw new Error(JSON.stringify(set.body));
  return { id, person, password };
}

/** The id of somebody by the name that they sign in with. */
export async function staffIdOf(app: Application, signInName: string): Promise<string> {
  const { rows } = await app.connection.pool.query<{ id: string }>(
    'select id from staff where sign_in_name = $1',
    [signInName],
  );
  return defined(rows[0]).id;
}

/** Another server beside one that runs, on the same database. */
export async function startBeside({ databaseUrl }: Application, consoles: ConsoleSettings = {}) {
  const connection = connectAsApplication({ databaseUrl });
  const { url, close } = await listening(connection, SILENT, {}, consoles);
  return {
    url,
    close: async () => {
      await close();
      await connection.pool.end();
    },
  };
}

async function listening(
  connection: Connection,
  logger: Logger,
  reachedBy: ReachedBy,
  consoles: ConsoleSettings,
  backups?: BackupSettings,
) {
  const { server, routes, metrics, close } = await makeApplication({
    ...{ connection, logger, reachedBy, consoles, backups },
    webFolder: null,
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as { port: number };
  return { url: `http://127.0.0.1:${port}`, routes, metrics, close };
}

function personAt(url: string): Person {
  const jar = new Map<string, string>();
  const cookies = () => [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
  const ask = async (method: string, path: string, body?: unknown, headers: object = {}) => {
    const sent = Buffer.isBuffer(body) ? new Uint8Array(body) : JSON.stringify(body);
    const response = await fetch(`${url}${path}`, {
      method,
      headers: { 'content-type': 'application/json', cookie: cookies(), origin: url, ...headers },
      ...(body === undefined ? {} : { body: sent }),
    });
    for (const set of response.headers.getSetCookie()) {
      const [, name, value] = defined(/^([^=]+)=([^;]*)/.exec(set));
      jar.set(defined(name), defined(value));
    }
    const text = await response.text();
    const type = response.headers.get('content-type');
    return {
      status: response.status,
      type,
      body: (text !== '' && type?.includes('json') ? JSON.parse(text) : text) as never,
    };
  };
  return {
    get: (path) => ask('GET', path),
    post: (path, body, headers) => ask('POST', path, body, headers),
    put: (path, body) => ask('PUT', path, body),
    remove: (path) => ask('DELETE', path),
    send: (path, bytes, type) => ask('POST', path, bytes, { 'content-type': type }),
    bytes: async (path) => {
      const response = await fetch(`${url}${path}`, { headers: { cookie: cookies() } });
      return Buffer.from(await response.arrayBuffer());
    },
    cookie: cookies,
  };
}
