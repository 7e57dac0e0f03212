import { defined } from '@tidy-quill/core/units';
import { API } from '@tidy-quill/contract/api';
import type pg from 'pg';
import { v7 } from 'uuid';
import { numbersFrom, personAt, type Person } from './person';
import { seedsOf, type Known } from './seeds';

// These end the attacker’s own session, and say nothing of what comes after.
const LEFT_OUT =
  /^POST \/api\/(sign-out|sign-in|me\/lock|me\/unlock)$|^DELETE \/api\/me|\/(active|role)$|^GET .*live$/;

const NASTY: readonly unknown[] = [
  ...[
    null,
    true,
    0,
    -1,
    1e308,
    -1e308,
    2 ** 53,
    0.1 + 0.2,
    '',
    ' ',
    '\u0000',
    '\ud800',
    'a\u0000b',
  ],
  ...['0001-01-01T00:00:00+14:00', '0000-00-00', '2026-02-30', '9999-12-31T23:59:59.999Z'],
  ...[
    '2026-11-28T10:00:00.000+99:99',
    'NaN',
    'Infinity',
    '1e999',
    '<script>',
    "'; drop table visits; --",
  ],
  ...[[], {}, [[[[[[]]]]]], { __proto__: { kind: 'x' } }, { constructor: {} }, 'x'.repeat(70_000)],
  ...['00000000-0000-0000-0000-000000000000', v7(), '../../etc/passwd', '🦔', '\u202e'],
];

const BODIES = [
  '',
  '{',
  'null',
  '[]',
  '"x"',
  '{"a":',
  '\u0000',
  '[[[[[[[[[[',
  '{"__proto__":1}',
  '1e999',
];

interface Malformed {
  readonly sent: number;
  readonly byStatus: Readonly<Record<string, number>>;
  readonly faults: readonly string[];
  readonly halfWritten: readonly string[];
}

/**
 * Sends requests that are wrong in one way or several to every route, and looks after every fifty of which none was
 * taken whether anything was written all the same.
 */
export async function malformed(
  url: string,
  pool: pg.Pool,
  known: Known,
  { requests, seed }: { readonly requests: number; readonly seed: number },
): Promise<Malformed> {
  const next = numbersFrom(seed);
  // What is nasty may be null or undefined itself.
  const one = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T;
  const people: Person[] = [await personAt(url)];
  for (const name of ['idony', 'caspian', 'morwenna', 'strange.owner']) {
    people.push(await personAt(url, name));
  }
  const routes = Object.keys(API).filter((route) => !LEFT_OUT.test(route));
  const seeds = seedsOf(known);

  const garbled = (value: unknown): unknown => {
    if (next() < 0.25 || typeof value !== 'object' || value === null) return one(NASTY);
    const keys = Object.keys(value);
    if (keys.length === 0) return one(NASTY);
    const key = one(keys);
    if (Array.isArray(value))
      return value.map((each, i) => (String(i) === key ? garbled(each) : each));
    const rest = Object.entries(value).filter(([name]) => name !== key);
    if (next() < 0.2) return Object.fromEntries(rest);
    const old = (value as Record<string, unknown>)[key];
    return Object.fromEntries([...rest, [key, garbled(old)]]);
  };
  const bodyFor = (route: string): string => {
    const draw = next();
    if (draw < 0.1) return one(BODIES);
    if (draw < 0.2) return JSON.stringify(one(NASTY));
    return JSON.stringify(garbled(one(seeds[route] ?? [{}])));
  };
  const pathFor = (path: string): string =>
    path.replace(/:(\w+)/g, () => {
      const draw = next();
      if (draw < 0.55) return one(known.ids);
      if (draw < 0.7) return v7();
      return encodeURIComponent(
        String(one(NASTY))
          .slice(0, 2000)
          .replace(/[\ud800-\udfff]/g, '?'),
      );
    }) +
    (next() < 0.2
      ? `?after=${encodeURIComponent(
          String(one(NASTY))
            .slice(0, 200)
            .replace(/[\ud800-\udfff]/g, '?'),
        )}`
      : '');

  const byStatus: Record<string, number> = {};
  const faults: string[] = [];
  const halfWritten: string[] = [];
  let before = await written(pool);
  for (let sent = 0; sent < requests; sent += 50) {
    const batch = Array.from({ length: 50 }, async () => {
      const route = one(routes);
      const [method = '', path = ''] = route.split(' ');
      const headers =
        next() < 0.05 ? { 'content-type': one(['text/plain', 'image/png', 'x']) } : {};
      const body = method === 'GET' ? undefined : bodyFor(route);
      const answer = await one(people).ask(method, pathFor(path), body, headers);
      byStatus[answer.status] = (byStatus[answer.status] ?? 0) + 1;
      if (answer.status === 0 || answer.status === 500) {
        faults.push(`${answer.status} ${route} ${body?.slice(0, 200) ?? ''}`);
      }
      return { route, ...answer };
    });
    const answers = await Promise.all(batch);
    const now = await written(pool);
    const taken = answers.some(({ status, route }) => status < 300 && !route.startsWith('GET'));
    if (!taken && now !== before) {
      halfWritten.push(`${before} → ${now}: ${answers.map(({ route }) => route).join(', ')}`);
    }
    before = now;
  }
  return { sent: requests, byStatus, faults, halfWritten };
}

/** How many rows each table has of what is a clinic’s; the trail tells of refusals too, and is left out. */
async function written(pool: pg.Pool): Promise<string> {
  const { rows: tables } = await pool.query<{ name: string }>(
    `select c.relname as name from pg_class c
     where c.relnamespace = 'public'::regnamespace and c.relkind = 'r'
       and c.relname not in ('session', 'sign_in_tries', 'audit_entries') order by 1`,
  );
  const counts = tables.map(({ name }) => `(select count(*) from "${name}") as "${name}"`);
  const { rows } = await pool.query<Record<string, string>>(`select ${counts.join(', ')}`);
  return Object.entries(defined(rows[0]))
    .map(([name, count]) => `${name} ${count}`)
    .join(' ');
}
