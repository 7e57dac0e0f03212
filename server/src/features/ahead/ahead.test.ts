import type { AheadPage, Invitation, Message } from '@tidy-quill/contract/ahead';
import type { ClientPage } from '@tidy-quill/contract/clients';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { questionsFor } from '@tidy-quill/core/suitability';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
let client: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  client = app.person();
});
afterAll(() => app.close());

let bookings = 0;
/** Five minutes each: more than the longest row of visits in one room. */
const MOST_TRIES = 100;

/** A new client with a visit of five minutes in so many hours or as soon after as one is free; gives its id. */
async function booked(hours: number, phone = '01632 960 777'): Promise<string> {
  const [clientId, areaId, id] = [v7(), v7(), v7()];
  await person.post('/api/clients', {
    id: clientId,
    givenName: 'Hesper',
    familyName: `Dandelock ${id.slice(-6)}`,
    birthDate: '1994-02-01',
    phone,
    note: '',
  });
  await person.post(`/api/clients/${clientId}/areas`, {
    id: areaId,
    site: 'chin',
    side: 'whole',
    areaCm2: 30,
  });
  const { rooms, staff } = (await person.get('/api/clinic')).body as {
    rooms: { id: string }[];
    staff: { id: string }[];
  };
  // The demo's own visits of today stand somewhere in the way, wherever the test's day begins.
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    const beside = Math.sign(hours) * bookings++ * 300_000;
    const { status } = await person.post(`/api/clients/${clientId}/visits`, {
      id,
      areaId,
      roomId: defined(rooms[0]).id,
      staffId: defined(staff[0]).id,
      startsAt: new Date(Date.now() + hours * 3_600_000 + beside).toISOString(),
      plannedMinutes: 5,
    });
    if (status === 201) return id;
    if (status !== 409) throw new Error(`Not booked: ${status}`);
  }
  throw new Error('No free time was found');
}

const invite = async (visitId: string) =>
  (await person.post(`/api/visits/${visitId}/invitation`, { id: v7() })).body as Invitation;
const pathOf = ({ url }: Invitation) => `/api/ahead/${url.split('/').at(-1)}`;
const open = async (visitId: string) =>
  (await person.get(`/api/visits/${visitId}`)).body as VisitOpened;

const answers = Object.fromEntries(
  questionsFor('hair', 'face').map(({ id }) => [id, { yes: false }]),
);

describe('a link to answer at home', () => {
  it('opens the questions of one visit without signing in, and nothing else', async () => {
    const invitation = await invite(await booked(48));
    const { status, body } = await client.get(pathOf(invitation));
    expect(status).toBe(200);
    expect(body as AheadPage).toMatchObject({
      clinicName: 'Lantern Yard Laser Rooms',
      givenName: 'Hesper',
      job: 'hair',
      place: 'face',
    });
    expect(Object.keys(body).sort()).toEqual([
      ...['area', 'clinicName', 'clinicPhone', 'givenName', 'job', 'language', 'place'],
      ...['startsAt', 'suitability', 'timeZone', 'today'],
    ]);
    for (const path of ['/api/clients', '/api/today', '/api/messages', '/api/me']) {
      expect((await client.get(path)).status, path).toBe(401);
    }
  });

  it('keeps the answers for the technician to confirm, and works once', async () => {
    const visitId = await booked(48);
    const path = pathOf(await invite(visitId));
    const given = { id: v7(), answers, medicines: [] };
    expect((await client.post(path, given)).status).toBe(204);
    expect((await client.post(path, { ...given, id: v7() })).status).toBe(404);
    expect((await client.get(path)).status).toBe(404);
    const { ahead, events, today } = await open(visitId);
    expect(ahead).toMatchObject({ id: given.id, answers });
    expect(events).toEqual([]);
    const body = { kind: 'answersGiven', answers, medicines: [], on: today, aheadId: given.id };
    const at = new Date().toISOString();
    await person.post(`/api/visits/${visitId}/events`, [{ id: v7(), at, body }]);
    expect((await open(visitId)).ahead).toBeNull();
  });

  it('takes answers whole or not at all, and stays open until then', async () => {
    const path = pathOf(await invite(await booked(48)));
    const { sun: _sun, ...rest } = answers as Record<string, object>;
    const missing = await client.post(path, { id: v7(), answers: rest, medicines: [] });
    expect(missing.status).toBe(400);
    expect(missing.body).toMatchObject({
      fields: [{ field: 'answers.sun', problem: 'is missing' }],
    });
    const bare = { ...answers, allergy: { yes: true } };
    expect((await client.post(path, { id: v7(), answers: bare, medicines: [] })).status).toBe(400);
    expect((await client.post(path, { id: v7(), answers, medicines: [] })).status).toBe(204);
  });

  it('given twice at once is taken once', async () => {
    const path = pathOf(await invite(await booked(48)));
    const send = () => client.post(path, { id: v7(), answers, medicines: [] });
    const codes = (await Promise.all([send(), send(), send()])).map(({ status }) => status);
    expect(codes.sort()).toEqual([204, 404, 404]);
  });

  it('runs out when the visit begins, after 14 days at most', async () => {
    const soon = await booked(5);
    const invitation = await invite(soon);
    expect(invitation.expiresAt).toBe((await open(soon)).visit.startsAt);
    const far = await invite(await booked(24 * 40));
    const days = (Date.parse(far.expiresAt) - Date.now()) / 864e5;
    expect(days).toBeGreaterThan(13.9);
    expect(days).toBeLessThan(14.1);
    await app.connection.pool.query(
      `update invitations set expires_at = now() - interval '1 second' where visit_id = $1`,
      [soon],
    );
    expect((await client.get(pathOf(invitation))).status).toBe(404);
  });

  it('ends once a newer one is made, or the clinic ends it', async () => {
    const visitId = await booked(48);
    const [older, newer] = [pathOf(await invite(visitId)), pathOf(await invite(visitId))];
    expect((await client.get(older)).status).toBe(404);
    expect((await client.get(newer)).status).toBe(200);
    expect((await person.remove(`/api/visits/${visitId}/invitation`)).status).toBe(204);
    expect((await client.get(newer)).status).toBe(404);
  });

  it('is made once, however often it is asked for with one id', async () => {
    const visitId = await booked(48);
    const id = { id: v7() };
    const path = `/api/visits/${visitId}/invitation`;
    const made = await Promise.all([person.post(path, id), person.post(path, id)]);
    expect(made.map(({ status }) => status).sort()).toEqual([201, 409]);
    const first = defined(made.find(({ status }) => status === 201)).body as Invitation;
    expect((await client.get(pathOf(first))).status).toBe(200);
  });

  it('is not made for a visit that has begun', async () => {
    const { status } = await person.post(`/api/visits/${await booked(-1)}/invitation`, {
      id: v7(),
    });
    expect(status).toBe(422);
  });

  it('cannot be read out of the database', async () => {
    const { url } = await invite(await booked(48));
    const token = defined(url.split('/').at(-1));
    const { rows } = await app.connection.pool.query('select token_hash from invitations');
    expect(rows.map(({ token_hash: hash }) => hash)).not.toContain(token);
  });
});

describe('the outbox', () => {
  it('keeps each message and what became of it', async () => {
    const sent = await booked(48);
    const failed = await booked(48, '12');
    const { url } = await invite(sent);
    await invite(failed);
    const list = (await person.get('/api/messages')).body as Message[];
    const [newest, before] = list;
    expect(newest).toMatchObject({
      state: 'failed',
      problem: '12 is no telephone number',
      sentAt: null,
    });
    expect(before).toMatchObject({ state: 'sent', problem: null, to: '01632 960 777' });
    expect(defined(before).text).toContain('/answer/…');
    expect(defined(before).text).not.toContain(url);
    const again = (await person.post(`/api/messages/${defined(newest).id}/again`))
      .body as Message[];
    expect(defined(again[0]).state).toBe('failed');
    const { clients } = (await person.get('/api/clients?text=Dandelock')).body as ClientPage;
    expect(clients.length).toBeGreaterThan(0);
  });
});

// Last: it closes this address for a while.
describe('guessing', () => {
  it('is refused, and stopped after some tries', async () => {
    const guess = () => client.get(`/api/ahead/${crypto.randomUUID()}`);
    await app.connection.pool.query('delete from sign_in_tries');
    const codes: number[] = [];
    for (let tries = 0; tries < 12; tries++) codes.push((await guess()).status);
    expect(codes[0]).toBe(404);
    expect(codes.at(-1)).toBe(429);
    // Whoever has a link is not kept from it by what others try from the same address.
    const mine = pathOf(await invite(await booked(48)));
    expect((await client.get(mine)).status).toBe(200);
  });
});

describe('a client who is not to be contacted', () => {
  it('is sent nothing, and the outbox says why', async () => {
    const visitId = await booked(72);
    const { pool } = app.connection;
    await pool.query(
      `update clients set do_not_contact = true
       where id = (select client_id from visits where id = $1)`,
      [visitId],
    );
    expect((await person.post(`/api/visits/${visitId}/invitation`, { id: v7() })).status).toBe(201);
    const { rows } = await pool.query(
      `select state, problem from messages
       where client_id = (select client_id from visits where id = $1)`,
      [visitId],
    );
    expect(rows).toEqual([
      { state: 'failed', problem: 'The client is not to be contacted, as their page says' },
    ]);
  });
});
