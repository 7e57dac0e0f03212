import { createInterface } from 'node:readline';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { defined } from '@tidy-quill/core/units';
import { begunVisit, openRooms, pulse, signedIn } from './rooms';

// Presses of many rooms through a proxy while servers and database come and go: scale-load.ts <url> <database url> <rooms>
// It is told on its standard input: "mark <name>" ends a part, "stop <database url>" ends it all and looks for every press.
const [url = '', databaseUrl = '', manyRooms = ''] = process.argv.slice(2);
const PAUSE_MS = 250;
const AGAIN_MS = 200;
const GIVE_UP_MS = 5000;
const READ_MS = 500;

const rooms = await openRooms(databaseUrl);
const cookie = await signedIn(url);
const headers = { 'content-type': 'application/json', origin: url, cookie };
const visits = await Promise.all(
  Array.from({ length: Number(manyRooms) }, () => begunVisit(rooms, 5)),
);
await fetch(`${url}/api/clients/${rooms.someone.client_id}`, { headers });
await rooms.pool.end();

const acknowledged: string[] = [];
const refused: string[] = [];
let waits: number[] = [];
let tries = 0;
let stopped = false;

/** Sends a press until a server says that it is kept, as a page's event sync does; gives how long that took, ms. */
async function press(visit: string): Promise<void> {
  const event = pulse();
  const from = performance.now();
  for (;;) {
    tries++;
    const answer = await fetch(`${url}/api/visits/${visit}/events?after=100000000000000`, {
      method: 'POST',
      headers,
      body: JSON.stringify([event]),
      signal: AbortSignal.timeout(GIVE_UP_MS),
    })
      .then(async (response) => ({ status: response.status, text: await response.text() }))
      .catch(() => null);
    if (answer?.status === 200) {
      acknowledged.push(event.id);
      waits.push(performance.now() - from);
      return;
    }
    // What is refused by a rule stays refused; everything else is sent again.
    if (answer !== null && answer.status >= 400 && answer.status < 500 && answer.status !== 401) {
      refused.push(answer.text);
      return;
    }
    await pause(AGAIN_MS);
  }
}

const pressing = visits.map(async (visit, room) => {
  await pause((room * PAUSE_MS) / visits.length);
  while (!stopped) {
    await press(visit);
    await pause(PAUSE_MS);
  }
});
let read = 0;
const reading = (async () => {
  while (!stopped) {
    const answer = await fetch(`${url}/api/clients/${rooms.someone.client_id}/sessions.csv`, {
      headers,
      signal: AbortSignal.timeout(GIVE_UP_MS),
    })
      .then((response) => response.text().then(() => response.ok))
      .catch(() => false);
    if (answer) read++;
    await pause(READ_MS);
  }
})();

const sorted = (list: readonly number[]) => [...list].sort((one, other) => one - other);
const part = (name: string) => {
  const list = sorted(waits);
  waits = [];
  const ms = (at: number) => Math.round(list[Math.min(list.length - 1, Math.floor(at))] ?? 0);
  console.log(
    `${name}: ${list.length} presses, median ${ms(list.length / 2)} ms, longest ${ms(list.length - 1)} ms`,
  );
};

console.log('ready');
for await (const line of createInterface({ input: process.stdin })) {
  const [what, ...more] = line.split(' ');
  if (what === 'mark') part(more.join(' '));
  if (what !== 'stop') continue;
  stopped = true;
  await Promise.all([...pressing, reading]);
  const last = new pg.Client({ connectionString: more[0] });
  await last.connect();
  const { rows } = await last.query<{ kept: number }>(
    'select count(*)::int as kept from visit_events where id = any($1::uuid[])',
    [acknowledged],
  );
  await last.end();
  const { kept } = defined(rows[0]);
  console.log(
    `${acknowledged.length} presses acknowledged in ${tries} tries, ${acknowledged.length - kept} lost, ${refused.length} refused; ${read} tables of sessions read`,
  );
  for (const each of new Set(refused)) console.log(`refused: ${each.slice(0, 200)}`);
  process.exit(acknowledged.length === kept && refused.length === 0 ? 0 : 1);
}
