import type { Reminded } from '@tidy-quill/contract/calendar';
import type { TrialFollowUp, TrialListed } from '@tidy-quill/contract/trials';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';
import { simulatedCarrier } from '../messages/carrier';
import { remindWhereDue } from '../calendar/reminding';

let app: Application;
let technician: Person;
let supervisor: Person;

beforeAll(async () => {
  app = await startApplication();
  technician = await app.signedIn('idony');
  supervisor = await app.signedIn('caspian');
});
afterAll(() => app.close());

const followUps = async () =>
  (await technician.get('/api/trial-follow-ups')).body as TrialFollowUp[];
const ask = async (clientIds: readonly string[]) =>
  (await technician.post('/api/trial-follow-ups/messages', { clientIds })).body as Reminded;

describe('follow-ups that are due', () => {
  it('are asked for once in a fortnight, of nobody who is not due', async () => {
    const [first, second] = await followUps();
    const { client, until, askedAt, bookedOn } = defined(first);
    expect([askedAt, bookedOn, second?.askedAt]).toEqual([null, null, null]);
    expect(
      (await technician.post('/api/trial-follow-ups/messages', { clientIds: [] })).status,
    ).toBe(400);
    expect(await ask([v7()])).toEqual({ sent: 0, failed: 0 });
    const [one, two] = await Promise.all([ask([client.id]), ask([client.id])]);
    expect([one.sent, two.sent].sort()).toEqual([0, 1]);
    const now = await followUps();
    expect(now.map((each) => each.askedAt !== null)).toEqual(now.map((_, index) => index === 0));
    const { rows } = await app.connection.pool.query<{ text: string; kind: string }>(
      'select text, kind from messages where client_id = $1',
      [client.id],
    );
    expect(rows).toMatchObject([{ kind: 'followUp' }]);
    expect(rows[0]?.text).toContain('look at your skin again, by');
    expect(rows[0]?.text).toContain(until.slice(0, 4));
    expect(rows[0]?.text).not.toContain('{');
  });

  it('are booked within their window though the course is paused, and not beyond it', async () => {
    const [, second] = await followUps();
    const { client, areas } = defined(second);
    const { rows } = await app.connection.pool.query<{ room_id: string; staff_id: string }>(
      'select room_id, staff_id from visits where client_id = $1 limit 1',
      [client.id],
    );
    const { room_id: roomId, staff_id: staffId } = defined(rows[0]);
    const book = (days: number) => {
      const startsAt = new Date(Date.now() + days * 86_400_000);
      startsAt.setUTCHours(3, 30, 0, 0);
      const { left: areaId, right } = areas;
      return technician.post(`/api/clients/${client.id}/visits`, {
        ...{ id: v7(), areaId, alsoAreaIds: [right], roomId, staffId },
        startsAt: startsAt.toISOString(),
      });
    };
    expect((await book(300)).body).toMatchObject({ title: 'The course of this area is paused' });
    const booked = await book(1);
    expect(booked.status, JSON.stringify(booked.body)).toBe(201);
    expect((await followUps())[1]?.bookedOn).not.toBeNull();
    await app.connection.pool.query(
      `update visits set cancelled_at = now(), cancelled_by = staff_id, cancel_reason = 'Ill'
       where client_id = $1 and starts_at > now()`,
      [client.id],
    );
  });

  it('are asked for at the clinic’s hour, but not where a visit within the window is booked', async () => {
    const [, second] = await followUps();
    const { client } = defined(second);
    await app.connection.pool.query(
      `insert into visits (clinic_id, id, client_id, area_id, room_id, staff_id, starts_at)
       select clinic_id, gen_random_uuid(), client_id, area_id, room_id, staff_id,
         date_trunc('day', now()) + interval '1 day 3 hours 30 minutes'
       from visits where client_id = $1 limit 1`,
      [client.id],
    );
    const booked = (await followUps()).find((each) => each.client.id === client.id);
    expect(booked?.bookedOn).not.toBeNull();
    await app.connection.pool.query(`update clinics set remind_at = '00:00', reminded_on = null`);
    await remindWhereDue(app.connection.db, simulatedCarrier, 'https://clinic.example');
    expect(await timesAsked(client.id)).toBe(0);
    // Cancelled since: nothing is booked any more.
    await app.connection.pool.query(
      `update visits set cancelled_at = now(), cancelled_by = staff_id, cancel_reason = 'Ill'
       where client_id = $1 and starts_at > now()`,
      [client.id],
    );
    await app.connection.pool.query('update clinics set reminded_on = null');
    await remindWhereDue(app.connection.db, simulatedCarrier, 'https://clinic.example');
    expect(await timesAsked(client.id)).toBe(1);
  });
});

const timesAsked = async (clientId: string) =>
  (
    await app.connection.pool.query(
      `select id from messages where kind = 'followUp' and client_id = $1`,
      [clientId],
    )
  ).rowCount;

describe('a look at a running trial', () => {
  it('is shown again to whoever recorded it, for the rest of the day, and to nobody else', async () => {
    const owner = await app.signedIn('morwenna');
    const trials = (await supervisor.get('/api/trials')).body as TrialListed[];
    const { id } = defined(trials.find(({ state }) => state === 'running'));
    const results = `/api/trials/${id}/results`;
    expect((await supervisor.get(results)).status).toBe(422);
    await supervisor.post(`/api/trials/${id}/looks`, { id: v7(), note: '' });
    expect((await supervisor.get(results)).body).toMatchObject({ looks: 1 });
    expect((await owner.get(results)).status).toBe(422);
  });
});
