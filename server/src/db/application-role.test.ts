import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from '../testing/application';
import { APPLICATION_ROLE } from './application-role';

let app: Application;
let client: pg.Client;
beforeAll(async () => {
  app = await startApplication();
  client = new pg.Client({ connectionString: app.databaseUrl });
  await client.connect();
  await client.query(`set role ${APPLICATION_ROLE}`);
});
afterAll(async () => {
  await client.end();
  await app.close();
});

const APPEND_ONLY = [
  ...[
    'visit_events',
    'consents',
    'consent_withdrawals',
    'ahead_answers',
    'photos',
    'files',
    'course_notes',
    'message_texts',
    'eyewear',
    'card_prints',
    'device_log',
    'incident_entries',
    'trial_entries',
    'sign_offs',
    'practice_runs',
    'judgements',
    'backups',
  ],
  ...['diary_entries', 'diary_reads', 'diary_photos', 'audit_entries'],
];

const refused = (statement: string) =>
  client.query(statement).then(
    () => 'done',
    (error: Error) => error.message,
  );

describe('the application’s role', () => {
  it.each(APPEND_ONLY)('adds to %s, and changes nothing of it', async (table) => {
    // Backups are of the whole database, of no clinic.
    const column = table === 'backups' ? 'name' : 'clinic_id';
    expect(await refused(`update ${table} set ${column} = ${column}`)).toMatch(/permission denied/);
    expect(await refused(`delete from ${table}`)).toMatch(/permission denied/);
    expect(await refused(`truncate ${table} cascade`)).toMatch(/permission denied/);
    const { rows } = await client.query<{ may: boolean }>(
      `select has_table_privilege('${table}', 'insert') as may`,
    );
    expect(defined(rows[0]).may).toBe(true);
  });

  it('reaches every append-only table: none is left out of this list', async () => {
    const { rows } = await client.query<{ name: string }>(
      `select tgrelid::regclass::text as name from pg_trigger where tgname like '%\\_append\\_only'`,
    );
    expect(rows.map(({ name }) => name).sort()).toEqual([...APPEND_ONLY].sort());
  });

  it('owns nothing: it disables no trigger, alters no table, makes none and reads no migrations', async () => {
    const owner = /must be owner/;
    expect(await refused('alter table visit_events disable trigger all')).toMatch(owner);
    expect(await refused('drop trigger visit_events_append_only on visit_events')).toMatch(owner);
    expect(await refused('alter table clients add column x text')).toMatch(owner);
    expect(await refused('drop function refuse_change() cascade')).toMatch(owner);
    expect(await refused('create table x ()')).toMatch(/permission denied/);
    expect(await refused("set session_replication_role = 'replica'")).toMatch(/permission denied/);
    expect(await refused('select * from drizzle.__drizzle_migrations')).toMatch(
      /permission denied/,
    );
    expect(await refused("update installation set session_secret = 'x'")).toMatch(
      /permission denied/,
    );
    const { rows } = await client.query<{ owned: number }>(
      `select count(*)::int as owned from pg_class where relowner = $1::regrole`,
      [APPLICATION_ROLE],
    );
    expect(defined(rows[0]).owned).toBe(0);
  });

  it('deletes sessions, counted tries and what is worked out from other rows alone', async () => {
    const { rows } = await client.query<{ name: string }>(
      `select relname as name from pg_class
       where relnamespace = 'public'::regnamespace and relkind = 'r'
         and has_table_privilege(oid, 'delete')`,
    );
    expect(rows.map(({ name }) => name).sort()).toEqual([
      ...[
        'count_changes',
        'month_facts',
        'month_uses',
        'session',
        'session_facts',
        'sign_in_tries',
      ],
      'stale_months',
    ]);
  });

  it('is what the server works as', async () => {
    const person = await app.signedIn('idony');
    const status = async () => (await person.get('/api/messages')).status;
    expect(await status()).toBe(200);
    await app.connection.pool.query(`revoke select on messages from ${APPLICATION_ROLE}`);
    expect(await status()).toBe(500);
    await app.connection.pool.query(`grant select on messages to ${APPLICATION_ROLE}`);
    expect(await status()).toBe(200);
  });
});
