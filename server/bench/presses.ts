import { randomUUID } from 'node:crypto';
import { Agent, request as ask } from 'node:http';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { v7 } from 'uuid';

// Presses of many rooms at once against the built server on a durable database: presses.ts <url> <database url>
const [url = '', databaseUrl = ''] = process.argv.slice(2);
const ROOMS = 50;
// A press a second: about what a busy hand does.
const PRESSES = 12;
const PAUSE_MS = 1000;
const MANY_EVENTS = 10_000;

const pool = new pg.Pool({ connectionString: databaseUrl, max: 10 });
const [someone] = (
  await pool.query(
    `select v.*, c.id as clinic from visits v join clinics c on c.id = v.clinic_id limit 1`,
  )
).rows;

/** A visit in which a session has begun, with so many presses in it already. */
async function begunVisit(presses: number): Promise<string> {
  const id = v7();
  const { clinic_id, client_id, area_id, room_id, staff_id } = someone;
  await pool.query(
    `insert into visits (clinic_id, id, client_id, area_id, room_id, staff_id, starts_at)
     values ($1, $2, $3, $4, $5, $6, now() - interval '400 days')`,
    [clinic_id, id, client_id, area_id, room_id, staff_id],
  );
  await pool.query(
    `insert into visit_events (clinic_id, id, visit_id, staff_id, kind, at, body)
     select $1, gen_random_uuid(), $2, $3, kind, now() + n * interval '1 second', body::jsonb
     from (select 0 as n, 'treatmentStarted' as kind, '{"kind":"treatmentStarted"}' as body
           union all select n, 'pulsesFired', '{"kind":"pulsesFired","count":1}'
           from generate_series(1, $4::int) n) e`,
    [clinic_id, id, staff_id, presses],
  );
  return id;
}

const signIn = async (): Promise<string> => {
  const response = await fetch(`${url}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ name: 'idony', password: 'quill and candle' }),
  });
  return response.headers.getSetCookie()[0]!.split(';')[0]!;
};

const cookie = await signIn();
const visits = await Promise.all(Array.from({ length: ROOMS }, () => begunVisit(20)));

const median = (list: readonly number[]) =>
  [...list].sort((one, other) => one - other)[Math.floor(list.length / 2)]!;

/** Median ms of a job that every room does again and again, each at its own pace. */
async function paced(job: (room: number) => Promise<unknown>): Promise<number> {
  const times: number[] = [];
  await Promise.all(
    visits.map(async (_visit, room) => {
      await pause((room * PAUSE_MS) / ROOMS);
      for (let press = 0; press < PRESSES; press++) {
        const from = performance.now();
        await job(room);
        times.push(performance.now() - from);
        await pause(PAUSE_MS);
      }
    }),
  );
  return median(times);
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

const press = (room: number) => {
  const at = new Date().toISOString();
  const event = { id: v7(), at, body: { kind: 'pulsesFired', count: 1 } };
  const path = `/api/visits/${visits[room]}/events?after=100000000000000`;
  return request('POST', path, JSON.stringify([event]));
};

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
  pool.query('select keep_presses($1, $2, $3, $4, 100000000000000)', [
    someone.clinic_id,
    visits[room],
    someone.staff_id,
    JSON.stringify([
      {
        id: v7(),
        at: new Date().toISOString(),
        body: { kind: 'pulsesFired', count: 1 },
      },
    ]),
  ]);

// Once unmeasured, so that both ways are warm.
await Promise.all(visits.map((_visit, room) => press(room)));
const bareMs = await paced(insert);
const pressMs = await paced(press);
const emptyMs = await paced(empty);
const keepMs = await paced(keep);
const againMs = await paced(insert);
const bare = (bareMs + againMs) / 2;
console.log(
  `a press of one of ${ROOMS} rooms, durable: ${pressMs.toFixed(1)} ms (aim 30); a bare INSERT ${bare.toFixed(1)} ms, ratio ${(pressMs / bare).toFixed(1)} (aim 2)`,
);
console.log(
  `the statement that keeps it: ${keepMs.toFixed(1)} ms, ratio ${(keepMs / bare).toFixed(1)} (aim 2)`,
);
console.log(
  `a request that asks nothing: ${emptyMs.toFixed(1)} ms; what a press takes beyond it ${(pressMs - emptyMs).toFixed(1)} ms, ${((pressMs - emptyMs) / bare).toFixed(1)} of an INSERT`,
);

const long = await begunVisit(MANY_EVENTS);
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
  visits[0] = long;
  await press(0);
  among.push(performance.now() - from);
}
console.log(`a press in it: ${median(among).toFixed(1)} ms`);
await pool.end();
