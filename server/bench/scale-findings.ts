import type pg from 'pg';
import { defined } from '@tidy-quill/core/units';
import { signedIn } from './rooms';

const TIMES = 12;
/** How many of ten areas have had their hair counted. */
const COUNTED_OF_TEN = 1;

// What differs from session to session: an even spread over what a clinic works with, from a number of the row itself so that
// every run has the same. 31, 97 and so on share no factor with the number of any list.
const VARIED = `jsonb_build_object(
  'visit_id', d.visit, 'area_id', d.area, 'client_id', d.client, 'treated_on', d.starts_at::date,
  'site', (array['upperLip', 'chin', 'underarm', 'forearm', 'bikiniLine', 'lowerLeg', 'thigh', 'upperBack'])[1 + d.n % 8],
  'skin_type', 1 + d.n / 8 % 6,
  'tanned', d.n * 31 % 10 = 0,
  'target', (array['fine', 'medium', 'coarse'])[1 + d.n / 48 % 3],
  'handpiece_id', (array['alexandrite-755', 'diode-810-window', 'long-pulse-1064'])[1 + (d.n / 144 + d.k) % 3],
  'technique', (array['stamping', 'inMotion'])[1 + d.k % 2],
  'staff_id', (select (array_agg(id order by id))[1 + (d.n * 7 + d.k) % count(*)::int] from staff s where s.clinic_id = f.clinic_id),
  'endpoint', (array['none', 'faint', 'right', 'right', 'right', 'strong'])[1 + (d.n * 97 + d.k) % 6],
  'adverse', (d.n * 31 + d.k * 7) % 41 = 0,
  'pain_max', (d.n * 13 + d.k) % 9,
  'visit_minutes', 20 + (d.n * 17 + d.k) % 30,
  'planned_minutes', 30,
  'incidents', case when (d.n * 11 + d.k) % 503 = 0 then 1 else 0 end,
  'reactions', case when (d.n * 31 + d.k * 7) % 41 = 0 then 1 else 0 end,
  'overrides', case when (d.n * 19 + d.k) % 23 = 0 then 1 else 0 end,
  'wait', (array['kept', 'kept', 'setAside'])[1 + (d.n + d.k) % 30],
  'is_first', d.k = s.last, 'is_last', d.k = 0,
  'hairs_per_cm2', case when d.n % 10 < ${COUNTED_OF_TEN} and d.k in (0, s.last) then 20 - d.k end,
  'counts_stale', false)`;

/** Facts of every session that was made, unlike each other, as the projections would have written them. */
export async function fillFacts(client: pg.Client, likeId: string): Promise<void> {
  await client.query(
    `insert into session_facts
     select r.* from done d, session_facts f, (select max(k) as last from done) s, jsonb_populate_record(f, ${VARIED}) r
     where f.visit_id = $1`,
    [likeId],
  );
  await client.query(
    `insert into count_changes (clinic_id, area_id, visit_id, visits_between, seen_share, expected_share)
     select f.clinic_id, d.area, d.visit, s.last, 0.2 + d.n % 37 * 0.01, 0.25 + d.n % 29 * 0.01
     from done d, session_facts f, (select max(k) as last from done) s
     where f.visit_id = $1 and d.k = 0 and d.n % 10 < ${COUNTED_OF_TEN}`,
    [likeId],
  );
  await client.query(
    `insert into stale_months (clinic_id, month)
     select distinct clinic_id, date_trunc('month', treated_on::timestamp)::date from session_facts
     on conflict do nothing`,
  );
}

const WRITTEN = 'all of them, after a session was written';
const ONE_MONTH_STALE = `insert into stale_months (clinic_id, month)
  select clinic_id, month from month_facts order by month desc offset 1 limit 1`;

/** How long findings on all of it take, the first time and after: sums of months are made when somebody asks first. */
export async function measureFindings(url: string, client: pg.Client): Promise<void> {
  const cookie = await signedIn(url, 'morwenna');
  const ask = async (path: string): Promise<number> => {
    const from = performance.now();
    const response = await fetch(`${url}${path}`, { headers: { cookie } });
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    await response.text();
    return performance.now() - from;
  };
  const { rows } = await client.query<{ low: string; high: string; n: number }>(
    'select min(treated_on)::text as low, max(treated_on)::text as high, count(*)::int as n from session_facts',
  );
  const { low, high, n } = defined(rows[0]);
  const all = `/api/findings?from=${low}&until=${high}`;
  console.log(
    `findings on ${n} sessions, the first time, every month added up: ${(await ask(all)).toFixed(0)} ms`,
  );
  const asked = {
    'all of them': all,
    'apart by who treated': `${all}&by=staffId`,
    'of one handpiece, by skin type': `${all}&handpieceId=diode-810-window&by=skinType`,
    'of one skin type and technique, from an odd day': `/api/findings?from=${low.slice(0, 8)}17&until=${high}&skinType=3&technique=inMotion&by=site`,
    [WRITTEN]: all,
    'protocol review': '/api/findings/protocol',
    'the sessions behind a figure': `/api/findings/sessions?from=${low}&until=${high}&behind=strongEndpoint`,
  };
  for (const [what, path] of Object.entries(asked)) {
    const times: number[] = [];
    for (let turn = 0; turn < TIMES; turn++) {
      if (what === WRITTEN) await client.query(ONE_MONTH_STALE);
      times.push(await ask(path));
    }
    const sorted = times.toSorted((a, b) => a - b);
    console.log(
      `findings, ${what}: median ${defined(sorted[TIMES / 2]).toFixed(0)} ms, longest ${defined(sorted.at(-1)).toFixed(0)} ms (bound 1,000)`,
    );
  }
}
