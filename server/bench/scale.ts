import pg from 'pg';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import { signedIn } from './rooms';
import { fillFacts, measureFindings } from './scale-findings';

// Lists, an open visit and an accepted plan on many clients and sessions: scale.ts <url> <database url> <clients> <sessions each>
const [url = '', databaseUrl = '', manyClients = '', sessionsEach = ''] = process.argv.slice(2);
const CLIENTS = Number(manyClients);
const SESSIONS = Number(sessionsEach);
const TIMES = 120;

const client = new pg.Client({ connectionString: databaseUrl });
await client.connect();
// As the server’s own connections are.
const pool = new pg.Pool({ connectionString: databaseUrl, max: 4, options: '-c jit=off' });

const cookie = await signedIn(url);
const headers = { 'content-type': 'application/json', origin: url, cookie };
const get = async (path: string): Promise<never> => {
  const response = await fetch(`${url}${path}`, { headers });
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
  return (await response.json()) as never;
};

// A client of the demo whose last session is done, and what came to it: every other is one like it.
const today: { visits: { id: string; client: { id: string; name: string } }[] } =
  await get('/api/today');
const like = defined(today.visits.find((visit) => visit.client.name.includes('Yewbarrow')));
const planned = defined(today.visits.find((visit) => visit.client.name.includes('Okapi-Lune')));

const one = async (sql: string, values: unknown[] = []) =>
  (await client.query(sql, values)).rows[0];

async function fill(): Promise<void> {
  const from = performance.now();
  await client.query('set session_replication_role = replica');
  await client.query(
    'create temp table made as select n, gen_random_uuid() as client, gen_random_uuid() as area from generate_series(1, $1::int) n',
    [CLIENTS],
  );
  await client.query(
    `insert into clients (clinic_id, id, reference, given_name, family_name, birth_date, phone, note, search_text, version)
     select c.clinic_id, m.client, 'TQ-' || (100000 + m.n), 'Given' || m.n % 997, 'Family' || m.n % 4999, c.birth_date, c.phone, '',
       'given' || m.n % 997 || ' family' || m.n % 4999 || ' tq-' || (100000 + m.n), 1
     from made m, clients c where c.id = $1`,
    [like.client.id],
  );
  await client.query(
    `insert into areas select (jsonb_populate_record(a, jsonb_build_object('id', m.area, 'client_id', m.client))).*
     from made m, areas a where a.id = (select area_id from visits where id = $1)`,
    [like.id],
  );
  // Every eight weeks backwards; of the first sixty the last is today.
  await client.query(
    `create temp table done as
     select m.n, k, gen_random_uuid() as visit, m.client, m.area,
       case when k = 0 and m.n <= 60 then date_trunc('day', now()) + interval '9 hours' + m.n * interval '8 minutes'
         else now() - interval '1 day' - (k * 56 + m.n % 55) * interval '1 day' end as starts_at
     from made m, generate_series(0, $1::int - 1) k`,
    [SESSIONS],
  );
  await client.query(
    `insert into visits (clinic_id, id, client_id, area_id, room_id, staff_id, starts_at)
     select v.clinic_id, d.visit, d.client, d.area, v.room_id, v.staff_id, d.starts_at
     from done d, visits v where v.id = $1`,
    [like.id],
  );
  await client.query(
    `insert into visit_status (clinic_id, visit_id, zones, sessions, takes_presses, open_reactions, version, stale)
     select s.clinic_id, d.visit, jsonb_set(s.zones, '{0,areaId}', to_jsonb(d.area)), jsonb_set(s.sessions, '{0,areaId}', to_jsonb(d.area)), '{}', 0, s.version, false
     from done d, visit_status s where s.visit_id = $1`,
    [like.id],
  );
  await client.query(
    `insert into zone_sessions (clinic_id, visit_id, area_id, treated_on, new_test_spot)
     select z.clinic_id, d.visit, d.area, d.starts_at::date, z.new_test_spot
     from done d, zone_sessions z where z.visit_id = $1`,
    [like.id],
  );
  await fillFacts(client, like.id);
  // One entry of every session, and all of them of the newest of each client.
  await client.query(
    `insert into visit_events (clinic_id, id, visit_id, staff_id, kind, at, body)
     select e.clinic_id, gen_random_uuid(), d.visit, e.staff_id, e.kind, d.starts_at + (e.seq - f.first) * interval '1 second', e.body
     from done d, visit_events e, (select min(seq) as first from visit_events where visit_id = $1) f
     where e.visit_id = $1 and (e.kind = 'treatmentEnded' or (d.k <= 1 and d.n <= 2000)) and e.area_id is null`,
    [like.id],
  );
  await client.query('set session_replication_role = origin');
  await client.query('analyze');
  const { visits, events } = await one(
    'select (select count(*) from visits)::int as visits, (select count(*) from visit_events)::int as events',
  );
  const seconds = ((performance.now() - from) / 1000).toFixed(0);
  console.log(`${CLIENTS} clients, ${visits} visits, ${events} entries, made in ${seconds} s`);
}

const p95 = (list: readonly number[]) =>
  defined([...list].sort((a, b) => a - b)[Math.floor(list.length * 0.95)]);

/**
 * p95 of what is asked through the server and of the same rows asked of the database alone, in turn.
 *
 * @param undo what makes all as it was before an asking, not timed
 */
async function compare(
  what: string,
  ask: (turn: number) => Promise<unknown>,
  bare: (turn: number) => Promise<unknown>,
  undo: () => Promise<unknown> = async () => {},
): Promise<void> {
  const times = { ask: [] as number[], bare: [] as number[] };
  for (let turn = 0; turn < TIMES; turn++) {
    for (const way of ['ask', 'bare'] as const) {
      const from = performance.now();
      await (way === 'ask' ? ask(turn) : bare(turn));
      if (turn >= 20) times[way].push(performance.now() - from);
      if (way === 'ask') await undo();
    }
  }
  const [asked, alone] = [p95(times.ask), p95(times.bare)];
  console.log(
    `${what}: p95 ${asked.toFixed(1)} ms, ${(asked / alone).toFixed(1)} × the bare query of its rows (${alone.toFixed(1)} ms)`,
  );
}

await fill();
const { clinic } = await one('select clinic_id as clinic from visits where id = $1', [like.id]);
const some = (
  await client.query<{ visit: string; client: string }>(
    'select visit, client from done where k = 0 and n <= 2000 order by n',
  )
).rows;
const at = (turn: number) => defined(some[(turn * 13) % some.length]);

await compare(
  '/today, 76 visits',
  () => get('/api/today'),
  () =>
    pool.query(
      `with day as (
         select * from visits where clinic_id = $1 and starts_at >= date_trunc('day', now()) and starts_at < date_trunc('day', now()) + interval '1 day'
       )
       select d.*, s.zones, s.sessions, c.given_name, a.site, (
         select jsonb_agg(jsonb_build_array(z.treated_on, z.new_test_spot)) from zone_sessions z
         where z.clinic_id = $1 and z.area_id = d.area_id and z.treated_on <= current_date
       ) from day d
       join visit_status s on s.clinic_id = $1 and s.visit_id = d.id
       join clients c on c.clinic_id = $1 and c.id = d.client_id
       join areas a on a.clinic_id = $1 and a.id = d.area_id`,
      [clinic],
    ),
);
await compare(
  'client search',
  (turn) => get(`/api/clients?text=given${turn % 90} family${(turn * 7) % 90}`),
  (turn) =>
    Promise.all(
      [
        'select count(*) from clients c where clinic_id = $1 and search_text like $2 and search_text like $3',
        `select c.*, (select count(*) from areas a where a.clinic_id = $1 and a.client_id = c.id),
           (select max(starts_at) from visits v where v.clinic_id = $1 and v.client_id = c.id and cancelled_at is null and starts_at < now()),
           (select min(starts_at) from visits v where v.clinic_id = $1 and v.client_id = c.id and cancelled_at is null and starts_at >= now())
         from clients c where clinic_id = $1 and search_text like $2 and search_text like $3
         order by family_name, given_name, id limit 50`,
      ].map((text) =>
        pool.query(text, [clinic, `%given${turn % 90}%`, `%family${(turn * 7) % 90}%`]),
      ),
    ),
);
// What a client's page and an open visit show is of many tables: each asked once, by its index, all at once.
const ofClient = (table: string) =>
  `select * from ${table} where clinic_id = $1 and client_id = $2`;
const CLIENT_ROWS = [
  'select * from clients where clinic_id = $1 and id = $2',
  ofClient('areas'),
  `select v.*, s.zones, s.sessions from visits v join visit_status s on s.clinic_id = v.clinic_id and s.visit_id = v.id
   where v.clinic_id = $1 and v.client_id = $2`,
  `select c.*, w.withdrawn_on from consents c left join consent_withdrawals w on w.clinic_id = c.clinic_id and w.consent_id = c.id
   where c.clinic_id = $1 and c.client_id = $2`,
  ofClient('typed_sessions'),
];
const ofClinic = (table: string) => `select * from ${table} where clinic_id = $1`;
const CLINIC_ROWS = [
  `select * from clinics where id = $1`,
  ofClinic('staff'),
  `select distinct on (kind) * from catalogue_versions
   where clinic_id = $1 and approved_at is not null and kind <> 'consents' order by kind, number desc`,
  `select * from unavailable where clinic_id = $1 and until_at > now() and from_at < now()`,
  // Whether the devices' logs have grown since they were read.
  `select count(*), max(id::text) from device_log where clinic_id = $1`,
];
// The trials that are under way with the client.
const TRIAL_ROWS = [
  `select t.*, e.* from trial_entries e join trials t on t.clinic_id = e.clinic_id and t.id = e.trial_id
   where e.clinic_id = $1 and e.client_id = $2 and t.fixed_at is not null and t.closed_at is null`,
];
const ofVisit = (table: string) => `select * from ${table} where clinic_id = $1 and visit_id = $2`;
const VISIT_ROWS = [
  'select * from visits where clinic_id = $1 and id = $2',
  `${ofVisit('visit_events')} order by seq`,
  ofVisit('ahead_answers'),
  // What was said, and what the client's days are like, at the last visit.
  `select e.* from visit_events e join visits v on v.clinic_id = e.clinic_id and v.id = e.visit_id
   where v.clinic_id = $1 and v.client_id = (select client_id from visits where clinic_id = $1 and id = $2)
     and e.kind in ('answersGiven', 'sentHome')`,
];
const all = (texts: readonly string[], values: readonly string[]) =>
  texts.map((text) => pool.query(text, [...values]));

await compare(
  'a client',
  (turn) => get(`/api/clients/${at(turn).client}`),
  (turn) =>
    Promise.all(
      all(
        [...CLIENT_ROWS, ofClient('course_notes'), ofClient('client_merges')],
        [clinic, at(turn).client],
      ),
    ),
);
await compare(
  'an open visit',
  (turn) => get(`/api/visits/${at(turn).visit}`),
  (turn) =>
    Promise.all([
      ...all(VISIT_ROWS, [clinic, at(turn).visit]),
      ...all([...CLIENT_ROWS, ...TRIAL_ROWS], [clinic, at(turn).client]),
      ...all(CLINIC_ROWS, [clinic]),
    ]),
);

// The plan of a session under way, accepted again and again; it is taken out of the record each time, as no session has a hundred.
const accepted = await one(
  `select body -> 'plan' -> 'setting' as setting from visit_events
   where kind = 'planAccepted' and clinic_id = $1 and visit_id = $2`,
  [clinic, planned.id],
);
const { after }: { after: number } = await get(`/api/visits/${planned.id}`);
let newest = '';
const accept = async () => {
  newest = v7();
  // What the page has read already is not answered again.
  const response = await fetch(`${url}/api/visits/${planned.id}/plan?after=${after}`, {
    method: 'POST',
    headers,
    body: JSON.stringify({
      id: newest,
      at: new Date().toISOString(),
      setting: accepted.setting,
    }),
  });
  if (!response.ok) throw new Error(`plan: ${response.status} ${await response.text()}`);
  await response.json();
};
const takeOut = async () => {
  await client.query('set session_replication_role = replica');
  await client.query('delete from visit_events where id = $1', [newest]);
  await client.query('set session_replication_role = origin');
};
// The same rows read, and one as long as the plan's written through to the disk: in a table of its own, so that the record stays whole.
await client.query('create table bench_plans (id uuid primary key, body jsonb not null)');
const { body } = await one(
  `select body from visit_events where kind = 'planAccepted' and clinic_id = $1 and visit_id = $2 limit 1`,
  [clinic, planned.id],
);
await compare(
  'an accepted plan',
  accept,
  async () => {
    await Promise.all([
      ...all(VISIT_ROWS, [clinic, planned.id]),
      ...all([...CLIENT_ROWS, ...TRIAL_ROWS], [clinic, planned.client.id]),
      ...all(CLINIC_ROWS, [clinic]),
    ]);
    await pool.query('insert into bench_plans values ($1, $2)', [v7(), body]);
  },
  takeOut,
);
await measureFindings(url, client);
await pool.end();
await client.end();
