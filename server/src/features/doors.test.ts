import type { ClientPage } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/contract/today';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEMO_PASSWORD } from '../db/demo/people';
import { clinics, staff } from '../db/schema';
import { startApplication, type Application, type Person } from '../testing/application';
import { hashPassword } from './auth/store';

type Method = 'get' | 'post' | 'put';
type Door = readonly [method: Method, path: string];

// All that belongs to a clinic. What is missing here is open to whoever has the link or a name: signing in, the answers
// from home, the healing diary.
const LISTS: readonly Door[] = [
  ['get', '/api/me'],
  ['get', '/api/today'],
  ['get', '/api/today/follow-ups'],
  ['get', '/api/today/not-ready'],
  ['get', '/api/clients'],
  ['get', '/api/clinic'],
  ['get', '/api/catalogue'],
  ['get', '/api/catalogue/versions?kind=devices'],
  ['get', '/api/messages'],
  ['get', '/api/reactions'],
  ['get', '/api/diary-worries'],
  ['post', '/api/clients'],
  ['post', '/api/me/caution'],
  ['post', '/api/catalogue/versions'],
  ['post', '/api/clinic/staff'],
];
const OF_A_VISIT: readonly Door[] = [
  ['get', ''],
  ['get', '/events?after=0'],
  ['get', '/live'],
  ['get', '/record'],
  ['get', '/record.pdf'],
  ['get', '/aftercare.pdf'],
  ['get', '/next-visit.ics'],
  ['get', '/diary'],
  ['post', '/events'],
  ['post', '/plan'],
  ['post', '/override'],
  ['post', '/agree'],
  ['post', '/waive-spot'],
  ['post', '/send-home'],
  ['post', '/sign'],
  ['post', '/photos'],
  ['post', '/console'],
  ['post', '/invitation'],
  ['post', '/diary-link'],
  ['post', '/aftercare-message'],
];
const OF_A_CLIENT: readonly Door[] = [
  ['get', ''],
  ['get', '/record.json'],
  ['get', '/sessions.csv'],
  ['put', ''],
  ['post', '/areas'],
  ['post', '/visits'],
  ['post', '/consents'],
];

let app: Application;
let stranger: Person;
let doors: readonly Door[];
let ids: { readonly visit: string; readonly client: string; readonly photo: string };

beforeAll(async () => {
  app = await startApplication();
  const person = await app.signedIn('idony');
  const { visits } = (await person.get('/api/today')).body as Day;
  const { clients } = (await person.get('/api/clients')).body as ClientPage;
  const one = async (table: string) => {
    const { rows } = await app.connection.pool.query<{ id: string }>(
      `select id from ${table} limit 1`,
    );
    expect(rows, table).toHaveLength(1);
    return rows[0]!.id;
  };
  // Something in the outbox too.
  const sent = { id: v7() };
  await person.post(`/api/visits/${visits.at(-1)!.id}/invitation`, sent);
  ids = { visit: visits[0]!.id, client: clients[0]!.id, photo: await one('photos') };
  const consent = await one('consents');
  const under = (path: string, list: readonly Door[]) =>
    list.map(([method, rest]): Door => [method, `/api/${path}${rest}`]);
  doors = [
    ...under(`visits/${ids.visit}`, OF_A_VISIT),
    ...under(`clients/${ids.client}`, OF_A_CLIENT),
    [
      'get',
      `/api/clients/${ids.client}/consent-to-read?kind=photographs&areaId=${await one('areas')}`,
    ],
    ['get', `/api/photos/${ids.photo}`],
    ['get', `/api/photos/${ids.photo}/thumbnail`],
    ['get', `/api/consents/${consent}/pdf`],
    ['post', `/api/consents/${consent}/withdraw`],
    ['post', `/api/messages/${await one('messages')}/again`],
    ['post', `/api/catalogue/versions/${await one('catalogue_versions')}/approve`],
    ['put', `/api/clinic/staff/${await one('staff')}/active`],
  ];
  // A clinic that shares nothing with the first but the server, and its owner.
  const clinicId = v7();
  await app.connection.db.insert(clinics).values({
    ...{ id: clinicId, name: 'Elsewhere', timeZone: 'Europe/Berlin' },
    ...{ phone: '01632 960 999', emergencyPhone: '112' },
  });
  await app.connection.db.insert(staff).values({
    ...{ clinicId, id: v7(), name: 'Stranger', signInName: 'stranger', role: 'owner' },
    passwordHash: await hashPassword(DEMO_PASSWORD),
  });
  stranger = await app.signedIn('stranger');
});
afterAll(() => app.close());

const ask = (who: Person, [method, path]: Door) =>
  method === 'get' ? who.get(path) : who[method](path, {});

describe('every door', () => {
  it('asks who is there', async () => {
    const nobody = app.person();
    for (const door of [...LISTS, ...doors]) {
      expect((await ask(nobody, door)).status, door.join(' ')).toBe(401);
    }
  });

  it('is shut to another clinic’s staff, whatever the id that they know', async () => {
    for (const door of doors) {
      const { status } = await ask(stranger, door);
      // Refused before it is looked for (bad input, no right), or not found; never answered.
      expect([400, 403, 404], door.join(' ')).toContain(status);
    }
    // What is read has nothing to be wrong about but its ids.
    for (const door of doors.filter(([method]) => method === 'get')) {
      expect([400, 404], door.join(' ')).toContain((await ask(stranger, door)).status);
    }
  });

  it('changed nothing meanwhile', async () => {
    const { rows } = await app.connection.pool.query<{ n: number }>(
      `select count(*)::int as n from visit_events e join staff s on s.id = e.staff_id
       where s.sign_in_name = 'stranger'`,
    );
    expect(rows[0]!.n).toBe(0);
  });

  it('shows a new clinic nothing of the other’s', async () => {
    const seen = async (path: string) => JSON.stringify((await stranger.get(path)).body);
    const paths = LISTS.flatMap(([method, path]) => (method === 'get' ? [path] : []));
    for (const path of paths) {
      const text = await seen(path);
      for (const id of Object.values(ids)) expect(text, path).not.toContain(id);
      expect(text, path).not.toContain('Lantern Yard');
    }
  });
});
