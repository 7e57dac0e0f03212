import type { AppointmentPage, DueLists, Reminded } from '@tidy-quill/contract/calendar';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { Day, DayVisit } from '@tidy-quill/contract/today';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
let visits: readonly DayVisit[];
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  ({ visits } = (await person.get('/api/today')).body as Day);
});
afterAll(() => app.close());

const of = (name: string) => defined(visits.find(({ client }) => client.name.includes(name)));

async function book(name: string, startsAt: string): Promise<string> {
  const { client, roomId, staffId } = of(name);
  const { areas } = (await person.get(`/api/clients/${client.id}`)).body as ClientOpened;
  const id = v7();
  const visit = { id, areaId: defined(areas[0]).id, startsAt, roomId, staffId };
  expect((await person.post(`/api/clients/${client.id}/visits`, visit)).status).toBe(201);
  return id;
}

const remind = async (day: string) =>
  (await person.post('/api/calendar/reminders', { day })).body as Reminded;

/** Books visits of a day, reminds of them, and gives the links that went out, taken from what would be carried. */
async function reminded(day: string, ...names: string[]) {
  const ids = [];
  for (const [index, name] of names.entries()) {
    ids.push(await book(name, `${day}T1${index}:00:00.000Z`));
  }
  // The carrier is told the whole address; the outbox keeps none of it: a message is held back to read it.
  await app.connection.pool.query(
    `create or replace function hold_text() returns trigger language plpgsql security definer as $$
     begin insert into held values (new.client_id, new.text); return new; end $$`,
  );
  await app.connection.pool.query('create table if not exists held (client_id uuid, text text)');
  await app.connection.pool.query(
    'create or replace trigger hold_text before insert on messages for each row execute function hold_text()',
  );
  await app.connection.pool.query('delete from held');
  const counts = await remind(day);
  const { rows } = await app.connection.pool.query<{ client_id: string; text: string }>(
    'select * from held',
  );
  const linkOf = (name: string) => {
    const row = rows.find(({ client_id: id }) => id === of(name).client.id);
    return `/api/appointment/${/\/appointment\/([\w-]+)/.exec(row?.text ?? '')?.[1]}`;
  };
  return { ids, counts, linkOf, texts: rows.map(({ text }) => text) };
}

const answer = async (link: string, given: object) => {
  const { status, body } = await app.person().post(link, given);
  return status === 204 ? 204 : (body as { detail?: string }).detail;
};
const page = async (link: string) => (await app.person().get(link)).body as AppointmentPage;

describe('a reminder', () => {
  it('goes to everybody of a day who has not confirmed, once, and again after a move', async () => {
    const day = '2031-04-07';
    const { ids, counts, texts } = await reminded(day, 'Candlewick', 'Bristlecombe');
    expect(counts).toEqual({ sent: 2, failed: 0 });
    // London is an hour ahead by then.
    expect(texts[0]).toMatch(
      /^Lantern Yard Laser Rooms: your appointment is on Mon 7 Apr 2031, 11:00\. Shave the area the day before\. .* Please confirm, or ask for another time: http/,
    );
    expect(await remind(day)).toEqual({ sent: 0, failed: 0 });
    const { roomId, staffId } = of('Candlewick');
    const to = { from: `${day}T10:00:00.000Z`, startsAt: `${day}T14:00:00.000Z`, roomId, staffId };
    expect((await person.post(`/api/visits/${ids[0]}/move`, to)).status).toBe(204);
    expect(await remind(day)).toEqual({ sent: 1, failed: 0 });
    const outbox = JSON.stringify((await person.get('/api/messages')).body);
    expect(outbox).toContain('/appointment/…');
    expect(outbox).not.toMatch(/appointment\/[\w-]{20}/);
  });

  it('is confirmed by its link, and by nobody twice', async () => {
    const { ids, linkOf } = await reminded('2031-04-08', 'Candlewick');
    const link = linkOf('Candlewick');
    expect(await page(link)).toMatchObject({
      ...{ givenName: 'Thisbe', startsAt: '2031-04-08T10:00:00.000Z', job: 'hair' },
      ...{ answer: null, mayCancel: true, noticeHours: 24 },
    });
    expect(JSON.stringify(await page(link))).not.toContain('Candlewick');
    expect(await answer(link, { answer: 'confirmed' })).toBe(204);
    expect(await answer(link, { answer: 'confirmed' })).toBe(204);
    expect(await answer(link, { answer: 'cancelled' })).toBe('Call the clinic to change it.');
    expect(await answer(link, { answer: 'maybe' })).toBeUndefined();
    const { rows } = await app.connection.pool.query('select said from visits where id = $1', ids);
    expect(rows).toEqual([{ said: 'confirmed' }]);
    expect((await page(link)).answer).toBe('confirmed');
  });

  it('that asks for another time stands on the list of calls until the visit is moved', async () => {
    const { ids, linkOf } = await reminded('2031-04-09', 'Candlewick');
    const link = linkOf('Candlewick');
    expect(await answer(link, { answer: 'otherTime', note: 'After five?' })).toBe(204);
    const asking = async () =>
      ((await person.get('/api/calendar/due')).body as DueLists).asking.map(
        ({ visitId, note }) => ({ visitId, note }),
      );
    expect(await asking()).toEqual([{ visitId: ids[0], note: 'After five?' }]);
    const { roomId, staffId } = of('Candlewick');
    const to = { from: '2031-04-09T10:00:00.000Z', startsAt: '2031-04-10T16:00:00.000Z' };
    await person.post(`/api/visits/${ids[0]}/move`, { ...to, roomId, staffId });
    expect(await asking()).toEqual([]);
    expect((await app.person().get(link)).status).toBe(404);
  });

  it('cancels with the notice that the clinic asks for, and no later', async () => {
    const { ids, linkOf } = await reminded('2031-04-14', 'Candlewick', 'Bristlecombe');
    expect(await answer(linkOf('Candlewick'), { answer: 'cancelled', note: 'A cold' })).toBe(204);
    const { rows } = await app.connection.pool.query(
      'select cancel_reason, sequence from visits where id = $1',
      [ids[0]],
    );
    expect(rows).toEqual([{ cancel_reason: 'By the client, by link: A cold', sequence: 1 }]);
    const told = await app.connection.pool.query(
      "select staff_id from audit_entries where kind in ('visitCancelled', 'visitStatusSaid')",
    );
    // A client did, here and before: the trail names nobody of the staff.
    expect(told.rows).toEqual([{ staff_id: null }, { staff_id: null }]);
    const owner = await app.signedIn('morwenna');
    const ask = (hours: number) => owner.put('/api/clinic/cancel-notice', { hours });
    expect((await person.put('/api/clinic/cancel-notice', { hours: 1 })).status).toBe(403);
    expect((await ask(337)).status).toBe(400);
    expect((await ask(48)).status).toBe(204);
    expect((await person.get('/api/clinic')).body).toMatchObject({ cancelNoticeHours: 48 });
    await app.connection.pool.query('update clinics set cancel_notice_hours = 1000000');
    const late = linkOf('Bristlecombe');
    expect((await page(late)).mayCancel).toBe(false);
    expect(await answer(late, { answer: 'cancelled' })).toBe('noticeTooShort');
    expect(await answer(late, { answer: 'confirmed' })).toBe(204);
    await app.connection.pool.query('update clinics set cancel_notice_hours = 24');
  });

  it('takes nobody who has arrived back to having confirmed', async () => {
    const { ids, linkOf } = await reminded('2031-04-16', 'Candlewick');
    await app.connection.pool.query("update visits set said = 'arrived' where id = $1", ids);
    expect(await answer(linkOf('Candlewick'), { answer: 'confirmed' })).toBe(204);
    const { rows } = await app.connection.pool.query('select said from visits where id = $1', ids);
    expect(rows).toEqual([{ said: 'arrived' }]);
  });

  it('is opened by its own token alone, and kept as a hash', async () => {
    const { linkOf } = await reminded('2031-04-15', 'Candlewick');
    const token = defined(linkOf('Candlewick').split('/').at(-1));
    expect((await app.person().get('/api/appointment/none-of-ours')).status).toBe(404);
    const { rows } = await app.connection.pool.query<{ row: string }>(
      'select row_to_json(l)::text as row from visit_links l',
    );
    expect(rows.map(({ row }) => row).join()).not.toContain(token);
  });
});
