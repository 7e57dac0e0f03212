import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { Day, DayVisit } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
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
const opened = async (id: string) => (await person.get(`/api/visits/${id}`)).body as VisitOpened;
const clientOf = async (name: string) => {
  const { client } = of(name);
  return (await person.get(`/api/clients/${client.id}`)).body as ClientOpened;
};

/** Books a visit in the room and with the person of a visit of today. */
async function book(
  name: string,
  startsAt: string,
  more: { room?: string; staff?: string; minutes?: number } = {},
) {
  const { client, areas } = await clientOf(name);
  const { room = 'Quickthorn', staff = 'Quickthorn', minutes } = more;
  const id = v7();
  const { status, body } = await person.post(`/api/clients/${client.id}/visits`, {
    ...{ id, areaId: defined(areas[0]).id, startsAt },
    ...{ roomId: of(room).roomId, staffId: of(staff).staffId },
    ...(minutes === undefined ? {} : { plannedMinutes: minutes }),
  });
  return { id, status, title: (body as { title?: string }).title };
}

describe('a booking', () => {
  it('is given one of fifty that want one slot at once', async () => {
    const at = '2031-05-05T10:00:00.000Z';
    const all = await Promise.all(Array.from({ length: 50 }, () => book('Candlewick', at)));
    expect(all.filter(({ status }) => status === 201)).toHaveLength(1);
    expect(all.filter(({ status }) => status === 409)).toHaveLength(49);
    const { rows } = await app.connection.pool.query<{ n: number }>(
      'select count(*)::int as n from visits where starts_at = $1',
      [at],
    );
    expect(defined(rows[0]).n).toBe(1);
  });

  it('holds its room and whoever treats until it ends, and its length is worked out', async () => {
    const first = await book('Candlewick', '2031-05-06T10:00:00.000Z');
    // Both underarms, 160 cm²: 10 + 3.2 + 15 + 5 = 33.2, in fives 35.
    expect((await opened(first.id)).visit.plannedMinutes).toBe(35);
    const room = { room: 'Quickthorn', staff: 'Candlewick' };
    const staff = { room: 'Candlewick', staff: 'Quickthorn' };
    expect(await book('Bristlecombe', '2031-05-06T10:30:00.000Z', room)).toMatchObject({
      ...{ status: 409, title: 'The room has another visit then' },
    });
    expect(await book('Bristlecombe', '2031-05-06T10:30:00.000Z', staff)).toMatchObject({
      ...{ status: 409, title: 'Whoever would treat has another visit then' },
    });
    expect((await book('Bristlecombe', '2031-05-06T10:35:00.000Z')).status).toBe(201);
  });

  it('holds as much in the hour that a clock change repeats', async () => {
    // London goes back at 01:00 UTC on 27 Oct 2030: 01:30 by the clock is there twice, an hour apart.
    expect((await book('Candlewick', '2030-10-27T00:30:00.000Z', { minutes: 60 })).status).toBe(
      201,
    );
    expect((await book('Bristlecombe', '2030-10-27T01:00:00.000Z')).status).toBe(409);
    expect((await book('Bristlecombe', '2030-10-27T01:30:00.000Z')).status).toBe(201);
  });

  it('is free again once it was cancelled', async () => {
    const at = '2031-05-07T10:00:00.000Z';
    const { id } = await book('Candlewick', at);
    await person.post(`/api/visits/${id}/cancel`, { reason: 'A cold' });
    expect((await book('Bristlecombe', at)).status).toBe(201);
  });
});

describe('moving a visit', () => {
  const move = async (id: string, startsAt: string, from?: string) => {
    const { visit } = await opened(id);
    const { roomId, staffId } = visit;
    const { status, body } = await person.post(`/api/visits/${id}/move`, {
      ...{ from: from ?? visit.startsAt, startsAt, roomId, staffId },
    });
    return { status, body };
  };

  it('changes when it begins, and stands in the audit trail with what it was', async () => {
    const { id, startsAt } = of('Candlewick');
    expect((await move(id, '2031-06-02T09:00:00.000Z')).status).toBe(204);
    // Sent again it stays there.
    expect((await move(id, '2031-06-02T09:00:00.000Z', startsAt)).status).toBe(204);
    expect((await opened(id)).visit.startsAt).toBe('2031-06-02T09:00:00.000Z');
    const { rows } = await app.connection.pool.query<{ before: string; after: string }>(
      `select what -> 'before' ->> 'starts_at' as before, what -> 'after' ->> 'starts_at' as after
       from audit_entries where kind = 'visitMoved'`,
    );
    expect(rows.map((row) => new Date(row.after).toISOString())).toEqual([
      '2031-06-02T09:00:00.000Z',
    ]);
    expect(new Date(defined(rows[0]).before).toISOString()).toBe(startsAt);
  });

  it('is refused where somebody else has moved it meanwhile, and says where it is now', async () => {
    const { id, startsAt } = of('Sparrowdale');
    expect((await move(id, '2031-06-03T09:00:00.000Z')).status).toBe(204);
    const { status, body } = await move(id, '2031-06-04T09:00:00.000Z', startsAt);
    expect(status).toBe(409);
    expect(body).toMatchObject({ current: { startsAt: '2031-06-03T09:00:00.000Z' } });
  });

  it('to another day is refused once skin was looked at: what was found holds for its day', async () => {
    const { id, startsAt } = of('Quickthorn');
    expect((await move(id, '2031-06-07T09:00:00.000Z')).body).toMatchObject({
      detail: 'holdsForItsDay',
    });
    expect((await opened(id)).visit.startsAt).toBe(startsAt);
  });

  it('is refused where the room is taken, into the past, and once something was fired', async () => {
    const taken = await book('Marshwhistle', '2031-06-05T09:00:00.000Z', {
      ...{ room: 'Bristlecombe', staff: 'Bristlecombe' },
    });
    expect(taken.status).toBe(201);
    const { id } = of('Bristlecombe');
    expect((await move(id, '2031-06-05T09:10:00.000Z')).status).toBe(409);
    expect((await move(id, '2020-06-05T09:00:00.000Z')).body).toMatchObject({
      detail: 'startsInPast',
    });
    expect((await move(of('Okapi-Lune').id, '2031-06-06T09:00:00.000Z')).body).toMatchObject({
      detail: 'zoneBegun',
    });
  });
});
