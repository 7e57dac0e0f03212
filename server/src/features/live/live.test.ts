import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import type { Day } from '@tidy-quill/contract/today';
import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import {
  startApplication,
  startBeside,
  type Application,
  type Person,
} from '../../testing/application';
import { lineAt, type Line } from '../../testing/line';
import { lastKept } from './event-notifications';

let app: Application;
let person: Person;
let cookie: string;
let visitId: string;
// A second server beside the first, on the same database.
let beside: Awaited<ReturnType<typeof startBeside>>;

beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  const { visits } = (await person.get('/api/today')).body as { visits: Day['visits'] };
  visitId = defined(visits.find(({ client }) => client.name.includes('Oxenstable'))).id;
  beside = await startBeside(app);
  cookie = person.cookie();
});
afterAll(async () => {
  await beside.close();
  await app.close();
});

/** Listens to a visit at a server. */
const listener = (url: string) => lineAt(url, visitId, cookie);

/** The place that is told next, whenever that comes. */
const next = async (line: Line): Promise<number> => (await line.told('kept')).after;

/** Reads on until a place is told. */
const until = async (line: Line, place: number) => {
  for (let told = await next(line); told < place; told = await next(line));
};

/** Something that is kept of every visit; gives its place. */
const keep = async (): Promise<number> => {
  const { today } = (await person.get(`/api/visits/${visitId}`)).body as VisitOpened;
  const answers = Object.fromEntries(QUESTION_IDS.map((id) => [id, { yes: false }]));
  const said = { answers, medicines: [], on: today, aheadId: null };
  const event = { id: v7(), at: new Date().toISOString(), body: { kind: 'answersGiven', ...said } };
  const { status, body } = await person.post(`/api/visits/${visitId}/events`, [event]);
  expect(status).toBe(200);
  return (body as EventsKept).after;
};

describe('what goes on about a visit', () => {
  it('is told at once with the place of what was kept last', async () => {
    const line = await listener(app.url);
    const [row] = (
      await app.connection.pool.query<{ clinic_id: string }>(
        'select clinic_id from visits where id = $1',
        [visitId],
      )
    ).rows;
    expect(await next(line)).toBe(
      await lastKept(app.connection.db, defined(row).clinic_id, visitId),
    );
    line.end();
  });

  it('is told to whoever listens at any server', async () => {
    const lines = await Promise.all([listener(app.url), listener(beside.url)]);
    const after = await keep();
    for (const line of lines) await until(line, after);
    for (const line of lines) line.end();
  });

  it('is told again after the database cut every line', async () => {
    const line = await listener(beside.url);
    await next(line);
    await app.connection.pool.query(
      `select pg_terminate_backend(pid) from pg_stat_activity
       where datname = current_database() and query like 'listen %'`,
    );
    const after = await keep();
    await until(line, after);
    line.end();
  });

  it('is told no longer once its session has ended, at whichever server', async () => {
    const leaving = await app.signedIn('tobiah');
    const lines = await Promise.all(
      [app.url, beside.url].map((url) => lineAt(url, visitId, leaving.cookie())),
    );
    const staying = await listener(app.url);
    expect((await leaving.post('/api/sign-out')).status).toBe(204);
    expect(await Promise.all(lines.map(({ closed }) => closed))).toEqual([4401, 4401]);
    await until(staying, await keep());
    staying.end();
  });

  it('is told to nobody who is not signed in, nor of a visit that there is not', async () => {
    const asked = await fetch(`${app.url}/api/visits/${visitId}/live`);
    expect(asked.status).toBe(401);
    expect((await person.get(`/api/visits/${v7()}/live`)).status).toBe(404);
  });

  it('can be read from a place on, each event once', async () => {
    const before = (await person.get(`/api/visits/${visitId}/events?after=0`)).body as EventsKept;
    const place = await keep();
    const { body } = await person.get(`/api/visits/${visitId}/events?after=${before.after}`);
    const since = body as EventsKept;
    expect(since.events).toHaveLength(1);
    expect(before.events.map(({ id }) => id)).not.toContain(defined(since.events[0]).id);
    expect(since.after).toBe(place);
  });
});
