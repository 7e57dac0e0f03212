import type {
  AccountLink,
  OwnAccount,
  RecoveryCodes,
  SecondFactorOffer,
} from '@tidy-quill/contract/accounts';
import type { SignedIn } from '@tidy-quill/contract/auth';
import type { Day } from '@tidy-quill/contract/today';
import { generateSync } from 'otplib';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { DEMO_PASSWORD } from '../../db/demo/people';
import {
  invited,
  startApplication,
  type Application,
  type Person,
  staffIdOf,
} from '../../testing/application';
import { lineAt } from '../../testing/line';

let app: Application;
let owner: Person;
beforeAll(async () => {
  app = await startApplication();
  owner = await app.signedIn('morwenna');
});
afterAll(() => app.close());

const STRONG = 'wet pebble orbit thimble';
const tokenOf = ({ body }: { body: never }) => defined((body as AccountLink).url.split('/').at(-1));
const invite = (role: string, name = 'Fabian Rookwhistle') =>
  owner.post('/api/clinic/staff', { id: v7(), name, role });
const set = (token: string, fields: object) =>
  app.person().post(`/api/account/${token}`, { signInName: 'fabian', password: STRONG, ...fields });
const idOf = (signInName: string) => staffIdOf(app, signInName);
const me = async (person: Person) => (await person.get('/api/me')).body as SignedIn;
const account = async (person: Person) => (await person.get('/api/me/account')).body as OwnAccount;

describe('an invitation', () => {
  it('is the owner’s to give', async () => {
    for (const name of ['idony', 'caspian']) {
      const person = await app.signedIn(name);
      const { status, body } = await person.post('/api/clinic/staff', {});
      expect([status, body]).toMatchObject([403, { title: 'Only owner may do this' }]);
    }
  });

  it('lets its person set name and password, once', async () => {
    const token = tokenOf(await invite('technician'));
    expect((await app.person().get(`/api/account/${token}`)).body).toEqual({
      ...{ kind: 'invitation', clinicName: 'Lantern Yard Laser Rooms' },
      ...{ name: 'Fabian Rookwhistle', signInName: null },
    });
    expect((await set(token, { name: 'Fabian R.' })).status).toBe(204);
    const person = await app.person();
    const signedIn = await person.post('/api/sign-in', { name: 'fabian', password: STRONG });
    expect(signedIn.body).toMatchObject({ staff: { name: 'Fabian R.', role: 'technician' } });
    expect((await set(token, { signInName: 'fabian.b' })).status).toBe(404);
  });

  it('takes no password that is guessed first, and no name that somebody has', async () => {
    const token = tokenOf(await invite('technician'));
    const weak = { field: 'password', problem: expect.stringContaining('too easy') as string };
    for (const password of ['password123', 'rookwhistle1', 'lantern yard', 'fluence2026']) {
      expect((await set(token, { password })).body, password).toMatchObject({ fields: [weak] });
    }
    expect((await set(token, { signInName: 'idony' })).body).toMatchObject({
      fields: [{ field: 'signInName', problem: 'is already taken' }],
    });
    const other = tokenOf(await invite('technician'));
    const both = await Promise.all([token, other].map((each) => set(each, { signInName: 'same' })));
    expect(both.map(({ status }) => status).sort()).toEqual([204, 400]);
    const [one] = [token, other].filter((_, index) => defined(both[index]).status === 400);
    // Nothing of that used the other one up.
    expect((await set(defined(one), { signInName: 'fabian.c' })).status).toBe(204);
  });

  it('runs out after 72 hours, and ends where a newer one is made or the account is closed', async () => {
    const id = v7();
    const fields = { id, name: 'Late Comer', role: 'technician' };
    const first = tokenOf(await owner.post('/api/clinic/staff', fields));
    const again = await owner.post(`/api/clinic/staff/${id}/link`, { secondFactorToo: false });
    const hours = (Date.parse((again.body as AccountLink).expiresAt) - Date.now()) / 3_600_000;
    expect(hours).toBeGreaterThan(71.9);
    expect(hours).toBeLessThanOrEqual(72);
    expect((await app.person().get(`/api/account/${first}`)).status).toBe(404);
    await owner.put(`/api/clinic/staff/${id}/active`, { active: false });
    expect((await set(tokenOf(again), { signInName: 'late' })).status).toBe(404);
  });
});

describe('a password', () => {
  it('is changed by its person, and ends what was signed in with the old one', async () => {
    const { person, password } = await invited(app, {
      ...{ name: 'Change Ling', signInName: 'change', role: 'technician' },
    });
    const other = app.person();
    for (const each of [person, other]) {
      await each.post('/api/sign-in', { name: 'change', password });
    }
    const change = (current: string, next: string) =>
      person.post('/api/me/password', { current, next });
    expect((await change('wrong', STRONG)).status).toBe(401);
    expect((await change(password, 'password123')).body).toMatchObject({
      fields: [{ field: 'next' }],
    });
    expect((await change(password, 'nine copper ladders yawn')).status).toBe(204);
    expect((await person.get('/api/me')).status).toBe(200);
    expect((await other.get('/api/me')).status).toBe(401);
    expect((await other.post('/api/sign-in', { name: 'change', password })).status).toBe(401);
  });

  it('is reset by the owner’s link, and the sign-in name stays', async () => {
    const { id, person, password } = await invited(app, {
      ...{ name: 'For Getful', signInName: 'forgetful', role: 'technician' },
    });
    await person.post('/api/sign-in', { name: 'forgetful', password });
    const link = await owner.post(`/api/clinic/staff/${id}/link`, { secondFactorToo: false });
    expect((await app.person().get(`/api/account/${tokenOf(link)}`)).body).toMatchObject({
      ...{ kind: 'reset', signInName: 'forgetful' },
    });
    const next = 'nine copper ladders yawn';
    expect((await set(tokenOf(link), { signInName: 'other.name', password: next })).status).toBe(
      204,
    );
    expect((await person.get('/api/me')).status).toBe(401);
    const again = await person.post('/api/sign-in', { name: 'forgetful', password: next });
    expect(again.status).toBe(200);
  });
});

describe('an account', () => {
  it('is closed at once, with its sessions and live lines', async () => {
    const { id, person, password } = await invited(app, {
      ...{ name: 'Short Stay', signInName: 'short.stay', role: 'technician' },
    });
    await person.post('/api/sign-in', { name: 'short.stay', password });
    const { visits } = (await person.get('/api/today')).body as Day;
    const line = await lineAt(app.url, defined(visits[0]).id, person.cookie());
    await owner.put(`/api/clinic/staff/${id}/active`, { active: false });
    expect(await line.closed).toBe(4401);
    const { rows } = await app.connection.pool.query(
      `select from session where sess -> 'actor' ->> 'staffId' = $1`,
      [id],
    );
    expect(rows).toEqual([]);
    expect((await person.get('/api/today')).status).toBe(401);
  });

  it('is neither closed nor given another role where it is the last of its kind', async () => {
    const supervisor = await idOf('caspian');
    const last = { title: 'This is the last supervisor: give somebody else that role first' };
    expect(
      await owner.put(`/api/clinic/staff/${supervisor}/active`, { active: false }),
    ).toMatchObject({ status: 422, body: last });
    expect(
      await owner.put(`/api/clinic/staff/${supervisor}/role`, { role: 'owner' }),
    ).toMatchObject({
      ...{ status: 422, body: last },
    });
    // Somebody who was only invited can stand in for nobody.
    await invite('supervisor', 'Not Yet');
    expect(
      (await owner.put(`/api/clinic/staff/${supervisor}/active`, { active: false })).status,
    ).toBe(422);
    const own = await idOf('morwenna');
    expect((await owner.put(`/api/clinic/staff/${own}/role`, { role: 'technician' })).body).toEqual(
      expect.objectContaining({
        title: 'This is the last owner: give somebody else that role first',
      }),
    );
  });

  it('works by its new role from the next request on', async () => {
    const { id, person, password } = await invited(app, {
      ...{ name: 'Rising Star', signInName: 'rising', role: 'technician' },
    });
    await person.post('/api/sign-in', { name: 'rising', password });
    expect((await person.get('/api/audit')).status).toBe(403);
    expect((await owner.put(`/api/clinic/staff/${id}/role`, { role: 'supervisor' })).status).toBe(
      204,
    );
    expect((await person.get('/api/audit')).status).toBe(200);
  });
});

describe('a second factor', () => {
  const begin = async (person: Person, password: string) => {
    const { body } = await person.post('/api/me/second-factor', { password });
    return body as SecondFactorOffer;
  };
  const codeOf = (secret: string, stepsFromNow = 0) =>
    generateSync({ secret, epoch: Math.floor(Date.now() / 1000) + 30 * stepsFromNow });

  it('is asked for once a code has confirmed it; each code and recovery code works once', async () => {
    const { person, password } = await invited(app, {
      ...{ name: 'Two Fold', signInName: 'twofold', role: 'supervisor' },
    });
    await person.post('/api/sign-in', { name: 'twofold', password });
    expect((await person.post('/api/me/second-factor', { password: 'wrong' })).status).toBe(401);
    const { secret, uri } = await begin(person, password);
    expect(uri).toMatch(/^otpauth:\/\/totp\/.*twofold\?.*secret=/);
    const signIn = (code?: string) =>
      app.person().post('/api/sign-in', { name: 'twofold', password, code });
    // Not confirmed yet: it would lock out whoever mistyped.
    expect((await signIn()).status).toBe(200);
    expect((await person.post('/api/me/second-factor/confirm', { code: '000000' })).status).toBe(
      401,
    );
    const first = codeOf(secret, -1);
    const confirmed = await person.post('/api/me/second-factor/confirm', { code: first });
    const { codes } = confirmed.body as RecoveryCodes;
    expect(new Set(codes).size).toBe(10);
    expect(await signIn()).toMatchObject({
      status: 401,
      body: { type: 'tag:tidy-quill,2026:second-factor' },
    });
    expect((await signIn(first)).status).toBe(401);
    const next = codeOf(secret);
    expect((await signIn(next)).status).toBe(200);
    expect((await signIn(next)).status).toBe(401);
    expect((await signIn(codes[3])).status).toBe(200);
    expect((await signIn(codes[3])).status).toBe(401);
    expect(await account(person)).toMatchObject({ secondFactor: true, recoveryCodesLeft: 9 });
    expect((await person.post('/api/me/second-factor/end', { password })).status).toBe(204);
    expect((await signIn()).status).toBe(200);
  });

  it('of many who send one code at once lets one in', async () => {
    const { person, password } = await invited(app, {
      ...{ name: 'Two Once', signInName: 'twoonce', role: 'technician' },
    });
    await person.post('/api/sign-in', { name: 'twoonce', password });
    const { secret } = await begin(person, password);
    await person.post('/api/me/second-factor/confirm', { code: codeOf(secret, -1) });
    const code = codeOf(secret);
    const tries = Array.from({ length: 5 }, () =>
      app.person().post('/api/sign-in', { name: 'twoonce', password, code }),
    );
    const statuses = (await Promise.all(tries)).map(({ status }) => status);
    expect(statuses.sort()).toEqual([200, 401, 401, 401, 401]);
  });

  it('is demanded of supervisor and owner by the clinic’s setting, before anything else is answered', async () => {
    const { id, person, password } = await invited(app, {
      ...{ name: 'Must Have', signInName: 'musthave', role: 'supervisor' },
    });
    await person.post('/api/sign-in', { name: 'musthave', password });
    expect((await person.put('/api/clinic/second-factor', { demanded: true })).status).toBe(403);
    await owner.put('/api/clinic/second-factor', { demanded: true });
    expect((await me(person)).secondFactorOwed).toBe(true);
    expect(await person.get('/api/today')).toMatchObject({
      status: 403,
      body: { title: 'Set up a second factor first' },
    });
    const technician = await app.signedIn('idony');
    expect((await technician.get('/api/today')).status).toBe(200);
    const { secret } = await begin(person, password);
    await person.post('/api/me/second-factor/confirm', { code: codeOf(secret) });
    expect((await person.get('/api/today')).status).toBe(200);
    // The owner, who owes one too, can still do without the demand once they have set theirs up.
    expect((await owner.put('/api/clinic/second-factor', { demanded: false })).status).toBe(403);
    const own = await begin(owner, DEMO_PASSWORD);
    await owner.post('/api/me/second-factor/confirm', { code: codeOf(own.secret) });
    expect((await owner.put('/api/clinic/second-factor', { demanded: false })).status).toBe(204);
    await owner.post('/api/me/second-factor/end', { password: DEMO_PASSWORD });
    // A lost telephone: the owner’s link takes it away too.
    const link = await owner.post(`/api/clinic/staff/${id}/link`, { secondFactorToo: true });
    expect((await set(tokenOf(link), {})).status).toBe(204);
    const again = await person.post('/api/sign-in', { name: 'musthave', password: STRONG });
    expect(again.status).toBe(200);
  });
});

describe('sessions', () => {
  it('are listed with device and last use, and ended one or all', async () => {
    const { person, password } = await invited(app, {
      ...{ name: 'Many Places', signInName: 'many', role: 'technician' },
    });
    const others = [app.person(), app.person(), app.person()];
    const chromium =
      'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/140.0.0.0 Safari/537.36';
    for (const each of [person, ...others]) {
      const fields = { name: 'many', password };
      await each.post('/api/sign-in', fields, { 'user-agent': chromium });
    }
    const { sessions } = await account(person);
    expect(sessions.map(({ device }) => device)).toEqual(
      Array(4).fill('Chrome on Linux (desktop)'),
    );
    expect(sessions.filter(({ current }) => current)).toHaveLength(1);
    const sids = (await app.connection.pool.query<{ sid: string }>('select sid from session')).rows;
    const said = JSON.stringify(sessions);
    for (const { sid } of sids) expect(said).not.toContain(sid);
    const one = defined(sessions.find(({ current }) => !current));
    expect((await person.remove(`/api/me/sessions/${one.id}`)).status).toBe(204);
    expect((await person.remove(`/api/me/sessions/${one.id}`)).status).toBe(404);
    expect((await account(person)).sessions).toHaveLength(3);
    await person.remove('/api/me/sessions');
    expect((await account(person)).sessions).toMatchObject([{ current: true }]);
    for (const each of others) expect((await each.get('/api/me')).status).toBe(401);
  });
});
