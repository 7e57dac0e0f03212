import type { AuditEntry, AuditPage } from '@tidy-quill/contract/audit';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/contract/today';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import {
  invited,
  startApplication,
  type Application,
  type Person,
} from '../../testing/application';
import { verifyTrail } from './verify';

const SOON = { timeout: 10_000 };

let app: Application;
let idony: Person;
let caspian: Person;
let visit: Day['visits'][number];

beforeAll(async () => {
  app = await startApplication();
  [idony, caspian] = await Promise.all([app.signedIn('idony'), app.signedIn('caspian')]);
  const { visits } = (await idony.get('/api/today')).body as Day;
  visit = defined(visits.find(({ client }) => client.name.includes('Candlewick')));
});
afterAll(() => app.close());

const trail = async (query = ''): Promise<readonly AuditEntry[]> =>
  ((await caspian.get(`/api/audit${query}`)).body as AuditPage).entries;
const last = async (kind: string) => (await trail(`?kind=${kind}`))[0];

describe('the audit trail', () => {
  it('begins empty: nobody did what the demo invents', async () => {
    const all = await trail();
    expect(new Set(all.map(({ kind }) => kind))).toEqual(new Set(['signedIn']));
    expect(all.map(({ staff }) => staff)).toContain('Idony Brackwater');
  });

  it('tells of sign-ins that were refused, of names that somebody has', async () => {
    const somebody = app.person();
    await somebody.post('/api/sign-in', { name: 'tobiah', password: 'quill or candle' });
    await somebody.post('/api/sign-in', { name: 'nobody at all', password: 'quill or candle' });
    expect(await trail('?kind=signInRefused')).toMatchObject([
      { staff: null, what: { signInName: 'tobiah' } },
    ]);
  });

  it('tells of whom somebody looked at, and what for', async () => {
    await idony.get('/api/clients?text=candlewick');
    await idony.get(`/api/clients/${visit.client.id}`);
    await idony.get(`/api/visits/${visit.id}/record.pdf`);
    const own = () => trail(`?client=${visit.client.id}`);
    await expect.poll(async () => (await own()).length, SOON).toBe(2);
    expect(await own()).toMatchObject([
      { kind: 'recordPrinted', staff: 'Idony Brackwater', visitId: visit.id },
      { kind: 'clientOpened', client: { name: visit.client.name } },
    ]);
    expect(await last('clientsSearched')).toMatchObject({ what: { text: 'candlewick' } });
  });

  it('is held up by nothing that a search has beside its text', async () => {
    expect((await idony.get('/api/clients?text=quick&more=%00')).status).toBe(200);
    await expect
      .poll(async () => (await last('clientsSearched'))?.what, SOON)
      .toEqual({ text: 'quick' });
  });

  it('is told that somebody looked for who is alike, by no name', async () => {
    expect((await idony.get('/api/clients/alike?familyName=Candlewick&phone=12')).status).toBe(200);
    await expect.poll(async () => (await last('clientsSearched'))?.what, SOON).toEqual({});
  });

  it('tells of an edit with before and after, in its transaction', async () => {
    const { client } = (await idony.get(`/api/clients/${visit.client.id}`)).body as ClientOpened;
    const { id, reference: _, ...fields } = client;
    await idony.put(`/api/clients/${id}`, { ...fields, phone: '01632 960 555' });
    expect(await last('clientEdited')).toMatchObject({
      staff: 'Idony Brackwater',
      client: { id },
      what: { before: { phone: client.phone }, after: { phone: '01632 960 555' } },
    });
    // Whoever goes past the application is told of too, by nobody's name.
    await app.connection.pool.query("update clients set note = 'By hand' where id = $1", [id]);
    expect(await last('clientEdited')).toMatchObject({
      staff: null,
      what: { after: { note: 'By hand' } },
    });
    // What is refused leaves no trace of having been done.
    const before = (await trail('?kind=clientEdited')).length;
    expect((await idony.put(`/api/clients/${id}`, { ...fields, note: 'Late' })).status).toBe(409);
    expect(await trail('?kind=clientEdited')).toHaveLength(before);
  });

  it('tells of accounts without their passwords, and of links without their tokens', async () => {
    await invited(app, { name: 'New Hand', signInName: 'newhand', role: 'technician' });
    const added = await last('accountAdded');
    expect(added).toMatchObject({ what: { after: { name: 'New Hand', role: 'technician' } } });
    expect(await last('accountChanged')).toMatchObject({
      what: { after: { sign_in_name: 'newhand' } },
    });
    expect(await last('linkUsed')).toMatchObject({ staff: null });
    const link = await idony.post(`/api/visits/${visit.id}/diary-link`, {
      id: crypto.randomUUID(),
    });
    expect([201, 422]).toContain(link.status);
    expect(JSON.stringify(await trail())).not.toMatch(/password_hash|token_hash|argon2/);
  });

  it('is for supervisor and owner, and no clinic reads another’s', async () => {
    expect((await idony.get('/api/audit')).status).toBe(403);
    expect((await caspian.get(`/api/audit?client=${crypto.randomUUID()}`)).body).toEqual({
      entries: [],
      more: false,
    });
    expect((await caspian.get('/api/audit?day=2026-02-30')).status).toBe(400);
    const file = await caspian.get(`/api/clients/${visit.client.id}/audit.csv`);
    expect(String(file.body)).toMatch(/^at,by,what\r\n.*Idony Brackwater,Client opened/s);
  });
});

describe('tampering with it', () => {
  const { query } = { query: (sql: string) => app.connection.pool.query(sql) };
  /** As whoever owns the database may: past the trigger that keeps it. */
  const tamper = async (sql: string) => {
    await query('alter table audit_entries disable trigger audit_entries_append_only');
    await query(sql);
    await query('alter table audit_entries enable trigger audit_entries_append_only');
  };
  const verified = () => verifyTrail(app.connection.db);

  it('is refused to the application and, while its trigger stands, to anybody', async () => {
    await expect(query('delete from audit_entries')).rejects.toThrow('append-only');
    expect((await verified()).broken).toEqual([]);
  });

  it('is found: an entry that was cut off, by an anchor', async () => {
    const { anchors } = await verified();
    const [{ seq }] = anchors as [(typeof anchors)[number]];
    await tamper(`delete from audit_entries where seq = ${seq}`);
    expect((await verified()).broken).toEqual([]);
    const against = await verifyTrail(app.connection.db, anchors);
    expect(against.broken).toMatchObject([{ seq, why: 'was cut off' }]);
  });

  it('is found: an entry that was changed, the first of them named', async () => {
    await tamper("update audit_entries set what = '{}' where seq = 5");
    await tamper('update audit_entries set staff_id = null where seq = 4');
    expect((await verified()).broken).toMatchObject([{ seq: 4, why: 'was changed' }]);
  });

  it('is found: an entry that was taken out', async () => {
    await tamper('delete from audit_entries where seq = 3');
    expect((await verified()).broken).toMatchObject([{ seq: 4, why: 'follows a gap' }]);
  });
});
