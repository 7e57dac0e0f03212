import type { CalendarUse } from '@tidy-quill/contract/calendar';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { WaitingEntry, WaitingList } from '@tidy-quill/contract/waiting';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { startDesk } from '../../testing/desk';

const { app, person, of, opened } = await startDesk();
const list = async (freed = '') =>
  ((await person.get(`/api/calendar/waiting${freed}`)).body as WaitingList).entries;

async function book(name: string, startsAt: string, more: object = {}) {
  const { client, roomId, staffId } = of(name);
  const { areas } = await opened(name);
  const visit = { id: v7(), areaId: defined(areas[0]).id, startsAt, roomId, staffId, ...more };
  expect((await person.post(`/api/clients/${client.id}/visits`, visit)).status).toBe(201);
  return visit;
}

/** Puts somebody on the list; their entry, as the list then has it, stands under its id. */
async function wait(name: string, more: object = {}) {
  const { areas, client } = await opened(name);
  const entry = { id: v7(), areaIds: [defined(areas[0]).id], weekdays: [], part: 'any', ...more };
  const answer = await person.post(`/api/clients/${client.id}/waiting`, {
    from: '2031-05-05',
    ...entry,
  });
  return { id: entry.id, ...answer };
}
const entryOf = async (id: string) => (await list()).find((each) => each.id === id);
const take = (
  id: string,
  time: Pick<WaitingEntry['times'][number], 'startsAt' | 'roomId' | 'staffId'>,
) => {
  const { startsAt, roomId, staffId } = time;
  return person.post(`/api/waiting/${id}/take`, { visitId: v7(), startsAt, roomId, staffId });
};

describe('the waiting list', () => {
  it('offers only what is earlier than the visit that is booked, and moves it there', async () => {
    // Monday 5 May 2031: the demo clinic opens at half past eight, 7:30 in UTC.
    const visit = await book('Bristlecombe', '2031-05-07T09:00:00.000Z');
    const { id, status } = await wait('Bristlecombe', { visitId: visit.id, note: 'Calls back' });
    expect(status).toBe(201);
    const entry = defined(await entryOf(id));
    expect(entry).toMatchObject({ bookedAt: visit.startsAt, note: 'Calls back', more: 0 });
    expect(entry.firstDay).toEqual({ on: '2031-05-05', because: 'wished' });
    expect(defined(entry.times[0]).startsAt).toBe('2031-05-05T07:30:00.000Z');
    const taken = await take(id, defined(entry.times[0]));
    expect(taken).toMatchObject({ status: 200, body: { visitId: visit.id } });
    expect(await entryOf(id)).toBeUndefined();
    const { visits: now } = await opened('Bristlecombe');
    expect(now.find((each) => each.id === visit.id)?.startsAt).toBe('2031-05-05T07:30:00.000Z');
    expect((await take(id, defined(entry.times[0]))).status).toBe(409);
  });

  it('gives a visit that was answered for its day way to another, in which it is asked again', async () => {
    // Of the demo's list: asked on the telephone, booked in six days.
    const entry = defined(
      (await list()).find(({ clientName }) => clientName.includes('Youlgrave')),
    );
    const path = `/api/clients/${entry.clientId}`;
    await app.connection.pool.query(
      `update visits set handpiece_id = 'alexandrite-755', numbs = true, planned_minutes = 50 where client_id = $1`,
      [entry.clientId],
    );
    const stands = async () => ((await person.get(path)).body as ClientOpened).visits;
    const [before] = await stands();
    const { status, body } = await take(entry.id, defined(entry.times[0]));
    expect(status).toBe(200);
    const { visitId } = body as { visitId: string };
    const { rows } = await app.connection.pool.query(
      'select handpiece_id, numbs, planned_minutes from visits where id = $1',
      [visitId],
    );
    expect(rows).toEqual([{ handpiece_id: 'alexandrite-755', numbs: true, planned_minutes: 50 }]);
    const now = await stands();
    expect(now.map(({ id, cancelled }) => [id, cancelled ?? null]).sort()).toEqual(
      [
        [defined(before).id, 'Given another time from the waiting list'],
        [visitId, null],
      ].sort(),
    );
  });

  it('goes by interval and healing as any time that is sought does', async () => {
    const { id } = await wait('Bristlecombe', { from: '2026-01-05' });
    const entry = defined(await entryOf(id));
    expect(['siteInterval', 'today', 'waitsForHealing']).toContain(entry.firstDay.because);
    const first = entry.firstDay.on;
    expect(entry.times.every(({ day }) => day >= first)).toBe(true);
    expect((await person.post(`/api/waiting/${id}/end`)).status).toBe(204);
    expect((await person.post(`/api/waiting/${id}/end`)).status).toBe(204);
    expect(await entryOf(id)).toBeUndefined();
  });

  it('books a visit for whoever has none: both, or neither', async () => {
    const held = await book('Candlewick', '2031-05-12T09:00:00.000Z', { plannedMinutes: 60 });
    const { id } = await wait('Oxenstable', { from: '2031-05-12' });
    const { roomId, staffId } = held;
    const refused = await take(id, { startsAt: '2031-05-12T09:30:00.000Z', roomId, staffId });
    expect(refused.status).toBe(409);
    expect(await entryOf(id)).toBeDefined();
    const before = (await opened('Oxenstable')).visits.length;
    const entry = defined(await entryOf(id));
    expect((await take(id, defined(entry.times[0]))).status).toBe(200);
    expect((await opened('Oxenstable')).visits).toHaveLength(before + 1);
  });

  it('marks whoever could take a time that became free, and puts them first', async () => {
    const gone = await book('Quickthorn', '2031-05-19T12:30:00.000Z', { plannedMinutes: 120 });
    const late = await wait('Candlewick', { from: '2031-05-20' });
    const fits = await wait('Marshwhistle', { from: '2031-05-19', part: 'afternoon' });
    const reason = { reason: 'The client called' };
    expect((await person.post(`/api/visits/${gone.id}/cancel`, reason)).status).toBe(204);
    const entries = await list(`?freed=${gone.id}`);
    const mine = entries.filter(({ id }) => [fits.id, late.id].includes(id));
    expect(mine.map(({ couldTake, id }) => [id, couldTake])).toEqual([
      [fits.id, true],
      [late.id, false],
    ]);
    const [first] = defined(entries[0]).times;
    expect(defined(first).startsAt).toBe('2031-05-19T12:30:00.000Z');
  });

  it('takes a client’s own areas and visits alone', async () => {
    const { areas } = await opened('Candlewick');
    expect(await wait('Oxenstable', { areaIds: [defined(areas[0]).id] })).toMatchObject({
      body: { fields: [{ field: 'areaIds.0', problem: 'is not an area of this client' }] },
    });
    expect(await wait('Oxenstable', { visitId: of('Candlewick').id })).toMatchObject({
      body: { fields: [{ field: 'visitId', problem: 'is not a visit of this client' }] },
    });
    expect(await wait('Oxenstable', { until: '2031-05-04' })).toMatchObject({
      body: { fields: [{ field: 'until', problem: 'must not lie before the first' }] },
    });
  });

  it('is on the record', async () => {
    const { rows } = await app.connection.pool.query<{ kind: string; n: number }>(
      `select kind, count(*)::int as n from audit_entries where kind like 'waiting%' group by kind order by kind`,
    );
    expect(rows).toEqual([
      { kind: 'waitingAdded', n: 5 },
      { kind: 'waitingEnded', n: 4 },
    ]);
  });
});

describe('when a client likes to come', () => {
  it('is kept with them, and can be forgotten', async () => {
    const { client } = await opened('Candlewick');
    const wishes = { weekdays: [1, 3], part: 'evening' };
    const path = `/api/clients/${client.id}/wishes`;
    expect((await person.put(path, { wishes })).body).toMatchObject({ wishes });
    expect((await opened('Candlewick')).client.wishes).toEqual(wishes);
    const twice = await person.put(path, { wishes: { ...wishes, weekdays: [1, 1] } });
    expect(twice.body).toMatchObject({ fields: [{ field: 'wishes.weekdays' }] });
    expect((await person.put(path, { wishes: null })).body).toMatchObject({ wishes: null });
  });
});

describe('a visit that is made longer or shorter', () => {
  it('holds its room for as long, and not into another’s time', async () => {
    const first = await book('Candlewick', '2031-06-09T09:00:00.000Z', { plannedMinutes: 30 });
    await book('Candlewick', '2031-06-09T10:00:00.000Z', { plannedMinutes: 30 });
    const { startsAt, roomId, staffId } = first;
    const last = (plannedMinutes: number) =>
      person.post(`/api/visits/${first.id}/move`, {
        ...{ from: startsAt, startsAt, roomId, staffId, plannedMinutes },
      });
    expect((await last(60)).status).toBe(204);
    expect((await last(75)).status).toBe(409);
    expect((await last(3)).body).toMatchObject({ fields: [{ field: 'plannedMinutes' }] });
    const { visits: booked } = (await person.get('/api/calendar?from=2031-06-09&until=2031-06-09'))
      .body as { visits: readonly { id: string; plannedMinutes: number }[] };
    expect(booked.find(({ id }) => id === first.id)?.plannedMinutes).toBe(60);
  });
});

describe('how much was used', () => {
  it('is told by room, person and handpiece', async () => {
    const { roomId, staffId } = of('Candlewick');
    const path = '/api/calendar/use?from=2031-06-09&until=2031-06-09';
    const use = (await person.get(path)).body as CalendarUse;
    // 4.5 and 5.5 hours open; an hour and half an hour booked above.
    expect(use.rooms.find(({ id }) => id === roomId)).toEqual({
      ...{ id: roomId, visits: 2, bookedMinutes: 90, openMinutes: 600, missed: 0 },
    });
    expect(use.staff.map(({ id }) => id)).toEqual([staffId]);
    expect(use.handpieces).toEqual([]);
    const { from, until } = { from: '2026-10-25', until: '2026-11-29' };
    const past = (await person.get(`/api/calendar/use?from=${from}&until=${until}`))
      .body as CalendarUse;
    expect(past.handpieces.every(({ pulses, sessions }) => pulses > 0 && sessions > 0)).toBe(true);
  });
});
