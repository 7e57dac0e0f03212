import { closeSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import { end, serve } from '../../scripts/serve.mjs';
import { personAt } from './person';

// Presses while the database's disk fills up, and after there is room again: full-disk.ts <database url> <folder on that disk>
const [databaseUrl = '', folder = ''] = process.argv.slice(2);
const PRESSES = 40;
const BLOCK = Buffer.alloc(1024 * 1024);
const PATIENCE_MS = 120_000;

const server = await serve(databaseUrl, { port: 0 });
const { ask } = await personAt(server.url, 'idony');
const onePool = () => {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 1 });
  pool.on('error', () => {});
  return pool;
};
let pool = onePool();
const [running] = (
  await pool.query<{ id: string }>(
    `select v.id from visits v join clients c on c.id = v.client_id
     where c.family_name = 'Okapi-Lune' order by v.starts_at desc limit 1`,
  )
).rows;
await pool.end();
const address = `/api/visits/${defined(running).id}/events?after=999999999999`;
const press = async (id: string) => {
  const event = { id, at: new Date().toISOString(), body: { kind: 'pulsesFired', count: 1 } };
  return ask('POST', address, JSON.stringify([event]));
};

const filler = join(folder, 'filler');
const fill = () => {
  const file = openSync(filler, 'a');
  try {
    // By blocks, then by bytes, until not one more goes in.
    for (const block of [BLOCK, BLOCK.subarray(0, 4096), BLOCK.subarray(0, 1)]) {
      try {
        for (;;) writeSync(file, block);
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error;
      }
    }
  } finally {
    closeSync(file);
  }
};

const confirmed: string[] = [];
const waiting: string[] = [];
const refused = new Map<number, number>();
let saidFull = 0;
const tried = async (id: string) => {
  const { status, text } = await press(id);
  if (status === 200) return true;
  refused.set(status, (refused.get(status) ?? 0) + 1);
  if (text.includes('disk is full')) saidFull += 1;
  return false;
};
for (let count = 0; count < PRESSES; count++) {
  const id = v7();
  ((await tried(id)) ? confirmed : waiting).push(id);
}
fill();
// Writes go on into what PostgreSQL has in hand until that is used up: a session's worth of them, then its answer.
const until = Date.now() + PATIENCE_MS;
while (waiting.length < PRESSES && Date.now() < until) {
  fill();
  const id = v7();
  ((await tried(id)) ? confirmed : waiting).push(id);
}
const full = waiting.length;
rmSync(filler);
const roomAt = Date.now();
// As a tablet does: what waits is sent again, with the same id, until it is confirmed.
while (waiting.length > 0 && Date.now() < roomAt + PATIENCE_MS) {
  const id = defined(waiting[0]);
  if (await tried(id)) confirmed.push(defined(waiting.shift()));
  else await new Promise((resolve) => setTimeout(resolve, 200));
}
const recoveredS = (Date.now() - roomAt) / 1000;
pool = onePool();
const { rows } = await pool.query<{ id: string; n: number }>(
  'select id, count(*)::int as n from visit_events where id = any($1) group by id',
  [confirmed],
);
await pool.end();
await end(server.child);
const lost = confirmed.length - rows.length;
const twice = rows.filter(({ n }) => n > 1).length;
console.log(
  `full disk: ${full} presses refused (${[...refused].map(([status, n]) => `${status}: ${n}`).join(', ')}; ${saidFull} told that the disk is full), ` +
    `all kept ${recoveredS.toFixed(1)} s after there was room; of ${confirmed.length} confirmed ${lost} lost, ${twice} kept twice`,
);
process.exitCode = full > 0 && waiting.length === 0 && lost === 0 && twice === 0 ? 0 : 1;
