import type { SignedIn } from '@tidy-quill/contract/auth';
import type { Day } from '@tidy-quill/contract/today';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { DEMO_PASSWORD } from '../../db/demo/people';
import {
  startApplication,
  type Application,
  type Person,
  staffIdOf,
} from '../../testing/application';
import { lineAt } from '../../testing/line';

let app: Application;
beforeAll(async () => {
  app = await startApplication();
});
afterAll(() => app.close());

const idOf = (signInName: string) => staffIdOf(app, signInName);
const me = async (person: Person) => (await person.get('/api/me')).body as SignedIn;

describe('the cookie of a session', () => {
  const given = async (cookie: string) =>
    (await fetch(`${app.url}/api/me`, { headers: { cookie } })).headers.getSetCookie();

  it('comes with no answer but every ten minutes, so that a late one cannot bring an old one back', async () => {
    const idony = await app.signedIn('idony');
    expect(await given(idony.cookie())).toEqual([]);
    const { rows } = await app.connection.pool.query<{ sid: string }>(
      `update session set
         sess = jsonb_set(sess::jsonb, '{renewedMs}', to_jsonb(round(extract(epoch from now()) * 1000)::bigint - 601000))::json,
         expire = expire - interval '1 hour'
       where sid = $1 returning sid`,
      [defined(/tidy-quill=s%3A([^.]+)\./.exec(idony.cookie()))[1]],
    );
    expect(rows).toHaveLength(1);
    expect(await given(idony.cookie())).toEqual([expect.stringMatching(/^tidy-quill=/)]);
    expect(await given(idony.cookie())).toEqual([]);
    const { rows: left } = await app.connection.pool.query<{ hours: number }>(
      `select round(extract(epoch from expire - now()) / 3600)::int hours from session where sid = $1`,
      [defined(rows[0]).sid],
    );
    expect(left).toEqual([{ hours: 12 }]);
  });
});

describe('a locked tablet', () => {
  const PIN = '480215';
  const setPin = (person: Person, pin = PIN) =>
    person.post('/api/me/pin', { password: DEMO_PASSWORD, pin });
  const press = (kind: string, more: object = {}) => ({
    ...{ id: v7(), at: new Date().toISOString(), body: { kind, ...more } },
  });
  let visitId: string;
  beforeAll(async () => {
    const idony = await app.signedIn('idony');
    const { visits } = (await idony.get('/api/today')).body as Day;
    visitId = defined(visits.find(({ client }) => client.name.includes('Okapi-Lune'))).id;
  });

  it('shows the run and can stop it, and answers nothing else', async () => {
    const idony = await app.signedIn('idony');
    const line = await lineAt(app.url, visitId, idony.cookie());
    expect((await idony.post('/api/me/lock', { visitId })).status).toBe(204);
    expect((await me(idony)).locked).toEqual({
      people: [{ id: await idOf('idony'), name: 'Idony Brackwater', byPin: false }],
    });
    const address = `/api/visits/${visitId}/events?after=0`;
    expect((await idony.get(`/api/visits/${visitId}`)).status).toBe(200);
    for (const path of [
      '/api/today',
      '/api/clients',
      `/api/visits/${visitId}/record`,
      '/api/me/account',
    ]) {
      expect((await idony.get(path)).status, path).toBe(423);
    }
    // Nor another visit, whatever a second lock asks for.
    const { visits } = (await (await app.signedIn('tobiah')).get('/api/today')).body as Day;
    const other = defined(visits.find(({ id }) => id !== visitId)).id;
    expect((await idony.post('/api/me/lock', { visitId: other })).status).toBe(204);
    expect((await idony.get(`/api/visits/${other}`)).status).toBe(423);
    expect((await idony.get(`/api/visits/${visitId}`)).status).toBe(200);
    const fired = press('pulsesFired', { count: 1 });
    expect((await idony.post(address, [fired])).status).toBe(423);
    expect((await idony.post(address, [press('stopped'), fired])).status).toBe(423);
    expect((await idony.post('/api/me/password', {})).status).toBe(423);
    await expect.poll(() => line.ask([fired] as never)).toBeNull();
    expect((await idony.post(address, [press('stopped')])).status).toBe(200);
    expect(await line.ask([press('stopped')] as never)).not.toBeNull();
    line.end();
    const unlock = { staffId: await idOf('idony'), password: DEMO_PASSWORD };
    expect((await idony.post('/api/me/unlock', unlock)).status).toBe(204);
    expect((await idony.get('/api/today')).status).toBe(200);
  });

  it('is unlocked by PIN, three tries, then by the password alone', async () => {
    const idony = await app.signedIn('idony');
    expect((await setPin(idony, '123456')).body).toMatchObject({
      fields: [{ field: 'pin', problem: 'is too easy to guess' }],
    });
    expect((await setPin(idony)).status).toBe(204);
    const staffId = await idOf('idony');
    const unlock = (by: object) => idony.post('/api/me/unlock', { staffId, ...by });
    expect((await unlock({ pin: PIN })).status).toBe(422);
    await idony.post('/api/me/lock');
    const before = idony.cookie();
    expect((await unlock({ pin: '111222' })).status).toBe(401);
    expect((await unlock({ pin: PIN })).status).toBe(204);
    // Whoever read the cookie off the locked tablet has nothing.
    const thief = await fetch(`${app.url}/api/me`, { headers: { cookie: before } });
    expect(thief.status).toBe(401);
    await idony.post('/api/me/lock');
    for (const pin of ['111222', '111223', '111224']) {
      expect((await unlock({ pin })).status).toBe(401);
    }
    expect((await unlock({ pin: PIN })).body).toMatchObject({
      title: 'Three tries are used up: the password unlocks it now',
    });
    expect((await me(idony)).locked).toMatchObject({ people: [{ byPin: false }] });
    expect((await unlock({ password: DEMO_PASSWORD })).status).toBe(204);
  });

  it('of many PINs at once looks at three', async () => {
    const idony = await app.signedIn('idony');
    await setPin(idony);
    await idony.post('/api/me/lock');
    const staffId = await idOf('idony');
    const tries = Array.from({ length: 12 }, (_, i) =>
      idony.post('/api/me/unlock', { staffId, pin: `4802${30 + i}` }),
    );
    const titles = (await Promise.all(tries)).map(({ body }) => (body as { title: string }).title);
    expect(titles.filter((title) => title === 'The PIN does not fit')).toHaveLength(3);
  });

  it('is handed over to a colleague who signed in on it today, and to nobody else', async () => {
    const tablet = app.person();
    const signIn = (name: string) => tablet.post('/api/sign-in', { name, password: DEMO_PASSWORD });
    await signIn('tobiah');
    await setPin(tablet, '590817');
    await signIn('idony');
    await tablet.post('/api/me/lock');
    const [tobiah, caspian] = [await idOf('tobiah'), await idOf('caspian')];
    const { people } = defined((await me(tablet)).locked);
    expect(people.map(({ name }) => name)).toEqual(['Idony Brackwater', 'Tobiah Lanternfield']);
    const unlock = (by: object) => tablet.post('/api/me/unlock', by);
    expect((await unlock({ staffId: caspian, password: DEMO_PASSWORD })).status).toBe(403);
    expect((await unlock({ staffId: tobiah, pin: '590817' })).status).toBe(204);
    expect((await me(tablet)).staff.name).toBe('Tobiah Lanternfield');
    const { rows } = await app.connection.pool.query<{ kind: string }>(
      `select kind from audit_entries where kind in ('locked', 'unlocked') order by seq desc limit 2`,
    );
    expect(rows.map(({ kind }) => kind)).toEqual(['unlocked', 'locked']);
  });

  it('is not offered to whoever signed in on it the day before', async () => {
    const tablet = app.person();
    await tablet.post('/api/sign-in', { name: 'tobiah', password: DEMO_PASSWORD });
    await tablet.post('/api/sign-in', { name: 'idony', password: DEMO_PASSWORD });
    await app.connection.pool.query(
      "update tablet_sign_ins set at = at - interval '1 day' where staff_id = $1",
      [await idOf('tobiah')],
    );
    await tablet.post('/api/me/lock');
    expect(defined((await me(tablet)).locked).people).toHaveLength(1);
  });
});
