import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { clinics, rooms, staff } from '../../db/schema';
import { startApplication, type Application, type Person } from '../../testing/application';
import { hashPassword } from '../auth/store';

let app: Application;
let person: Person;
const ids = { clinicId: v7(), staffId: v7(), roomId: v7(), clientId: v7(), areaId: v7() };

beforeAll(async () => {
  app = await startApplication();
  const { db } = app.connection;
  const { clinicId, staffId, roomId } = ids;
  await db.insert(clinics).values({
    ...{ id: clinicId, name: 'Bare Boards', timeZone: 'Pacific/Auckland' },
    ...{ phone: '', emergencyPhone: '111' },
  });
  await db.insert(rooms).values({ clinicId, id: roomId, name: 'Only room' });
  const passwordHash = await hashPassword('nothing here yet');
  await db.insert(staff).values({
    ...{ clinicId, id: staffId, name: 'Nobody Yet', signInName: 'nobody', role: 'owner' },
    passwordHash,
  });
  person = app.person();
  await person.post('/api/sign-in', { name: 'nobody', password: 'nothing here yet' });
});
afterAll(() => app.close());

describe('a clinic with nothing in it', () => {
  it.each([
    ['/api/today', (body: { visits: unknown[] }) => body.visits],
    ['/api/today/not-ready', (body: unknown[]) => body],
    ['/api/today/follow-ups', (body: unknown[]) => body],
    ['/api/reactions', (body: unknown[]) => body],
    ['/api/diary-worries', (body: unknown[]) => body],
    ['/api/messages', (body: unknown[]) => body],
    ['/api/clients', (body: { clients: unknown[] }) => body.clients],
  ] as const)('%s is an empty list, and holds nothing of another', async (path, list) => {
    const { status, body } = await person.get(path);
    expect(status).toBe(200);
    expect((list as (of: unknown) => unknown[])(body)).toEqual([]);
  });

  it('books a client without a telephone, and says what is lacking before a visit opens', async () => {
    const { clientId, areaId, roomId, staffId } = ids;
    const client = { id: clientId, givenName: 'Ø', familyName: 'Ü', birthDate: '1930-02-28' };
    const added = await person.post('/api/clients', { ...client, phone: '', note: '' });
    expect(added.status).toBe(201);
    const area = { id: areaId, site: 'foot', job: 'ink', side: 'both', areaCm2: 1 };
    expect((await person.post(`/api/clients/${clientId}/areas`, area)).status).toBe(201);
    const visit = { id: v7(), areaId, roomId, staffId, startsAt: '2031-01-05T10:00:00.000Z' };
    expect((await person.post(`/api/clients/${clientId}/visits`, visit)).status).toBe(201);
    const opened = await person.get(`/api/visits/${visit.id}`);
    expect(opened.status).toBe(422);
    expect(opened.body).toMatchObject({ title: 'No approved devices yet' });
    const record = await person.get(`/api/visits/${visit.id}/record`);
    expect(record.body).toMatchObject({ events: [], consents: [], handpieceNames: {} });
    const paper = await person.bytes(`/api/visits/${visit.id}/record.pdf`);
    expect(paper.subarray(0, 5).toString()).toBe('%PDF-');
    const csv = (await person.bytes(`/api/clients/${clientId}/sessions.csv`)).toString();
    expect(csv.split('\r\n')[0]).toContain('fluenceJcm2');
  });

  it('gives nothing of another clinic by its ids', async () => {
    const { rows } = await app.connection.pool.query('select id from visits limit 1');
    const other = rows[0].id as string;
    for (const path of ['record', 'record.pdf', 'aftercare.pdf', 'next-visit.ics', 'diary']) {
      expect((await person.get(`/api/visits/${other}/${path}`)).status, path).toBe(404);
    }
    const link = await person.post(`/api/visits/${other}/diary-link`, { id: v7() });
    expect(link.status).toBe(404);
  });
});
