import type { ClientOpened, ClientPage } from '@tidy-quill/contract/clients';
import type { RecordTaken } from '@tidy-quill/contract/client-record';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEMO_PASSWORD } from '../../db/demo/people';
import { clinics, staff } from '../../db/schema';
import { startApplication, type Application, type Person } from '../../testing/application';
import { hashPassword } from '../auth/store';
import type { ClientRecord } from '../export/store';

let app: Application;
let idony: Person;
/** Who owns another clinic on the same server, in which nobody of the demo is known. */
let elsewhere: Person;
const clinicId = v7();
beforeAll(async () => {
  app = await startApplication();
  idony = await app.signedIn('idony');
  const { db } = app.connection;
  await db.insert(clinics).values({
    ...{ id: clinicId, name: 'Elsewhere', timeZone: 'Europe/London' },
    ...{ phone: '01632 960 999', emergencyPhone: '999' },
  });
  await db.insert(staff).values({
    ...{ clinicId, id: v7(), name: 'Somebody Else', signInName: 'somebody.else', role: 'owner' },
    passwordHash: await hashPassword(DEMO_PASSWORD),
  });
  elsewhere = await app.signedIn('somebody.else');
});
afterAll(() => app.close());

const given = async (by: Person, id: string) =>
  (await by.get(`/api/clients/${id}/record.json`)).body as unknown as ClientRecord;
const take = (record: object) => elsewhere.post('/api/imports/record', record);
const idOf = async (text: string) => {
  const { clients } = (await idony.get(`/api/clients?text=${text}`)).body as unknown as ClientPage;
  return defined(clients[0]).id;
};

/** A record without what is another clinic’s own: ids of rooms and imports, places of entries, who looked, when. */
function bare(record: ClientRecord): unknown {
  const { exportedAt: _at, looked: _looked, staffNames: _staff, ...rest } = record;
  const { handpieceNames: _names, roomNames, ...own } = rest;
  const text = JSON.stringify(own, (key, value: unknown) => {
    if (['seq', 'seen', 'import_id'].includes(key)) return undefined;
    if (['roomId', 'room_id'].includes(key)) return roomNames[String(value)];
    return value;
  });
  return JSON.parse(text);
}

describe('a client’s whole record', () => {
  it('of everybody in the demo is taken by another clinic, and given out there as it was', async () => {
    const { rows } = await app.connection.pool.query<{ id: string }>(
      `select id from clients where clinic_id <> $1 order by reference`,
      [clinicId],
    );
    let pictures = 0;
    for (const { id } of rows) {
      const record = await given(idony, id);
      const answer = await take(record);
      expect(answer.status, JSON.stringify(answer.body)).toBe(201);
      expect(answer.body as unknown as RecordTaken).toEqual({
        clientId: id,
        reference: record.client.reference,
      });
      expect(bare(await given(elsewhere, id))).toEqual(bare(record));
      pictures += record.photos.length;
    }
    expect(rows.length).toBeGreaterThan(30);
    expect(pictures).toBeGreaterThan(0);
  });

  it('is worked with there: visits open, their sheets are read, who treated is named and cannot sign in', async () => {
    const id = await idOf('Emberlight');
    const here = (await idony.get(`/api/clients/${id}`)).body as unknown as ClientOpened;
    const there = (await elsewhere.get(`/api/clients/${id}`)).body as unknown as ClientOpened;
    expect(there.visits).toEqual(here.visits);
    for (const { id: visitId } of there.visits) {
      expect((await elsewhere.get(`/api/visits/${visitId}/record`)).status).toBe(200);
      expect((await elsewhere.get(`/api/visits/${visitId}/record.pdf`)).status).toBe(200);
    }
    const { rows } = await app.connection.pool.query(
      `select name, active, password_hash from staff where clinic_id = $1 and name like 'Idony%'`,
      [clinicId],
    );
    expect(rows).toEqual([{ name: 'Idony Brackwater', active: false, password_hash: null }]);
  });

  it('is taken once, and not where its rows, words, files or people do not agree', async () => {
    const record = await given(idony, await idOf('Emberlight'));
    expect((await take(record)).status).toBe(409);
    const other = JSON.parse(
      JSON.stringify(record).replaceAll(record.client.id, v7()),
    ) as ClientRecord;
    const refused = async (changed: object) => (await take({ ...other, ...changed })).body;
    const byNobody = other.rows['visits']?.map((row) => ({ ...row, staff_id: v7() }));
    for (const [changed, field] of [
      [{ format: 'another' }, 'format'],
      [{ files: other.files.slice(1) }, 'files'],
      [{ files: [{ ...other.files[0], bytes: 'AAAA' }] }, 'files.0'],
      [{ rows: { ...other.rows, visits: byNobody } }, 'staffNames'],
      [
        { rows: { ...other.rows, areas: [{ ...other.rows['areas']?.[0], colour: 1 }] } },
        'rows.areas',
      ],
    ] as const) {
      expect(await refused(changed), field).toMatchObject({ fields: [{ field }] });
    }
    // Ids of visits and areas are those of the record that is here already: nothing of it is half-written.
    expect(await refused({})).toMatchObject({ fields: [{ field: 'rows.areas' }] });
    const { rows } = await app.connection.pool.query(
      `select 1 from clients where clinic_id = $1 and id = $2`,
      [clinicId, other.client.id],
    );
    expect(rows).toEqual([]);
  });

  it('that was changed by hand is not taken', async () => {
    const id = v7();
    const fields = { givenName: 'Hester', familyName: 'Quillow', birthDate: '1990-01-02' };
    await idony.post('/api/clients', { id, ...fields, phone: '', note: '' });
    const record = await given(idony, id);
    const [row] = defined(record.rows['clients']);
    const changed = { ...record.rows, clients: [{ ...row, birth_date: '1999-01-02' }] };
    expect((await take({ ...record, rows: changed })).body).toMatchObject({
      fields: [{ field: 'client', problem: expect.stringContaining('is not what the rows say') }],
    });
    expect((await take(record)).status).toBe(201);
  });

  it('gets the next reference where its own is given already', async () => {
    const id = v7();
    const fields = { givenName: 'Hester', familyName: 'Quillow', birthDate: '1990-01-02' };
    await idony.post('/api/clients', { id, ...fields, phone: '', note: '' });
    const record = await given(idony, id);
    const text = JSON.stringify(record).replaceAll(record.client.reference, 'TQ-0001');
    const { body, status } = await take(JSON.parse(text) as object);
    expect(status).toBe(201);
    expect((body as unknown as RecordTaken).reference).toMatch(/^TQ-(?!0001)\d{4}$/);
  });
});
