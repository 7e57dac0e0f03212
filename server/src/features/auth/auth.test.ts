import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { DEMO_PASSWORD } from '../../db/demo/people';
import { startApplication, startBeside, type Application } from '../../testing/application';
import { triesBy } from './tries';

let app: Application;
beforeAll(async () => {
  app = await startApplication();
});
afterAll(() => app.close());

describe('signing in', () => {
  it('gives who one is, in an http-only same-site cookie', async () => {
    const response = await fetch(`${app.url}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Idony', password: DEMO_PASSWORD }),
    });
    expect(response.status).toBe(200);
    expect(await response.json()).toMatchObject({
      staff: { name: 'Idony Brackwater', role: 'technician' },
      cautionAccepted: false,
    });
    const cookie = defined(response.headers.getSetCookie()[0]);
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
  });

  it('gives whoever signs in the key to what waits on the clinic’s devices, the same each time', async () => {
    const keyOf = async (name: string) =>
      ((await (await app.signedIn(name)).get('/api/me')).body as { deviceKey: string }).deviceKey;
    const [one, again, other] = [
      await keyOf('idony'),
      await keyOf('idony'),
      await keyOf('caspian'),
    ];
    expect(Buffer.from(one, 'base64')).toHaveLength(32);
    expect([again, other]).toEqual([one, one]);
    expect((await app.person().get('/api/me')).body).not.toHaveProperty('deviceKey');
    const [{ secret }] = (
      await app.connection.pool.query<{ secret: string }>(
        'select session_secret as secret from installation',
      )
    ).rows as [{ secret: string }];
    expect(Buffer.from(one, 'base64').toString('base64url')).not.toBe(secret);
  });

  it('keeps passwords as argon2id only', async () => {
    const { rows } = await app.connection.pool.query('select password_hash from staff');
    for (const { password_hash } of rows) expect(password_hash).toMatch(/^\$argon2id\$/);
  });

  it('says the same for a wrong name and a wrong password', async () => {
    const person = app.person();
    const wrong = await person.post('/api/sign-in', { name: 'idony', password: 'x' });
    const unknown = await person.post('/api/sign-in', { name: 'nobody', password: 'x' });
    expect(wrong.status).toBe(401);
    expect(wrong.type).toContain('application/problem+json');
    expect(unknown.body).toEqual(wrong.body);
  });

  it('names empty fields', async () => {
    const { status, body } = await app.person().post('/api/sign-in', { name: ' ' });
    expect(status).toBe(400);
    expect(body).toMatchObject({
      type: 'tag:tidy-quill,2026:invalid-input',
      fields: [
        { field: 'name', problem: 'must not be empty' },
        { field: 'password', problem: 'is missing' },
      ],
    });
  });

  it('is closed after eight wrong tries, even for the right password', async () => {
    const person = app.person();
    for (let tries = 0; tries < 8; tries++) {
      await person.post('/api/sign-in', { name: 'tobiah', password: 'wrong' });
    }
    const right = await person.post('/api/sign-in', { name: 'tobiah', password: DEMO_PASSWORD });
    expect(right.status).toBe(429);
    const other = await person.post('/api/sign-in', { name: 'caspian', password: DEMO_PASSWORD });
    expect(other.status).toBe(200);
  });

  it('counts tries that come at once like tries in turn', async () => {
    const person = app.person();
    const guesses = Array.from({ length: 40 }, () =>
      person.post('/api/sign-in', { name: 'nobody-here', password: 'wrong' }),
    );
    const statuses = (await Promise.all(guesses)).map(({ status }) => status);
    expect(statuses.filter((status) => status === 401)).toHaveLength(8);
    expect(statuses.filter((status) => status === 429)).toHaveLength(32);
  });

  it('takes twice as long each time the tries are used up', async () => {
    const tries = triesBy(app.connection.pool, 'approval');
    const untilClosed = async () => {
      for (;;) {
        try {
          await tries.begin('somebody');
        } catch (error) {
          return (error as Error).message;
        }
      }
    };
    expect(await untilClosed()).toBe('Too many tries. Wait 10 minutes, then try again');
    // The ten minutes have gone by.
    const over = () =>
      app.connection.pool.query(
        "delete from sign_in_tries where key = 'approval:somebody' returning key",
      );
    expect((await over()).rowCount).toBe(1);
    expect(await untilClosed()).toBe('Too many tries. Wait 20 minutes, then try again');
    await over();
    expect(await untilClosed()).toBe('Too many tries. Wait 40 minutes, then try again');
    await over();
    expect(await untilClosed()).toBe('Too many tries. Wait 60 minutes, then try again');
    await tries.clear('somebody');
    await tries.begin('somebody');
  });

  it('cannot go through one name after another from one address', async () => {
    const beside = await startBeside(app);
    const person = app.person();
    const statuses: number[] = [];
    for (let number = 0; number < 61; number++) {
      statuses.push(
        (await person.post('/api/sign-in', { name: `name ${number}`, password: 'wrong' })).status,
      );
    }
    expect(statuses[0]).toBe(401);
    expect(statuses.at(-1)).toBe(429);
    // Counted by the database: another server knows of it too.
    const other = await fetch(`${beside.url}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'another', password: 'wrong' }),
    });
    expect(other.status).toBe(429);
    await beside.close();
    await app.connection.pool.query(`delete from sign_in_tries where key like '%address:%'`);
  });

  it('reads no more of a body than names and passwords take, and nothing of one for others', async () => {
    const large = { name: 'x'.repeat(20_000), password: 'x' };
    const refused = await app.person().post('/api/sign-in', large);
    expect([refused.status, refused.body]).toMatchObject([
      400,
      { title: 'This is larger than can be taken' },
    ]);
    const nobody = await app.person().post('/api/clients', { note: 'x'.repeat(900_000) });
    expect(nobody.status).toBe(401);
  });

  it('is not closed for a supervisor by failed approvals at a technician’s screen', async () => {
    const idony = await app.signedIn('idony');
    const { rows } = await app.connection.pool.query<{ id: string }>(
      `select v.id from visits v join clients c on c.id = v.client_id
       where c.family_name = 'Bristlecombe' order by v.starts_at desc limit 1`,
    );
    const approve = (password: string) =>
      idony.post(`/api/visits/${defined(rows[0]).id}/approvals`, {
        ...{ id: v7(), about: 'stop', reason: 'Seen today' },
        supervisor: { name: 'caspian', password },
      });
    const statuses: number[] = [];
    for (let tries = 0; tries < 9; tries++) statuses.push((await approve('wrong')).status);
    expect(statuses).toEqual([...Array<number>(8).fill(403), 429]);
    const own = await app
      .person()
      .post('/api/sign-in', { name: 'caspian', password: DEMO_PASSWORD });
    expect(own.status).toBe(200);
  });

  it('ends with signing out', async () => {
    const person = await app.signedIn('caspian');
    expect((await person.get('/api/me')).status).toBe(200);
    expect((await person.post('/api/sign-out')).status).toBe(204);
    expect((await person.get('/api/me')).status).toBe(401);
    expect((await person.get('/api/today')).status).toBe(401);
  });

  it('ends a week after signing in, however busy it was', async () => {
    const person = await app.signedIn('caspian');
    const age = (days: number) =>
      app.connection.pool.query(
        `update session set sess = jsonb_set(sess::jsonb, '{begunMs}', to_jsonb($1::bigint))
         where sess -> 'actor' ->> 'role' = 'supervisor'`,
        [Date.now() - days * 86_400_000],
      );
    await age(6.9);
    expect((await person.get('/api/me')).status).toBe(200);
    await age(7.1);
    expect((await person.get('/api/me')).body).toMatchObject({
      title: 'Sign in again: it has been a week',
    });
    expect((await person.get('/api/me')).body).toMatchObject({ title: 'Sign in first' });
  });

  it('keeps that the caution was read', async () => {
    const person = await app.signedIn('morwenna');
    expect((await person.get('/api/me')).body).toMatchObject({ cautionAccepted: false });
    await person.post('/api/me/caution');
    expect((await person.get('/api/me')).body).toMatchObject({ cautionAccepted: true });
  });
});

describe('other sites', () => {
  it('cannot post', async () => {
    const person = await app.signedIn('caspian');
    const answer = await person.post('/api/sign-out', undefined, {
      origin: 'http://elsewhere.test',
    });
    expect(answer.status).toBe(403);
    expect((await person.get('/api/me')).status).toBe(200);
  });
});

describe('unknown addresses', () => {
  it('answer with a problem', async () => {
    const person = await app.signedIn('caspian');
    const { status, type } = await person.get('/api/nowhere');
    expect(status).toBe(404);
    expect(type).toContain('application/problem+json');
  });
});
