import type { ClientPage } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/contract/today';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEMO_PASSWORD } from '../db/demo/people';
import { clinics, staff } from '../db/schema';
import type { ApiRoute } from '../http/routes-of';
import { startApplication, type Application, type Person } from '../testing/application';
import { hashPassword } from './auth/store';

// Every route comes from the router itself: one that is added is tried here without being named.

const nameOf = ({ method, path }: ApiRoute) => `${method} ${path}`;

/** Open to whoever has a link or a name; every other route asks who is there. */
const OPEN = [
  ...['GET /api/ahead/:token', 'POST /api/ahead/:token'],
  ...['GET /api/diary/:token', 'POST /api/diary/:token', 'POST /api/diary/:token/photos'],
  ...['POST /api/sign-in', 'POST /api/sign-out'],
];

/** Who may, where not everybody signed in may. */
const RESERVED: Readonly<Record<string, readonly string[]>> = {
  'POST /api/clinic/staff': ['owner'],
  'PUT /api/clinic/staff/:id/active': ['owner'],
  'PUT /api/clinic/clock': ['owner'],
  'POST /api/catalogue/versions': ['supervisor', 'owner'],
  'POST /api/catalogue/versions/:id/approve': ['supervisor'],
};

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
    return rows[0]!.id;
  };
  // Something in the outbox and in a diary too.
  const sentHome = visits.find(({ client }) => client.name.includes('Yewbarrow'))!.id;
  const link = await person.post(`/api/visits/${sentHome}/diary-link`, { id: v7() });
  const token = (link.body as { url: string }).url.split('/').at(-1);
  const entry = { id: v7(), trend: 'better', signs: [], note: '', photoIds: [] };
  await app.person().post(`/api/diary/${token}`, entry);
  ids = {
    visits: visits[0]!.id,
    clients: clients[0]!.id,
    photos: await one('photos'),
    consents: await one('consents'),
    messages: await one('messages'),
    'catalogue/versions': await one('catalogue_versions'),
    'clinic/staff': await one("staff where sign_in_name = 'tobiah'"),
    handpieces: 'diode-810-plate',
    'diary-entries': entry.id,
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

const closed = () => app.routes.filter((route) => !OPEN.includes(nameOf(route)));
const ofSomething = () => closed().filter(({ path }) => path.includes(':id'));

describe('every route', () => {
  it('is there: the lists here name none that is gone', () => {
    const names = app.routes.map(nameOf);
    expect(names.length).toBeGreaterThan(60);
    expect(names).toEqual(expect.arrayContaining([...OPEN, ...Object.keys(RESERVED)]));
  });

  it('asks who is there, but for those that a link or a name opens', async () => {
    const nobody = app.person();
    for (const route of closed()) {
      expect((await ask(nobody, route)).status, nameOf(route)).toBe(401);
    }
  });

  it.each(Object.entries(ROLES))('is open to a %s where it is theirs alone', async (role, name) => {
    for (const route of closed()) {
      const person = await app.signedIn(name);
      const { status } = await ask(person, route);
      const may = RESERVED[nameOf(route)]?.includes(role) ?? true;
      expect(status === 403, `${nameOf(route)}: ${status}`).toBe(!may);
      expect(status, nameOf(route)).not.toBe(500);
    }
  });

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
    expect(rows[0]!.n).toBe(0);
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
