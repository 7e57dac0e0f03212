import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import type { Day } from '@tidy-quill/contract/today';
import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createServer, type Server } from 'node:http';
import { pino } from 'pino';
import { makeApp } from '../../app';
import { connect, type Connection } from '../../db/connect';
import { startApplication, type Application, type Person } from '../../testing/application';
import { lastKept } from './kept';

let app: Application;
let person: Person;
let cookie: string;
let visitId: string;
// A second server beside the first, on the same database.
let beside: { readonly connection: Connection; readonly server: Server; readonly url: string };

beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  const { visits } = (await person.get('/api/today')).body as { visits: Day['visits'] };
  visitId = visits.find(({ client }) => client.name.includes('Oxenstable'))!.id;
  const connection = connect(app.databaseUrl);
  const made = await makeApp({ connection, logger: pino({ level: 'silent' }), webFolder: null });
  const server = createServer(made);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as { port: number };
  beside = { connection, server, url: `http://127.0.0.1:${port}` };
  cookie = person.cookie();
});
afterAll(async () => {
  beside.server.closeAllConnections();
  await new Promise((resolve) => beside.server.close(resolve));
  await beside.connection.pool.end();
  await app.close();
});

/** Listens to a visit at a server: `next` gives the place that is told next, whenever that comes. */
async function listener(url: string) {
  const response = await fetch(`${url}/api/visits/${visitId}/live`, { headers: { cookie } });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let heard = '';
  const next = async (): Promise<number> => {
    for (;;) {
      const told = /event: kept\ndata: (.*)\n\n/.exec(heard);
      if (told !== null) {
        heard = heard.slice(told.index + told[0].length);
        return (JSON.parse(told[1]!) as { after: number }).after;
      }
      const { value, done } = await reader.read();
      if (done) throw new Error(`The line ended after ${heard}`);
      heard += value;
    }
  };
  /** Reads on until a place is told. */
  const until = async (place: number) => {
    for (let told = await next(); told < place; told = await next());
  };
  return { next, until, end: () => reader.cancel() };
}

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
    expect(await line.next()).toBe(await lastKept(app.connection.db, row!.clinic_id, visitId));
    await line.end();
  });

  it('is told to whoever listens at any server', async () => {
    const lines = await Promise.all([listener(app.url), listener(beside.url)]);
    const after = await keep();
    for (const line of lines) await line.until(after);
    await Promise.all(lines.map((line) => line.end()));
  });

  it('is told again after the database cut every line', async () => {
    const line = await listener(beside.url);
    await line.next();
    await app.connection.pool.query(
      `select pg_terminate_backend(pid) from pg_stat_activity
       where datname = current_database() and query like 'listen %'`,
    );
    const after = await keep();
    await line.until(after);
    await line.end();
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
    expect(before.events.map(({ id }) => id)).not.toContain(since.events[0]!.id);
    expect(since.after).toBe(place);
  });
});
