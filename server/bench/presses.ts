import { randomUUID } from 'node:crypto';
import { Agent, request as ask } from 'node:http';
import { setTimeout as pause } from 'node:timers/promises';
import { bodyVersion } from '@tidy-quill/core/events';
import { defined } from '@tidy-quill/core/units';
import { keepFigure } from '../../core/bench/figures';
import { begunVisit, openRooms, pulse, signedIn } from './rooms';
import { lineAt } from '../src/testing/line';

// Presses of many rooms at once against the built server on a durable database: presses.ts <url> <database url>
const [url = '', databaseUrl = ''] = process.argv.slice(2);
const ROOMS = 50;
// A press a second: about what a busy hand does.
const PRESSES = 12;
const PAUSE_MS = 1000;
const MANY_EVENTS = 10_000;

const rooms = await openRooms(databaseUrl);
const { pool, someone } = rooms;

const cookie = await signedIn(url);
const visits = await Promise.all(Array.from({ length: ROOMS }, () => begunVisit(rooms, 20)));
/** Whoever reads the client has every visit summed up, as those have that were begun by a press. */
const sumUp = () => fetch(`${url}/api/clients/${someone.client_id}`, { headers: { cookie } });
await sumUp();

const median = (list: readonly number[]) =>
  defined([...list].sort((one, other) => one - other)[Math.floor(list.length / 2)]);

/**
 * Median ms of each way, all rooms pressing at once at a pace of their own. Every press takes another way in turn, so that
 * whatever else the machine does meets all of them alike.
 */
async function paced(ways: readonly ((room: number) => Promise<unknown>)[]): Promise<number[]> {
  const times = ways.map((): number[] => []);
  await Promise.all(
    visits.map(async (_visit, room) => {
      await pause((room * PAUSE_MS) / ROOMS);
      for (let turn = 0; turn < PRESSES * ways.length; turn++) {
        const way = (room + turn) % ways.length;
        const from = performance.now();
        await defined(ways[way])(room);
        defined(times[way]).push(performance.now() - from);
        await pause(PAUSE_MS);
      }
    }),
  );
  return times.map(median);
}

// A line that stays open, as a browser's does.
const agent = new Agent({ keepAlive: true });

/** A request of one of the rooms, to its last byte. */
const request = (method: string, path: string, body = '') =>
  new Promise<void>((resolve, reject) => {
    const headers = { 'content-type': 'application/json', origin: url, cookie };
    const asked = ask(`${url}${path}`, { method, agent, headers }, (response) => {
      response.resume();
      response.on('end', () => {
        if (method === 'GET' || response.statusCode === 200) resolve();
        else reject(new Error(`${method} ${path}: ${response.statusCode}`));
      });
    });
    asked.on('error', reject);
    asked.end(body);
  });

const PAST_ALL = 1e14;
const lines = await Promise.all(visits.map((visit) => lineAt(url, visit, cookie)));

/** As the page of an open visit sends it: up its live line. */
const press = async (room: number) => {
  const kept = await defined(lines[room]).ask([pulse()], PAST_ALL);
  if (kept === null) throw new Error('A press was not kept');
};

/** As a page sends it that has no line. */
const posted = (room: number, visit = defined(visits[room])) =>
  request('POST', `/api/visits/${visit}/events?after=${PAST_ALL}`, JSON.stringify([pulse()]));

// Answered without the database: what the way there and back costs by itself.
const empty = () => request('GET', '/assets/none');

const insert = (room: number) =>
  pool.query(
    `insert into visit_events (clinic_id, id, visit_id, staff_id, kind, at, body)
     values ($1, $2, $3, $4, 'pulsesFired', now(), '{"kind":"pulsesFired","count":1}')`,
    [someone.clinic_id, randomUUID(), visits[room], someone.staff_id],
  );

/** The one statement by which the server makes a press durable. */
const keep = (room: number) =>
  pool.query('select keep_presses($1, $2, $3, null, $4, $5)', [
    someone.clinic_id,
    visits[room],
    someone.staff_id,
    JSON.stringify([{ ...pulse(), version: bodyVersion('pulsesFired') }]),
    PAST_ALL,
  ]);

const ways = [insert, press, keep, posted, empty];
// Once unmeasured, so that every way is warm.
for (const way of ways) await Promise.all(visits.map((_visit, room) => way(room)));
const [bare = 0, pressMs = 0, keepMs = 0, postedMs = 0, emptyMs = 0] = await paced(ways);
const told = (ms: number) => `${ms.toFixed(1)} ms, ${(ms / bare).toFixed(1)} × a bare INSERT`;
console.log(`a bare INSERT of one of ${ROOMS} rooms: ${bare.toFixed(1)} ms`);
keepFigure('a press up the live line ÷ a bare INSERT', pressMs / bare);
console.log(`a press, up the live line and confirmed: ${told(pressMs)} (aims 30 ms, 2 ×)`);
console.log(`the statement alone that keeps it: ${told(keepMs)}`);
console.log(`a press as a request, where there is no line: ${told(postedMs)} (aim 30 ms)`);
console.log(`a request that asks nothing: ${told(emptyMs)}`);

const long = await begunVisit(rooms, MANY_EVENTS);
await sumUp();
const opened: number[] = [];
for (let time = 0; time < 7; time++) {
  const from = performance.now();
  const response = await fetch(`${url}/api/visits/${long}`, { headers: { cookie } });
  const text = await response.text();
  opened.push(performance.now() - from);
  if (time === 0)
    console.log(`a session of ${MANY_EVENTS} events is ${(text.length / 1e6).toFixed(1)} MB`);
}
console.log(`a session of ${MANY_EVENTS} events opens in ${median(opened).toFixed(0)} ms`);
const among: number[] = [];
for (let time = 0; time < 40; time++) {
  const from = performance.now();
  await posted(0, long);
  among.push(performance.now() - from);
}
for (const line of lines) line.end();
console.log(`a press in it: ${median(among).toFixed(1)} ms`);
await pool.end();
