import { readBody, type KeptBody } from '@tidy-quill/contract/kept-bodies';
import { nameToday } from '@tidy-quill/core/events';
import type { ClientOpened, ClientPage } from '@tidy-quill/contract/clients';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import {
  MIGRATIONS,
  newDatabase,
  startOn,
  type Application,
  type Person,
} from '../testing/application';
import { rebuild, wrongProjections } from '../features/projections/rebuild';
import { migrate } from './migrate';

// The demo clinic as the release before left it, at its last migration, 0013: made by pg_dump --inserts.
const DUMP = fileURLToPath(new URL('../../test-data/demo-of-0013.sql.gz', import.meta.url));
const TABLES = ['clients', 'areas', 'visits', 'visit_events', 'photos', 'consents', 'messages'];

let app: Application;
let person: Person;
let before: readonly number[];

const counts = async (client: pg.Client) => {
  const found: number[] = [];
  for (const table of TABLES) {
    const { rows } = await client.query<{ n: number }>(
      `select count(*)::int as n from public.${table}`,
    );
    found.push(defined(rows[0]).n);
  }
  return found;
};

beforeAll(async () => {
  const url = await newDatabase();
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(gunzipSync(await readFile(DUMP)).toString());
  before = await counts(client);
  await client.end();
  await migrate(url, MIGRATIONS);
  app = await startOn(url);
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

describe('the data of the release before', () => {
  it('is all there after the migrations', async () => {
    const client = new pg.Client({ connectionString: app.databaseUrl });
    await client.connect();
    expect(await counts(client)).toEqual(before);
    expect(before[TABLES.indexOf('visit_events')]).toBeGreaterThan(500);
    await client.end();
  });

  it('is summed up visit by visit, none of them unreadable', async () => {
    expect(await rebuild(app.connection.db)).toBe(before[TABLES.indexOf('visits')]);
    expect(await wrongProjections(app.connection.db)).toEqual([]);
    const { rows } = await app.connection.pool.query(
      'select visit_id from visit_status where unreadable',
    );
    expect(rows).toEqual([]);
  });

  it('is read entry by entry as it was kept, numbing by cream where nothing else was said', async () => {
    const { rows } = await app.connection.pool.query<KeptBody & { body: { kind: string } }>(
      'select kind, version, body from visit_events',
    );
    const numbed = rows.filter(({ kind }) => kind === 'numbingChanged');
    expect(rows.length).toBeGreaterThan(500);
    expect(rows.some(({ kind }) => kind === 'watched')).toBe(true);
    for (const row of rows) {
      const meant = numbed.includes(row) ? { by: 'cream', ...row.body } : row.body;
      expect(readBody(row)).toEqual({ ...meant, kind: nameToday(row.kind) });
    }
  });

  it('opens: every client, every visit, every record', async () => {
    const { clients } = (await person.get('/api/clients')).body as ClientPage;
    expect(clients.length).toBeGreaterThan(15);
    for (const { id } of clients) {
      const { status, body } = await person.get(`/api/clients/${id}`);
      expect(status).toBe(200);
      for (const visit of (body as ClientOpened).visits) {
        const opened = await person.get(`/api/visits/${visit.id}`);
        expect([opened.status, (opened.body as VisitOpened).visit.clientId]).toEqual([200, id]);
        expect((await person.get(`/api/visits/${visit.id}/record`)).status).toBe(200);
      }
    }
  });

  it('goes on numbering clients where it was', async () => {
    const fields = {
      ...{ givenName: 'Next', familyName: 'Inline', birthDate: '1990-01-01', phone: '' },
      ...{ note: '', email: '' },
    };
    const add = () =>
      person.post('/api/clients', { id: crypto.randomUUID(), ...fields }) as Promise<{
        body: { reference: string };
      }>;
    const added = await Promise.all([add(), add(), add()]);
    expect(added.map(({ body }) => body.reference).sort()).toEqual([
      'TQ-0022',
      'TQ-0023',
      'TQ-0024',
    ]);
  });
});
