import type { Day } from '@tidy-quill/contract/today';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../../testing/application';
import { lineAt, type Line } from '../../testing/line';

let app: Application;
let one: Person;
let other: Person;
// In the midst of its treatment, and one where nobody has begun.
let begun: string;
let waiting: string;

beforeAll(async () => {
  app = await startApplication();
  [one, other] = await Promise.all([app.signedIn('idony'), app.signedIn('tobiah')]);
  const { visits } = (await one.get('/api/today')).body as Day;
  const visitOf = (name: string) =>
    defined(visits.find(({ client }) => client.name.includes(name))).id;
  begun = visitOf('Okapi-Lune');
  waiting = visitOf('Oxenstable');
});
afterAll(() => app.close());

const press = (count = 1, more: object = {}) => ({
  ...{ id: v7(), at: new Date().toISOString(), body: { kind: 'pulsesFired', count } },
  ...more,
});
const send = (person: Person, visitId: string, after: number, ...events: object[]) =>
  person.post(`/api/visits/${visitId}/events?after=${after}`, events);
const opened = async (id = begun) => (await one.get(`/api/visits/${id}`)).body as VisitOpened;
/** What the server adds to a press: by whom, when it came, and its place among all. */
const received = async (person: Person) => ({
  staffId: (await me(person)).staff.id,
  seq: expect.any(Number) as number,
  receivedAt: expect.stringMatching(/^\d{4}-\d\d-\d\dT.*Z$/) as string,
});
const idsOf = ({ events }: Pick<EventsKept, 'events'>) => events.map(({ id }) => id);

describe('presses of a session that has begun', () => {
  it('are kept, and answered with all that was kept since a place, by whomever', async () => {
    const { after } = await opened();
    const [mine, theirs] = [press(3), press(7)];
    await send(other, begun, after, theirs);
    const { status, body } = await send(one, begun, after, mine);
    expect(status).toBe(200);
    const kept = body as EventsKept;
    expect(idsOf(kept)).toEqual([theirs.id, mine.id]);
    expect(kept.events[1]).toEqual({ ...mine, ...(await received(one)) });
    expect((await opened()).after).toBe(kept.after);
  });

  it('keep how far their tablet had read, by the short way and by the long one', async () => {
    const { after } = await opened();
    const fast = press(1, { seen: after });
    const judged = press(1, { seen: after, body: { kind: 'resumed' } });
    for (const each of [fast, judged]) {
      expect((await send(one, begun, after, each)).status).toBe(200);
    }
    const kept = (await opened()).events.filter(({ id }) => [fast.id, judged.id].includes(id));
    expect(kept.map(({ seen }) => seen)).toEqual([after, after]);
    const { body } = await one.get(`/api/visits/${begun}/events?after=${after}`);
    expect((body as EventsKept).events.map(({ seen }) => seen)).toEqual([after, after]);
  });

  it('are refused aloud where another visit has one with their id', async () => {
    const mine = press(2);
    expect((await send(one, begun, 0, mine)).status).toBe(200);
    const visits = ((await one.get('/api/today')).body as Day).visits;
    // One that nobody has begun, and one whose presses need not be judged either.
    const treated = defined(visits.find(({ client }) => client.name.includes('Yewbarrow'))).id;
    for (const id of [waiting, treated]) {
      const { status, body } = await send(one, id, 0, mine);
      expect([status, body]).toMatchObject([
        409,
        { title: 'Another visit has an entry with this id' },
      ]);
    }
  });

  it('are kept once, however often they are sent, in the order of their batch', async () => {
    const { after } = await opened();
    const batch = [press(1), press(2), press(3)];
    await Promise.all([1, 2, 3].map(() => send(one, begun, after, ...batch)));
    const { events } = (await one.get(`/api/visits/${begun}/events?after=${after}`))
      .body as EventsKept;
    expect(events.map(({ id }) => id)).toEqual(batch.map(({ id }) => id));
  });

  it('tell two tablets that press at once everything, and each thing once', async () => {
    const start = await opened();
    const tablet = async (person: Person) => {
      const heard: string[] = [];
      let { after } = start;
      for (let pressed = 0; pressed < 25; pressed++) {
        const { status, body } = await send(person, begun, after, press());
        expect(status).toBe(200);
        const kept = body as EventsKept;
        heard.push(...idsOf(kept));
        ({ after } = kept);
      }
      const { body } = await person.get(`/api/visits/${begun}/events?after=${after}`);
      return [...heard, ...idsOf(body as EventsKept)];
    };
    const [mine, theirs] = await Promise.all([tablet(one), tablet(other)]);
    // Whoever was done first has read less; what was read is read without a gap, and nothing twice.
    const all = idsOf(
      (await one.get(`/api/visits/${begun}/events?after=${start.after}`)).body as EventsKept,
    );
    expect(all).toHaveLength(50);
    for (const heard of [mine, theirs]) expect(all.slice(0, heard.length)).toEqual(heard);
    expect(Math.max(mine.length, theirs.length)).toBe(50);
  });
});

const me = async (person: Person) =>
  (await person.get('/api/me')).body as { staff: { id: string } };

describe('presses that cannot go the short way', () => {
  it('are refused with the rule where nobody has begun, and none of them is kept', async () => {
    const before = await opened(waiting);
    const { status, body } = await send(one, waiting, 0, press(), press());
    expect(status).toBe(422);
    expect(body).toMatchObject({ detail: 'notStarted' });
    expect((await opened(waiting)).events).toEqual(before.events);
  });

  it('are refused for a zone that has not begun, though another has', async () => {
    const { after } = await opened();
    const elsewhere = (await opened(waiting)).area.id;
    const { status } = await send(one, begun, after, press(), press(1, { areaId: elsewhere }));
    expect(status).toBe(422);
    expect((await opened()).after).toBe(after);
  });

  it('belong to no visit of another clinic, and to none that there is not', async () => {
    expect((await send(one, v7(), 0, press())).status).toBe(404);
    const [row] = (
      await app.connection.pool.query<{ kept: unknown }>(
        'select keep_presses($1, $2, $3, null, $4, 0) as kept',
        [v7(), begun, (await me(one)).staff.id, JSON.stringify([press()])],
      )
    ).rows;
    expect(defined(row).kept).toBeNull();
  });

  it('are said to be wrong by their field', async () => {
    const { status, body } = await send(one, begun, 0, press(0));
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: '0.body.count' }] });
  });

  it('are taken from nobody whose account was closed meanwhile', async () => {
    const { after } = await opened();
    const { staff } = await me(other);
    const setActive = (active: boolean) =>
      app.connection.pool.query('update staff set active = $2 where id = $1', [staff.id, active]);
    await setActive(false);
    expect((await send(other, begun, after, press())).status).toBe(401);
    await setActive(true);
    expect((await opened()).after).toBe(after);
    expect((await app.person().post(`/api/visits/${begun}/events`, [press()])).status).toBe(401);
  });
});

describe('presses that come up the live line', () => {
  const lineOf = (person: Person, visitId = begun) => lineAt(app.url, visitId, person.cookie());

  it('are kept and answered as by a request, once, however often and by whichever way they come', async () => {
    const { after } = await opened();
    const line = await lineOf(one);
    const mine = press(2);
    const kept = await line.ask([mine] as never, after);
    expect(defined(kept).events).toEqual([{ ...mine, ...(await received(one)) }]);
    expect(await line.ask([mine] as never, defined(kept).after)).toEqual({
      events: [],
      after: defined(kept).after,
    });
    const { body } = await send(one, begun, after, mine);
    expect(idsOf(body as EventsKept)).toEqual([mine.id]);
    line.end();
  });

  it('are told to the other tablets with their place', async () => {
    const [mine, theirs] = await Promise.all([lineOf(one), lineOf(other)]);
    const before = (await theirs.told('kept')).after;
    const kept = await mine.ask([press()] as never, before);
    let told = before;
    while (told < defined(kept).after) told = (await theirs.told('kept')).after;
    expect(told).toBe(defined(kept).after);
    mine.end();
    theirs.end();
  });

  it('are sent back to the long way where nobody has begun, or another event is among them', async () => {
    const line = await lineOf(one, waiting);
    expect(await line.ask([press()] as never)).toBeNull();
    line.end();
    const other = await lineOf(one);
    const { after } = await opened();
    const note = press(1, { body: { kind: 'amended', about: null, text: 'x', reason: 'y' } });
    expect(await other.ask([press(), note] as never)).toBeNull();
    expect((await opened()).after).toBe(after);
    other.end();
  });

  it('are taken from nobody whose session or account ended after the line was opened', async () => {
    // A line that just opened looks at its session once more, and may end before it answers.
    const refused = (line: Line, after: number) =>
      Promise.race([line.ask([press()] as never, after).catch(() => null), line.closed]);
    const someone = await app.signedIn('idony');
    const line = await lineOf(someone);
    const { after } = await opened();
    const kept = await line.ask([press()] as never, after);
    expect(kept).not.toBeNull();
    await app.connection.pool.query('update session set expire = now() where sid = $1', [
      sessionOf(someone),
    ]);
    expect([null, 4401]).toContain(await refused(line, after));
    line.end();
    const closed = await lineOf(other);
    const { staff } = await me(other);
    const setActive = (active: boolean) =>
      app.connection.pool.query('update staff set active = $2 where id = $1', [staff.id, active]);
    await setActive(false);
    expect([null, 4401]).toContain(await refused(closed, after));
    closed.end();
    expect((await opened()).after).toBe(defined(kept).after);
    await setActive(true);
    const again = await lineOf(other);
    expect(await again.ask([press()] as never, after)).not.toBeNull();
    again.end();
  });

  it('hold nobody up who presses on another line, however many come without waiting', async () => {
    const FLOOD = 1500;
    const [flood, calm] = [await lineOf(one), await lineOf(other)];
    const { after } = await opened();
    const order: string[] = [];
    for (let ask = 0; ask < FLOOD; ask++) {
      flood.say(JSON.stringify({ ask, events: [press()], after: 1e12 }));
    }
    const flooded = (async () => {
      for (let ask = 0; ask < FLOOD; ask++) {
        expect((await flood.told('answer')).ask).toBe(ask);
        order.push('flood');
      }
    })();
    for (let turn = 0; turn < 5; turn++) {
      expect(await calm.ask([press()] as never, 1e12)).not.toBeNull();
      order.push('calm');
    }
    await flooded;
    expect(order.lastIndexOf('calm')).toBeLessThan(FLOOD / 4);
    const { rows } = await app.connection.pool.query<{ n: number }>(
      'select count(*)::int as n from visit_events where visit_id = $1 and seq > $2',
      [begun, after],
    );
    expect(defined(rows[0]).n).toBe(FLOOD + 5);
    flood.end();
    calm.end();
  });

  it('end the line where they are none, and keep nothing', async () => {
    const { after } = await opened();
    for (const said of ['{', '{"ask":1}', JSON.stringify({ ask: 1, events: [press(0)], after })]) {
      const line = await lineOf(one);
      line.say(said);
      expect(await line.closed, said).toBe(1007);
    }
    const flooded = await lineOf(one);
    flooded.say(' '.repeat(1024 * 1024 + 1));
    expect(await flooded.closed).toBe(1009);
    expect((await opened()).after).toBe(after);
  });
});

describe('the door of a live line', () => {
  const refusal = (visitId: string, cookie: string, origin?: string) =>
    lineAt(app.url, visitId, cookie, origin).then(
      () => 'opened',
      (error: unknown) => (error as Error).message,
    );

  it('opens to whoever is signed in, from our own pages, for a visit of theirs', async () => {
    expect(await refusal(begun, '')).toBe('401');
    expect(await refusal(v7(), one.cookie())).toBe('404');
    expect(await refusal('no-id', one.cookie())).toBe('404');
    expect(await refusal(begun, one.cookie(), 'https://elsewhere.example')).toBe('403');
  });

  it('says what it is for to whoever comes by without a line', async () => {
    const { status, body } = await one.get(`/api/visits/${begun}/live`);
    expect(status).toBe(400);
    expect(body).toMatchObject({ title: 'Only a WebSocket is opened at this address' });
  });
});

/** The id within a signed cookie of express-session: between “s:” and the dot. */
const sessionOf = (person: Person) =>
  defined(defined(/s:([^.]+)\./.exec(decodeURIComponent(person.cookie())))[1]);
