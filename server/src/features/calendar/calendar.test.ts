import type { AwayMade, Calendar, DueLists, Times } from '@tidy-quill/contract/calendar';
import type { ClientOpened, CourseBooked } from '@tidy-quill/contract/clients';
import type { Day, DayVisit } from '@tidy-quill/contract/today';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let idony: Person;
let caspian: Person;
let owner: Person;
let visits: readonly DayVisit[];
beforeAll(async () => {
  app = await startApplication();
  [idony, caspian, owner] = [
    await app.signedIn('idony'),
    await app.signedIn('caspian'),
    await app.signedIn('morwenna'),
  ];
  ({ visits } = (await idony.get('/api/today')).body as Day);
});
afterAll(() => app.close());

const of = (name: string) => defined(visits.find(({ client }) => client.name.includes(name)));
const calendar = async (from: string, until = from) =>
  (await idony.get(`/api/calendar?from=${from}&until=${until}`)).body as Calendar;

/** Books the first area of a client of today's in the room and with the person of their visit. */
async function book(name: string, startsAt: string, plannedMinutes = 60) {
  const { client, roomId, staffId } = of(name);
  const { areas } = (await idony.get(`/api/clients/${client.id}`)).body as ClientOpened;
  const id = v7();
  const visit = { id, areaId: defined(areas[0]).id, startsAt, roomId, staffId, plannedMinutes };
  return { id, ...(await idony.post(`/api/clients/${client.id}/visits`, visit)) };
}

const away = (more: object) => ({
  ...{ id: v7(), what: 'clinic', whatId: null, reason: 'Stocktaking' },
  ...{ from: '2031-06-02T09:00:00.000Z', until: '2031-06-02T17:00:00.000Z' },
  ...more,
});

describe('what is away', () => {
  it('takes no booking, says why, and names those that are booked into it', async () => {
    const at = '2031-06-03T10:00:00.000Z';
    const first = await book('Candlewick', at);
    expect(first.status).toBe(201);
    const { staffId } = of('Candlewick');
    const absence = away({
      ...{ what: 'staff', whatId: staffId, reason: 'Leave' },
      ...{ from: '2031-06-03T10:30:00.000Z', until: '2031-06-04T18:00:00.000Z' },
    });
    const made = await caspian.post('/api/unavailable', absence);
    expect(made.status).toBe(201);
    expect((made.body as AwayMade).inTheWay.map(({ id }) => id)).toEqual([first.id]);
    expect(await book('Candlewick', '2031-06-04T10:00:00.000Z')).toMatchObject({
      status: 409,
      body: { title: 'Whoever would treat is away then', detail: 'Leave' },
    });
    // It is somebody else's morning all the same, and theirs again once it is taken back.
    expect((await book('Bristlecombe', '2031-06-04T10:00:00.000Z')).status).toBe(
      of('Bristlecombe').staffId === staffId ? 409 : 201,
    );
    const back = await caspian.post(`/api/unavailable/${absence.id}/end`);
    expect(back.status).toBe(204);
    expect((await book('Candlewick', '2031-06-04T14:00:00.000Z')).status).toBe(201);
    const told = await app.connection.pool.query(
      "select kind from audit_entries where kind like 'unavailable%' order by seq",
    );
    expect(told.rows.map(({ kind }) => kind)).toEqual(['unavailableAdded', 'unavailableRemoved']);
  });

  it('takes no visit that is moved into it, nor one that is sent there', async () => {
    const { id } = await book('Candlewick', '2031-06-05T10:00:00.000Z');
    await owner.post('/api/unavailable', away({}));
    const { roomId, staffId } = of('Candlewick');
    const to = { from: '2031-06-05T10:00:00.000Z', startsAt: '2031-06-02T10:00:00.000Z' };
    expect(await idony.post(`/api/visits/${id}/move`, { ...to, roomId, staffId })).toMatchObject({
      status: 409,
      body: { title: 'The clinic is closed then', detail: 'Stocktaking' },
    });
    // To the moment: as it opens again it is free.
    const free = { ...to, startsAt: '2031-06-02T17:00:00.000Z' };
    expect((await idony.post(`/api/visits/${id}/move`, { ...free, roomId, staffId })).status).toBe(
      204,
    );
  });

  it('is entered by supervisor and owner, and one’s own absence by anybody', async () => {
    const me = (await idony.get('/api/me')).body as { staff: { id: string } };
    const own = away({ what: 'staff', whatId: me.staff.id, reason: 'Dentist' });
    expect((await idony.post('/api/unavailable', away({}))).status).toBe(403);
    expect((await idony.post('/api/unavailable', own)).status).toBe(201);
    expect((await idony.post('/api/unavailable', own)).status).toBe(201);
    const other = away({ what: 'room', whatId: of('Candlewick').roomId });
    expect((await idony.post('/api/unavailable', other)).status).toBe(403);
    expect((await caspian.post('/api/unavailable', other)).status).toBe(201);
    expect((await idony.post(`/api/unavailable/${other.id}/end`)).status).toBe(403);
  });

  it('is refused where it ends before it begins, or is of nothing known', async () => {
    const wrong = async (more: object) => {
      const { status, body } = await caspian.post('/api/unavailable', away(more));
      expect(status).toBe(400);
      return (body as { fields: { field: string }[] }).fields.map(({ field }) => field);
    };
    expect(await wrong({ until: '2031-06-02T09:00:00.000Z' })).toEqual(['until']);
    expect(await wrong({ what: 'room' })).toEqual(['whatId']);
    expect(await wrong({ what: 'room', whatId: v7() })).toEqual(['whatId']);
    expect(await wrong({ what: 'handpiece', whatId: 'unknown' })).toEqual(['whatId']);
    expect(await wrong({ reason: ' ' })).toEqual(['reason']);
  });
});

describe('opening hours', () => {
  const day = [{ from: '09:00', until: '12:00' }];
  const hours = [day, day, day, day, day, [], []];

  it('are set by the owner, whole', async () => {
    expect((await caspian.put('/api/clinic/hours', { hours })).status).toBe(403);
    const overlap = [
      { from: '09:00', until: '12:00' },
      { from: '11:00', until: '13:00' },
    ];
    const bad = await owner.put('/api/clinic/hours', { hours: [overlap, ...hours.slice(1)] });
    expect(bad.body).toMatchObject({ fields: [{ field: 'hours.0' }] });
    expect((await owner.put('/api/clinic/hours', { hours: hours.slice(1) })).status).toBe(400);
    expect((await owner.put('/api/clinic/hours', { hours })).status).toBe(204);
    expect((await calendar('2031-06-02')).hours).toEqual(hours);
  });

  it('hold the times that are found, from the first day that makes sense or a later one', async () => {
    const { client } = of('Candlewick');
    const { areas } = (await idony.get(`/api/clients/${client.id}`)).body as ClientOpened;
    const areaId = defined(areas[0]).id;
    const times = async (more = '') =>
      (await idony.get(`/api/clients/${client.id}/times?areaIds=${areaId}${more}`)).body as Times;
    const first = await times();
    expect(first.times.length).toBeGreaterThan(3);
    // The last session is longer ago than the interval of an underarm.
    const { day: today } = (await idony.get('/api/today')).body as Day;
    expect(first.firstDay).toMatchObject({ on: today, because: 'today' });
    // 2031-06-07 is a Saturday: closed, as is the Sunday after it; the mornings hold one start of 35 minutes or two.
    const later = await times('&from=2031-06-07&weekdays=0,1');
    expect(later.times.map(({ day: on }) => on)).toEqual([
      ...['2031-06-09', '2031-06-09', '2031-06-10', '2031-06-10'],
      ...['2031-06-16', '2031-06-16', '2031-06-17', '2031-06-17'],
      ...['2031-06-23', '2031-06-23', '2031-06-24', '2031-06-24'],
    ]);
    expect(later.times[0]).toMatchObject({ startsAt: '2031-06-09T08:00:00.000Z' });
    expect((await times('&from=2031-06-07&part=evening')).times).toEqual([]);
    const strange = await idony.get(`/api/clients/${client.id}/times?areaIds=${v7()}`);
    expect(strange.status).toBe(404);
  });

  it('are none again where the clinic says none', async () => {
    expect((await owner.put('/api/clinic/hours', { hours: null })).status).toBe(204);
    expect((await calendar('2031-06-02')).hours).toBeNull();
  });
});

describe('how a visit stands', () => {
  const say = async (id: string, to: string) => {
    const { status, body } = await idony.post(`/api/visits/${id}/status`, { to });
    return status === 204 ? 204 : (body as { detail?: string }).detail;
  };
  const statusOf = async (id: string, day: string) =>
    (await calendar(day)).visits.find((each) => each.id === id)?.status;

  it('is confirmed, and booked again once it is moved to another hour', async () => {
    const { id } = await book('Candlewick', '2031-07-01T10:00:00.000Z');
    expect(await say(id, 'confirmed')).toBe(204);
    expect(await say(id, 'confirmed')).toBe(204);
    expect(await statusOf(id, '2031-07-01')).toBe('confirmed');
    expect(await say(id, 'arrived')).toBe('notToday');
    expect(await say(id, 'missed')).toBe('notYet');
    const { roomId, staffId } = of('Candlewick');
    const to = { from: '2031-07-01T10:00:00.000Z', startsAt: '2031-07-02T10:00:00.000Z' };
    await idony.post(`/api/visits/${id}/move`, { ...to, roomId, staffId });
    expect(await statusOf(id, '2031-07-02')).toBe('booked');
    const { rows } = await app.connection.pool.query<{ sequence: number }>(
      'select sequence from visits where id = $1',
      [id],
    );
    expect(rows).toEqual([{ sequence: 1 }]);
  });

  it('is done or under way by what was recorded, whatever is said', async () => {
    const { id } = of('Okapi-Lune');
    expect(await say(id, 'missed')).toBe('hasBegun');
    const { day } = (await idony.get('/api/today')).body as Day;
    expect(['underWay', 'done']).toContain(await statusOf(id, day));
  });

  it('holds its room no more once it was missed', async () => {
    const { id } = await book('Candlewick', '2031-07-03T10:00:00.000Z');
    expect((await book('Candlewick', '2031-07-03T10:30:00.000Z')).status).toBe(409);
    // Its hour cannot come in a test: the database is told what the desk would say then.
    await app.connection.pool.query("update visits set said = 'missed' where id = $1", [id]);
    expect((await book('Candlewick', '2031-07-03T10:30:00.000Z')).status).toBe(201);
    expect(await idony.post(`/api/visits/${id}/status`, { to: 'booked' })).toMatchObject({
      status: 409,
    });
  });
});

describe('the calendar', () => {
  it('gives six weeks at most, and whole days', async () => {
    const ask = (query: string) => idony.get(`/api/calendar?${query}`);
    expect((await ask('from=2031-01-01&until=2031-02-12')).status).toBe(400);
    expect((await ask('from=2031-01-02&until=2031-01-01')).status).toBe(400);
    const week = await calendar('2031-06-02', '2031-06-08');
    const starts = week.visits.map(({ startsAt }) => startsAt);
    expect(starts).toEqual([...starts].sort());
    expect(starts).toContain('2031-06-02T17:00:00.000Z');
  });
});

describe('whom to call', () => {
  const lists = async () => (await idony.get('/api/calendar/due')).body as DueLists;

  it('are those who are due by the interval with nothing booked, and whose course is open', async () => {
    // Beside today's visits the demo has clients of whom nothing is booked; with their last session put back, one is due.
    const { rows } = await app.connection.pool.query<{ area_id: string; client_id: string }>(
      `select z.area_id, a.client_id from zone_sessions z join areas a on a.clinic_id = z.clinic_id and a.id = z.area_id
       where z.treated_on is not null and a.job = 'hair' and not exists (
         select from visits v where v.client_id = a.client_id and v.starts_at > now() - interval '1 day' and v.cancelled_at is null)
       group by z.area_id, a.client_id having count(*) = 1 limit 1`,
    );
    const of = defined(rows[0]);
    const put = (days: number) =>
      app.connection.pool.query(
        'update zone_sessions set treated_on = current_date - $1::int where area_id = $2',
        [days, of.area_id],
      );
    const found = async () => (await lists()).due.find(({ areaId }) => areaId === of.area_id);
    await put(7);
    expect(await found()).toBeUndefined();
    await put(300);
    expect(await found()).toMatchObject({ sessions: 1, late: true, clientId: of.client_id });
    const step = { id: v7(), areaId: of.area_id, step: 'stopped', reason: 'Moved away' };
    const stopped = await idony.post(`/api/clients/${of.client_id}/course-steps`, step);
    expect(stopped.status).toBe(201);
    expect(await found()).toBeUndefined();
  });

  it('are none who come today, whatever the hour', async () => {
    const clients = new Set(visits.map(({ client }) => client.id));
    expect((await lists()).due.filter(({ clientId }) => clients.has(clientId))).toEqual([]);
  });

  it('are those who missed a visit, until something is booked for them', async () => {
    const { client, roomId, staffId } = of('Quickthorn');
    const { rows } = await app.connection.pool.query<{ id: string }>(
      `update visits set said = 'missed', starts_at = starts_at - interval '2 days' where client_id = $1
       and starts_at = (select max(starts_at) from visits where client_id = $1) returning id`,
      [client.id],
    );
    const { id } = defined(rows[0]);
    const ids = async () => (await lists()).missed.map(({ visitId }) => visitId);
    expect(await ids()).toContain(id);
    const { areas } = (await idony.get(`/api/clients/${client.id}`)).body as ClientOpened;
    const next = { id: v7(), areaId: defined(areas[0]).id, roomId, staffId };
    const at = { startsAt: '2031-08-01T10:00:00.000Z' };
    expect((await idony.post(`/api/clients/${client.id}/visits`, { ...next, ...at })).status).toBe(
      201,
    );
    expect(await ids()).not.toContain(id);
  });
});

describe('a whole course', () => {
  it('is booked by the interval at the same hour, past what is closed, once, and all or none', async () => {
    const { client, roomId, staffId } = of('Candlewick');
    const { areas } = (await idony.get(`/api/clients/${client.id}`)).body as ClientOpened;
    const [id, ...ids] = [v7(), v7(), v7()];
    const first = {
      ...{ id, areaId: defined(areas[0]).id, roomId, staffId },
      startsAt: '2032-01-05T14:00:00.000Z',
    };
    // Six weeks for an underarm: 16 February, which is closed, and six weeks after that day 29 March, in summer time.
    const closed = { from: '2032-02-16T00:00:00.000Z', until: '2032-02-17T00:00:00.000Z' };
    await owner.post('/api/unavailable', away(closed));
    const send = () => idony.post(`/api/clients/${client.id}/course-visits`, { first, ids });
    const starts = [
      '2032-01-05T14:00:00.000Z',
      '2032-02-17T14:00:00.000Z',
      '2032-03-29T13:00:00.000Z',
    ];
    for (const { status, body } of [await send(), await send()]) {
      expect(status).toBe(201);
      expect((body as CourseBooked).visits.map(({ startsAt }) => startsAt)).toEqual(starts);
    }
    const week = { from: '2032-05-10T00:00:00.000Z', until: '2032-05-20T00:00:00.000Z' };
    await owner.post('/api/unavailable', away(week));
    const none = { ...first, id: v7(), startsAt: '2032-03-29T15:00:00.000Z' };
    const refused = await idony.post(`/api/clients/${client.id}/course-visits`, {
      ...{ first: none, ids: [v7()] },
    });
    expect(refused).toMatchObject({ status: 409, body: { title: 'Visit 2 finds no time' } });
    expect((await calendar('2032-03-29')).visits.map(({ id: booked }) => booked)).toEqual([ids[1]]);
  });
});
