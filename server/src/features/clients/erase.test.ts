import type { ClientOpened, ClientPage } from '@tidy-quill/contract/clients';
import { defined } from '@tidy-quill/core/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';
import { verifyTrail } from '../audit/verify';

let app: Application;
let owner: Person;
beforeAll(async () => {
  app = await startApplication();
  owner = await app.signedIn('morwenna');
});
afterAll(() => app.close());

const opened = async (name: string) => {
  const { clients } = (await owner.get(`/api/clients?text=${name}`)).body as unknown as ClientPage;
  const { id } = defined(clients[0]);
  return (await owner.get(`/api/clients/${id}`)).body as unknown as ClientOpened;
};

/** Tables in whose rows a word stands, whatever its capitals: what a dump of the database would hold. */
async function tablesWith(word: string): Promise<string[]> {
  const { rows: tables } = await app.connection.pool.query<{ name: string }>(
    `select c.oid::regclass::text as name from pg_class c
     where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' order by 1`,
  );
  const found: string[] = [];
  for (const { name } of tables) {
    const { rows } = await app.connection.pool.query<{ n: number }>(
      `select count(*)::int as n from ${name} t where t::text ilike $1`,
      [`%${word}%`],
    );
    if (defined(rows[0]).n > 0) found.push(name);
  }
  return found;
}

describe('a client who is erased', () => {
  it('is not while a visit is to come or a reaction is open, nor by whoever owns nothing', async () => {
    const caspian = await app.signedIn('caspian');
    const { client } = await opened('Gullfeather');
    const path = `/api/clients/${client.id}/erasure`;
    const asked = { reference: client.reference };
    expect((await caspian.post(path, asked)).status).toBe(403);
    expect((await owner.post(path, { reference: 'TQ-9999' })).status).toBe(400);
    expect((await owner.post(path, asked)).body).toMatchObject({ detail: 'visitsToCome' });
    expect((await opened('Gullfeather')).client.erasedAt).toBeNull();
  });

  it('is gone by every word from the whole database, numbers and the trail’s chain left', async () => {
    const { client, visits } = await opened('Emberlight');
    const words = ['Emberlight', 'Hollis', client.phone, 'zebra-crossing-word'];
    await owner.put(`/api/clients/${client.id}`, {
      ...{ ...client, note: 'zebra-crossing-word', email: 'hollis@emberlight.example' },
    });
    await owner.get('/api/clients?text=emberlight');
    const fired = visits.map(({ pulses }) => pulses);
    expect(fired.some((pulses) => pulses > 0)).toBe(true);
    expect(await tablesWith('Emberlight')).toContain('clients');
    expect(await tablesWith('zebra-crossing-word')).toEqual(['audit_entries', 'clients']);
    // What was read is told a moment later.
    await expect
      .poll(async () => {
        const { rows } = await app.connection.pool.query<{ n: number }>(
          `select count(*)::int as n from audit_entries where what ->> 'text' = 'emberlight'`,
        );
        return defined(rows[0]).n;
      })
      .toBe(1);
    const path = `/api/clients/${client.id}/erasure`;
    for (let times = 0; times < 2; times++) {
      expect((await owner.post(path, { reference: client.reference })).status).toBe(204);
    }
    for (const word of words) expect(await tablesWith(word), word).toEqual([]);
    const record = await owner.get(`/api/clients/${client.id}/record.json`);
    expect(record.status).toBe(200);
    for (const word of words) expect(JSON.stringify(record.body)).not.toContain(word);
    for (const paper of ['record.pdf', 'record.fhir.json', 'sessions.csv']) {
      expect((await owner.get(`/api/clients/${client.id}/${paper}`)).status, paper).toBe(200);
    }
    const after = (await owner.get(`/api/clients/${client.id}`)).body as unknown as ClientOpened;
    expect(after.client).toMatchObject({
      ...{ givenName: 'Erased', familyName: client.reference, phone: '', email: '', note: '' },
      birthDate: `${client.birthDate.slice(0, 4)}-01-01`,
    });
    expect(after.unreadable).toEqual([]);
    expect(after.visits.map(({ pulses }) => pulses)).toEqual(fired);
    for (const { id } of after.visits) {
      expect((await owner.get(`/api/visits/${id}/record`)).status).toBe(200);
      expect((await owner.get(`/api/visits/${id}`)).status).toBe(200);
    }
    for (const { id } of after.consents) {
      expect((await owner.get(`/api/consents/${id}/pdf`)).status).toBe(404);
    }
    expect((await verifyTrail(app.connection.db)).broken).toEqual([]);
    const { body } = await owner.get('/api/audit?kind=clientErased');
    expect((body as { entries: { staff: string }[] }).entries).toMatchObject([
      { staff: 'Morwenna Ashgrove-Pell' },
    ]);
  });

  it('is gone whoever it was: with consents, pictures, messages, a diary', async () => {
    const { pool } = app.connection;
    const { rows: clients } = await pool.query<
      Record<'id' | 'reference' | 'family' | 'phone', string>
    >('select id, reference, family_name as family, phone from clients where erased_at is null');
    // Whom a visit awaits is not erased: theirs are over now.
    await pool.query(`update visits set starts_at = starts_at - interval '1 year'`);
    let erased = 0;
    // All at once: none waits for another in a circle.
    const answers = await Promise.all(
      clients.map(({ id, reference }) => owner.post(`/api/clients/${id}/erasure`, { reference })),
    );
    for (const [index, { family, phone }] of clients.entries()) {
      const { status } = defined(answers[index]);
      if (status === 409) continue;
      expect(status).toBe(204);
      erased += 1;
      for (const word of [family, phone]) expect(await tablesWith(word), word).toEqual([]);
    }
    expect(erased).toBeGreaterThan(25);
    const { rows } = await pool.query<{ pictures: number; unread: number }>(
      `select (select count(*)::int from photos p join visits v on v.id = p.visit_id
          join clients c on c.id = v.client_id where c.erased_at is not null) as pictures,
        (select count(*)::int from visit_status s where s.unreadable) as unread`,
    );
    expect(rows).toEqual([{ pictures: 0, unread: 0 }]);
    expect((await owner.get('/api/today')).status).toBe(200);
    expect((await owner.get('/api/messages')).status).toBe(200);
    expect((await verifyTrail(app.connection.db)).broken).toEqual([]);
  });

  it('leaves a trail in which nobody else’s entry loses its words unseen', async () => {
    const { pool } = app.connection;
    await pool.query('alter table audit_entries disable trigger user');
    const { rows } = await pool.query<{ seq: string }>(
      `update audit_entries set what = '{}', erased_by =
         (select seq from audit_entries where kind = 'clientErased' order by seq limit 1)
       where seq = (select min(seq) from audit_entries where kind = 'signedIn') returning seq`,
    );
    await pool.query('alter table audit_entries enable trigger user');
    const { broken } = await verifyTrail(app.connection.db);
    expect(broken).toMatchObject([
      { seq: Number(defined(rows[0]).seq), why: 'lost its words, and no erasure tells of it' },
    ]);
  });
});
