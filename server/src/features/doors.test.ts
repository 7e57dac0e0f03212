import { RIGHT_ROLES } from '@tidy-quill/core/access';
import { API } from '@tidy-quill/contract/api';
import type { Role } from '@tidy-quill/contract/auth';
import type { ClientPage } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/contract/today';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { DEMO_PASSWORD } from '../db/demo/people';
import { clinics, staff } from '../db/schema';
import type { ApiRoute } from '../http/routes-of';
import { startApplication, type Application, type Person } from '../testing/application';
import { hashPassword } from './auth/store';

// Every route comes from the router itself: a new one is tested here without being listed. Who may is the contract's.

const nameOf = ({ method, path }: ApiRoute) => `${method} ${path}`;

const ROLES = { technician: 'idony', supervisor: 'caspian', owner: 'morwenna' } as const;

let app: Application;
let stranger: Person;
/** An id of the demo clinic for what a path is about. */
let ids: Readonly<Record<string, string>>;

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
    return defined(rows[0]).id;
  };
  // Something in the outbox and in a diary too.
  const sentHome = defined(visits.find(({ client }) => client.name.includes('Yewbarrow'))).id;
  const link = await person.post(`/api/visits/${sentHome}/diary-link`, { id: v7() });
  const token = (link.body as { url: string }).url.split('/').at(-1);
  const entry = { id: v7(), trend: 'better', signs: [], note: '', photoIds: [] };
  await app.person().post(`/api/diary/${token}`, entry);
  // One's own absence anybody may enter and take back.
  const me = (await person.get('/api/me')).body as { staff: { id: string } };
  const absence = { id: v7(), what: 'staff', whatId: me.staff.id, reason: 'Leave' };
  const days = { from: '2031-02-03T08:00:00.000Z', until: '2031-02-04T08:00:00.000Z' };
  expect((await person.post('/api/unavailable', { ...absence, ...days })).status).toBe(201);
  const { areas } = (await person.get(`/api/clients/${defined(clients[0]).id}`)).body as {
    areas: readonly { id: string }[];
  };
  const waits = { id: v7(), areaIds: [defined(areas[0]).id], weekdays: [], part: 'any' };
  const path = `/api/clients/${defined(clients[0]).id}/waiting`;
  expect((await person.post(path, { ...waits, from: '2031-02-03' })).status).toBe(201);
  ids = {
    waiting: waits.id,
    visits: defined(visits[0]).id,
    clients: defined(clients[0]).id,
    photos: await one('photos'),
    imports: await imported(),
    merges: await merged(),
    'clinic/rooms': await one('rooms'),
    consents: await one('consents'),
    practice: await one('practice_runs'),
    eyewear: await one('eyewear'),
    'device-papers': await servicePaper(person),
    incidents: await incident(person),
    trials: await one('trials'),
    judgements: await one('judgements'),
    messages: await one('messages'),
    unavailable: absence.id,
    'catalogue/versions': await one('catalogue_versions'),
    'clinic/staff': await one("staff where sign_in_name = 'tobiah'"),
    handpieces: 'diode-810-plate',
    'diary-entries': entry.id,
    'me/sessions': 'f'.repeat(64),
  };
  // A clinic that shares nothing with the first but the server, and its owner.
  const clinicId = v7();
  await app.connection.db.insert(clinics).values({
    ...{ id: clinicId, name: 'Elsewhere', timeZone: 'Europe/Berlin' },
    ...{ phone: '01632 960 999', emergencyPhone: '112' },
  });
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  for (const role of ['technician', 'supervisor', 'owner'] as const) {
    await app.connection.db.insert(staff).values({
      ...{ clinicId, id: v7(), name: `Strange ${role}`, signInName: `strange.${role}` },
      ...{ role, passwordHash },
    });
  }
  stranger = await app.signedIn('strange.owner');
});
afterAll(() => app.close());

/** An entry of a service with its paper. */
async function servicePaper(person: Person): Promise<string> {
  const pdf = Buffer.from('%PDF-1.4 a paper');
  const kept = await person.send('/api/handpieces/diode-810-plate/papers', pdf, 'application/pdf');
  const { sha256 } = kept.body as { sha256: string };
  const body = { kind: 'serviced', what: 'repair', by: 'nobody', counter: null, note: '' };
  const id = v7();
  await person.post('/api/handpieces/diode-810-plate/log', {
    id,
    body: { ...body, paper: { name: 'paper.pdf', sha256 } },
  });
  return id;
}

async function incident(person: Person): Promise<string> {
  const id = v7();
  const report = { sort: 'other', happenedAt: new Date().toISOString(), hurt: [], name: '' };
  await person.post('/api/incidents', {
    ...{ id, visitId: null, handpieceId: null },
    report: { ...report, eyes: null, done: [], text: 'a cable' },
  });
  return id;
}

/** An import of nothing, by somebody of the demo clinic. */
async function imported(): Promise<string> {
  const caspian = await app.signedIn('caspian');
  const id = v7();
  await caspian.post('/api/imports', { id, fileName: 'none.csv', clients: [], sessions: [] });
  return id;
}

/** Two records that were merged, by somebody of the demo clinic. */
async function merged(): Promise<string> {
  const caspian = await app.signedIn('caspian');
  const [kept, gone, id] = [v7(), v7(), v7()];
  for (const client of [kept, gone]) {
    const who = { givenName: 'Perpetua', familyName: 'Twiceling', birthDate: '1990-01-02' };
    await caspian.post('/api/clients', { id: client, ...who, phone: '', note: '' });
  }
  const versions = { version: 1, goneVersion: 1 };
  const path = `/api/clients/${kept}/merges`;
  const answer = await caspian.post(path, { id, goneId: gone, pairs: [], ...versions });
  expect(answer.status).toBe(201);
  return id;
}

/** A route's path with ids of the demo clinic in it. */
function pathOf({ path }: ApiRoute): string {
  return path.replace(/^\/api\/(.+?)\/:id/, (whole, about: string) => {
    const id = ids[about];
    if (id === undefined) throw new Error(`No id is known for ${whole}: name one above`);
    return whole.replace(':id', id);
  });
}

const ask = (who: Person, route: ApiRoute) => {
  const path = pathOf(route);
  switch (route.method) {
    case 'GET':
      return who.get(path);
    case 'DELETE':
      return who.remove(path);
    case 'PUT':
      return who.put(path, {});
    default:
      return who.post(path, {});
  }
};

/** Every route but those that a link or a name opens. */
const closed = () => app.routes.filter((route) => API[nameOf(route)]?.open !== true);
const ofSomething = () => closed().filter(({ path }) => path.includes(':id'));

describe('every route', () => {
  it('asks who is there, but for those that a link or a name opens', async () => {
    const nobody = app.person();
    for (const route of closed()) {
      expect((await ask(nobody, route)).status, nameOf(route)).toBe(401);
    }
  });

  it.each(Object.entries(ROLES) as [Role, string][])(
    'lets a %s do what the contract says',
    async (role, name) => {
      for (const route of closed()) {
        const person = await app.signedIn(name);
        const { status } = await ask(person, route);
        const right = API[nameOf(route)]?.right;
        const may = right === undefined || RIGHT_ROLES[right].includes(role);
        expect(status === 403, `${nameOf(route)}: ${status}`).toBe(!may);
        expect(status, nameOf(route)).not.toBe(500);
      }
    },
  );

  it.each(['technician', 'supervisor', 'owner'])(
    'is shut to another clinic’s %s, whatever the id that they know',
    async (role) => {
      const strange = await app.signedIn(`strange.${role}`);
      for (const route of ofSomething()) {
        const { status, body } = await ask(strange, route);
        // Refused before it is looked for (bad input, no right), or not found; never answered.
        expect([400, 403, 404], `${nameOf(route)}: ${status}`).toContain(status);
        expect(JSON.stringify(body)).not.toContain('Lantern Yard');
      }
    },
  );

  it('changed nothing of the other clinic meanwhile', async () => {
    const { rows } = await app.connection.pool.query<{ n: number }>(
      `select count(*)::int as n from visit_events e join staff s on s.id = e.staff_id
       where s.sign_in_name like 'strange.%'`,
    );
    expect(defined(rows[0]).n).toBe(0);
  });

  it('shows a new clinic nothing of the other’s', async () => {
    const lists = closed().filter(
      ({ method, path }) => method === 'GET' && !path.includes(':id') && path !== '/api/live',
    );
    expect(lists.length).toBeGreaterThan(8);
    for (const route of lists) {
      const text = JSON.stringify((await ask(stranger, route)).body);
      for (const id of Object.values(ids)) expect(text, route.path).not.toContain(id);
      expect(text, route.path).not.toContain('Lantern Yard');
    }
  });
});
