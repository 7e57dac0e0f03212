import pg from 'pg';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import { end, serve } from '../../scripts/serve.mjs';
import { clocks } from './clocks';
import { kills } from './kills';
import { malformed } from './malformed';
import { roles } from './roles';

// An attack on a server of its own, loopback only: main.ts <database url> <requests> <kills> <seed>
const [databaseUrl = '', requests = '', times = '', seedText = ''] = process.argv.slice(2);
const seed = Number(seedText);
const pool = new pg.Pool({ connectionString: databaseUrl, max: 4 });
pool.on('error', () => {});
let server = await serve(databaseUrl, { port: 0 });
const { url } = server;
const one = async (sql: string) => defined((await pool.query<{ id: string }>(sql)).rows[0]).id;

// A second clinic, whose people sign in with the demo’s password.
const clinicId = v7();
await pool.query(
  `insert into clinics (id, name, time_zone, phone, emergency_phone)
   values ($1, 'Elsewhere', 'Europe/Berlin', '01632 960 999', '112')`,
  [clinicId],
);
for (const role of ['technician', 'supervisor', 'owner']) {
  await pool.query(
    `insert into staff (clinic_id, id, name, sign_in_name, password_hash, role)
     select $1, $2, $3, $4, password_hash, $5 from staff where sign_in_name = 'idony'`,
    [clinicId, v7(), `Strange ${role}`, `strange.${role}`, role],
  );
}
const running = `select v.id from visits v join clients c on c.id = v.client_id
  where c.family_name = 'Okapi-Lune' order by v.starts_at desc limit 1`;
const known = {
  visitId: await one(running),
  clientId: await one("select id from clients where family_name = 'Okapi-Lune'"),
  areaId: await one(`select area_id as id from visits where id = (${running})`),
  roomId: await one('select id from rooms limit 1'),
  staffId: await one("select id from staff where sign_in_name = 'tobiah'"),
};
const more = await Promise.all(
  ['photos', 'consents', 'messages', 'catalogue_versions'].map(
    async (table) => (await pool.query<{ id: string }>(`select id from ${table} limit 1`)).rows,
  ),
);
const ids = [...Object.values(known), ...more.flat().map(({ id }) => id), 'diode-810-plate'];
const found: string[] = [];
const say = (line: string) => console.log(line);

const stopped = await clocks(url, known.visitId);
found.push(...stopped);
say(`clocks an hour fast and slow on two tablets: ${stopped.length} stops that did not hold`);

const doors = await roles(url, ids);
found.push(...doors.open);
say(
  `${doors.asked} requests by another clinic’s people and by nobody: ${doors.open.length} answered`,
);

const wrong = await malformed(url, pool, { ...known, ids }, { requests: Number(requests), seed });
found.push(...wrong.faults, ...wrong.halfWritten);
say(
  `${wrong.sent} malformed requests: ${wrong.faults.length} × 500 or unanswered, ${wrong.halfWritten.length} half-written`,
);
say(`  by status: ${JSON.stringify(wrong.byStatus)}`);

const mortal = {
  url,
  kill: () =>
    new Promise<void>((resolve) => {
      server.child.once('exit', () => resolve());
      server.child.kill('SIGKILL');
    }),
  revive: async () => {
    server = await serve(databaseUrl, { port: Number(new URL(url).port), tries: 1 });
  },
};
const dead = await kills(mortal, pool, known.visitId, { times: Number(times), seed });
if (dead.lost > 0 || dead.twice > 0) found.push(`${dead.lost} lost, ${dead.twice} twice`);
say(
  `${dead.killed} kills: of ${dead.confirmed} confirmed presses ${dead.lost} lost, ${dead.twice} kept twice`,
);
await end(server.child);
await pool.end();
say(`seed ${seed}`);
for (const line of found.slice(0, 20)) console.error(line);
process.exitCode = found.length === 0 ? 0 : 1;
