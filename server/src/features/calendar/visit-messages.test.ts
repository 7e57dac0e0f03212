import { demoZone } from '../../../test-databases.mjs';
import type { DueLists, Reminded } from '@tidy-quill/contract/calendar';
import type { Message } from '@tidy-quill/contract/ahead';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { MessageTextNow } from '@tidy-quill/contract/message-texts';
import type { Day, DayVisit } from '@tidy-quill/contract/today';
import { addDays, defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { clinicToday } from '../../http/clinic-day';
import { startApplication, type Application, type Person } from '../../testing/application';
import { simulatedCarrier } from '../messages/carrier';
import { remindWhereDue } from './reminding';

let app: Application;
let person: Person;
let owner: Person;
let visits: readonly DayVisit[];
beforeAll(async () => {
  app = await startApplication();
  [person, owner] = [await app.signedIn('idony'), await app.signedIn('morwenna')];
  ({ visits } = (await person.get('/api/today')).body as Day);
});
afterAll(() => app.close());

const of = (name: string) => defined(visits.find(({ client }) => client.name.includes(name)));
const outbox = async () => (await person.get('/api/messages')).body as readonly Message[];

async function book(name: string, startsAt: string): Promise<string> {
  const { client, roomId, staffId } = of(name);
  const { areas } = (await person.get(`/api/clients/${client.id}`)).body as ClientOpened;
  const id = v7();
  const visit = { id, areaId: defined(areas[0]).id, startsAt, roomId, staffId };
  expect((await person.post(`/api/clients/${client.id}/visits`, visit)).status).toBe(201);
  return id;
}

const reminding = (more: object) =>
  owner.put('/api/clinic/reminding', {
    ...{ remindAt: null, remindDays: 1, confirmsBookings: false },
    ...more,
  });
const words = async (kind: string) =>
  defined(
    ((await person.get('/api/message-texts')).body as readonly MessageTextNow[]).find(
      (each) => each.kind === kind,
    ),
  );

describe('a clinic’s own words', () => {
  it('ship, are kept as versions, and one that changed meanwhile is not written over', async () => {
    expect(await words('reminder')).toMatchObject({ version: 0, by: null });
    const text = '{clinic}: on {when}. Answer: {link}';
    const change = { id: v7(), kind: 'reminder', version: 0, text };
    expect((await owner.post('/api/message-texts', change)).status).toBe(201);
    expect((await owner.post('/api/message-texts', change)).status).toBe(201);
    expect(await words('reminder')).toMatchObject({ version: 1, text });
    const stale = { ...change, id: v7(), text: `${text}!` };
    expect(await owner.post('/api/message-texts', stale)).toMatchObject({
      ...{ status: 409, body: { current: { version: 1 } } },
    });
  });

  it('hold what they are for, and nothing that cannot be filled in', async () => {
    const put = async (kind: string, text: string) =>
      (await owner.post('/api/message-texts', { id: v7(), kind, version: 0, text })).body;
    expect(await put('recall', 'Come back')).toMatchObject({
      fields: [{ field: 'text', problem: 'must hold {phone}' }],
    });
    expect(await put('confirmation', 'On {when}, {skin}')).toMatchObject({
      fields: [{ field: 'text', problem: 'cannot fill in {skin}' }],
    });
  });
});

describe('a confirmation', () => {
  it('goes out where the clinic has it so: when a visit is booked, and when it is moved', async () => {
    await book('Candlewick', '2031-09-01T09:00:00.000Z');
    expect(await outbox()).toEqual([]);
    expect((await reminding({ confirmsBookings: true })).status).toBe(204);
    const id = await book('Candlewick', '2031-09-02T09:00:00.000Z');
    const [first] = await outbox();
    expect(defined(first).text).toMatch(
      /^Lantern Yard Laser Rooms: your appointment is booked for .*2 Sep 2031, 10:00\. Shave the area/,
    );
    const { roomId, staffId } = of('Candlewick');
    const from = '2031-09-02T09:00:00.000Z';
    const move = (startsAt: string, more: object = {}) =>
      person.post(`/api/visits/${id}/move`, { from, startsAt, roomId, staffId, ...more });
    // Longer is no other time.
    expect((await move(from, { plannedMinutes: 90 })).status).toBe(204);
    expect(await outbox()).toHaveLength(1);
    expect((await move('2031-09-02T13:00:00.000Z')).status).toBe(204);
    expect((await outbox()).map(({ text }) => text)[0]).toContain('14:00');
    await reminding({});
  });
});

describe('reminders that go out of themselves', () => {
  it('do so once a day from the clinic’s hour on, in its own words, by whichever server is first', async () => {
    const AHEAD = 9;
    const day = addDays(clinicToday(demoZone()), AHEAD);
    const id = await book('Bristlecombe', `${day}T10:00:00.000Z`);
    const before = (await outbox()).length;
    const { db } = app.connection;
    const run = () => remindWhereDue(db, simulatedCarrier, 'https://clinic.example');
    expect(await run()).toBe(0);
    expect((await reminding({ remindAt: '00:00', remindDays: AHEAD })).status).toBe(204);
    const counts = await Promise.all([run(), run(), run()]);
    expect(counts.reduce((sum, each) => sum + each)).toBe((await outbox()).length - before);
    expect(await run()).toBe(0);
    const sent = (await outbox()).slice(0, (await outbox()).length - before);
    const { name } = of('Bristlecombe').client;
    const [mine] = sent.filter(({ clientName }) => clientName === name);
    expect(defined(mine).text).toMatch(/^Lantern Yard Laser Rooms: on .* Answer: https:\/\/clinic/);
    const { rows } = await app.connection.pool.query(
      `select m.text_version, l.staff_id = v.staff_id as theirs from visit_links l
       join visits v on v.id = l.visit_id join messages m on m.client_id = v.client_id
       where v.id = $1 and m.kind = 'reminder'`,
      [id],
    );
    expect(rows).toEqual([{ text_version: 1, theirs: true }]);
  });

  it('leave nothing in the trail but the links that they made, and those are nobody’s', async () => {
    const { rows } = await app.connection.pool.query<{ kind: string; staff: string | null }>(
      `select kind, staff_id as staff from audit_entries where what::text like '%reminded_on%'
       or (kind = 'linkMade' and what::text like '%starts_at%')`,
    );
    expect(new Set(rows.map(({ kind, staff }) => `${kind} ${staff}`))).toEqual(
      new Set(['linkMade null']),
    );
  });
});

describe('asking back who is due', () => {
  it('is done once in a fortnight, and of nobody who is not due', async () => {
    // Treated in spring, and whoever cancels today has nothing booked.
    const reason = { reason: 'Ill' };
    const { id } = of('Thistlewaite');
    expect((await person.post(`/api/visits/${id}/cancel`, reason)).status).toBe(204);
    const { due } = (await person.get('/api/calendar/due')).body as DueLists;
    const zone = defined(due[0]);
    expect(zone.recalledAt).toBeNull();
    const recall = async (areaIds: readonly string[]) =>
      (await person.post('/api/calendar/recalls', { areaIds })).body as Reminded;
    // A telephone that takes nothing: nobody was asked, and the list does not say so.
    const phone = (text: string) =>
      app.connection.pool.query('update clients set phone = $2 where id = $1', [
        zone.clientId,
        text,
      ]);
    await phone('12');
    expect(await recall([zone.areaId])).toEqual({ sent: 0, failed: 1 });
    const after = (await person.get('/api/calendar/due')).body as DueLists;
    expect(after.due.find(({ areaId }) => areaId === zone.areaId)?.recalledAt).toBeNull();
    await phone(zone.phone);
    const [one, two] = await Promise.all([recall([zone.areaId]), recall([zone.areaId])]);
    expect([one.sent, two.sent].sort()).toEqual([0, 1]);
    expect(await recall([zone.areaId])).toEqual({ sent: 0, failed: 0 });
    expect(await recall([v7()])).toEqual({ sent: 0, failed: 0 });
    const now = (await person.get('/api/calendar/due')).body as DueLists;
    expect(now.due.find(({ areaId }) => areaId === zone.areaId)?.recalledAt).not.toBeNull();
    expect((await outbox())[0]?.text).toContain('it is time for your next visit');
  });
});
