import type { ImportListed } from '@tidy-quill/contract/imports';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { defined } from '@tidy-quill/core/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 } from 'uuid';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let caspian: Person;
beforeAll(async () => {
  app = await startApplication();
  caspian = await app.signedIn('caspian');
});
afterAll(() => app.close());

const client = (key: string, more: object = {}) => ({
  ...{ row: Number(key) + 1, id: v7(), key, givenName: 'Tamsin', familyName: `Fernhollow ${key}` },
  ...{ birthDate: '1991-03-04', phone: '', note: '', ...more },
});
const session = (of: string, more: object = {}) => ({
  ...{ row: 2, id: v7(), client: of, on: '2025-05-12', site: 'upperLip', side: 'whole' },
  ...{ wavelengthNm: 810, fluenceJcm2: 12, pulseMs: 30, spotMm: 12, endpoint: 'right' },
  ...more,
});
const file = (clients: object[], sessions: object[] = []) => ({
  ...{ id: v7(), fileName: 'clients.csv', clients, sessions },
});
const counted = async () =>
  (await app.connection.pool.query<{ n: number }>('select count(*)::int as n from clients')).rows[0]
    ?.n;
const opened = async (id: string) =>
  (await caspian.get(`/api/clients/${id}`)).body as unknown as ClientOpened;
const listed = async () => (await caspian.get('/api/imports')).body as unknown as ImportListed[];

describe('an import', () => {
  it('adds clients under the next references, with areas and sessions, once', async () => {
    const before = defined(await counted());
    const [one, two] = [client('1', { email: 'tamsin@example.org' }), client('2')];
    const asked = file([one, two], [session('1'), session('1', { site: 'thigh', side: 'both' })]);
    expect((await caspian.post('/api/imports', asked)).status).toBe(201);
    expect((await caspian.post('/api/imports', asked)).status).toBe(201);
    expect(await counted()).toBe(before + 2);
    const first = await opened(one.id);
    const second = await opened(two.id);
    expect(first.client.email).toBe('tamsin@example.org');
    expect(Number(second.client.reference.slice(3))).toBe(
      Number(first.client.reference.slice(3)) + 1,
    );
    expect(first.areas.map(({ site, side }) => [site, side]).sort()).toEqual([
      ['thigh', 'both'],
      ['upperLip', 'whole'],
    ]);
    const lip = defined(first.areas.find(({ site }) => site === 'upperLip'));
    expect(first.typedSessions[lip.id]).toMatchObject([
      { on: '2025-05-12', typedIn: true, wavelengthNm: 810, setting: { fluenceJcm2: 12 } },
    ]);
    expect(await listed()).toMatchObject([
      { fileName: 'clients.csv', clients: 2, sessions: 2, by: 'Caspian Thorngate', undoneAt: null },
    ]);
  });

  it('takes nothing where one row is wrong, and names row and field of each', async () => {
    const before = await counted();
    const wrong = file(
      [client('3'), client('4', { birthDate: '1991-02-30' })],
      [session('3'), session('9')],
    );
    const { status, body } = await caspian.post('/api/imports', wrong);
    expect(status).toBe(400);
    expect((body as { fields: object[] }).fields).toEqual([
      { field: 'clients.1.birthDate', problem: 'is not a day of the calendar' },
    ]);
    const nobody = file([client('3')], [session('3'), session('9')]);
    const refused = await caspian.post('/api/imports', nobody);
    expect((refused.body as { fields: object[] }).fields).toEqual([
      { field: 'sessions.1.client', problem: 'names nobody: 9' },
    ]);
    expect(await counted()).toBe(before);
    expect(await listed()).toHaveLength(1);
  });

  it('adds sessions to a client who is here, by reference', async () => {
    const asked = file([], [session('TQ-0003', { site: 'chin' })]);
    expect((await caspian.post('/api/imports', asked)).status).toBe(201);
    const { rows } = await app.connection.pool.query<{ reference: string }>(
      `select c.reference from typed_sessions t join clients c on c.id = t.client_id
       where t.import_id = $1`,
      [asked.id],
    );
    expect(rows).toEqual([{ reference: 'TQ-0003' }]);
  });

  it('is looked through first: who may be here already', async () => {
    const { body } = await caspian.get('/api/clients?text=okapi');
    const [okapi] = (body as { clients: { id: string; birthDate: string }[] }).clients;
    const { birthDate, id } = defined(okapi);
    const row = client('5', { givenName: 'Zephyrine', familyName: 'Okapi Lune', birthDate });
    const checked = await caspian.post('/api/imports/check', file([client('6'), row]));
    expect(checked.body).toMatchObject({ alike: [{ row: 7 }, { row: 6, with: { id } }] });
    expect(await listed()).toHaveLength(2);
  });

  it('is for supervisor and owner', async () => {
    const idony = await app.signedIn('idony');
    expect((await idony.post('/api/imports', file([client('7')]))).status).toBe(403);
  });

  it('of 5000 clients is taken at once, of one more it is not', async () => {
    const many = Array.from({ length: 5001 }, (_, index) => client(String(index + 100)));
    const { status, body } = await caspian.post('/api/imports', file(many));
    expect(status).toBe(400);
    expect((body as { fields: object[] }).fields).toEqual([
      { field: 'clients', problem: 'must be 5000 at most' },
    ]);
    const all = file(many.slice(1));
    expect((await caspian.post('/api/imports', all)).status).toBe(201);
    expect((await caspian.post(`/api/imports/${all.id}/undo`)).status).toBe(204);
  });
});

describe('an import that is undone', () => {
  it('goes as a whole, twice as once, and stays in the list and in the trail', async () => {
    const before = await counted();
    const one = client('20');
    const asked = file([one], [session('20')]);
    await caspian.post('/api/imports', asked);
    expect(await counted()).toBe(defined(before) + 1);
    expect((await caspian.post(`/api/imports/${asked.id}/undo`)).status).toBe(204);
    expect((await caspian.post(`/api/imports/${asked.id}/undo`)).status).toBe(204);
    expect(await counted()).toBe(before);
    expect((await caspian.get(`/api/clients/${one.id}`)).status).toBe(404);
    expect((await listed())[0]).toMatchObject({
      id: asked.id,
      undoneAt: expect.any(String) as string,
    });
    const { body } = await caspian.get('/api/audit?kind=importUndone');
    expect((body as { entries: { staff: string }[] }).entries[0]?.staff).toBe('Caspian Thorngate');
    expect((await caspian.post(`/api/imports/${v7()}/undo`)).status).toBe(404);
  });

  it('is refused once something rests on it, and says what', async () => {
    const one = client('21');
    const asked = file([one], [session('21')]);
    await caspian.post('/api/imports', asked);
    const { client: kept, areas } = await opened(one.id);
    const undo = () => caspian.post(`/api/imports/${asked.id}/undo`);
    await caspian.put(`/api/clients/${one.id}`, { ...kept, phone: '01632 960 001' });
    expect((await undo()).body).toMatchObject({ detail: 'edited' });
    await caspian.post(`/api/clients/${one.id}/areas`, {
      ...{ id: v7(), site: 'chin', side: 'whole', areaCm2: 20 },
    });
    expect((await undo()).body).toMatchObject({ detail: 'areas' });
    const visit = await book(one.id, defined(areas[0]).id);
    expect((await undo()).body).toMatchObject({ detail: 'visits' });
    expect((await undo()).status).toBe(409);
    // The plan of that visit knows of the session, and a test spot comes first all the same.
    const { before } = (await caspian.get(`/api/visits/${visit}`)).body as unknown as VisitOpened;
    expect(before[defined(areas[0]).id]?.history).toMatchObject([
      { typedIn: true, on: '2025-05-12' },
    ]);
  });
});

async function book(clientId: string, areaId: string): Promise<string> {
  const id = v7();
  const { rooms, staff } = (await caspian.get('/api/clinic')).body as unknown as {
    rooms: { id: string }[];
    staff: { id: string }[];
  };
  const { status, body } = await caspian.post(`/api/clients/${clientId}/visits`, {
    ...{ id, areaId, roomId: defined(rooms[0]).id, staffId: defined(staff[0]).id },
    ...{ startsAt: new Date(Date.now() + 90 * 86_400_000).toISOString(), plannedMinutes: 5 },
  });
  if (status !== 201) throw new Error(JSON.stringify(body));
  return id;
}
