import pg from 'pg';
import { describe, expect, it } from 'vitest';
import { demoDatabase, MIGRATIONS, newDatabase } from '../testing/application';
import { connect } from './connect';
import { fillDemo, hasClinic, removeDemo } from './demo/fill';
import { migrate } from './migrate';

const count = async (url: string, table: string): Promise<number> => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query(`select count(*)::int as n from ${table}`);
  await client.end();
  return rows[0].n;
};

describe('migrations', () => {
  it('run from empty, by several servers at once, and again', async () => {
    const url = await newDatabase();
    await Promise.all([1, 2, 3].map(() => migrate(url, MIGRATIONS)));
    await migrate(url, MIGRATIONS);
    expect(await count(url, 'installation')).toBe(1);
    expect(await count(url, 'drizzle.__drizzle_migrations')).toBe(53);
  });
});

describe('the database itself', () => {
  it('takes no word that an enumeration does not have, whoever writes it', async () => {
    const { pool } = connect(await demoDatabase());
    for (const [statement, constraint] of [
      ["update staff set role = 'visitor'", 'staff_role'],
      ["update areas set side = 'upper'", 'areas_side'],
      ["update areas set job = 'peel'", 'areas_job'],
      [
        `insert into messages (clinic_id, id, client_id, "to", text, state)
         select clinic_id, gen_random_uuid(), id, '', '', 'lost' from clients limit 1`,
        'messages_state',
      ],
    ] as const) {
      await expect(pool.query(statement)).rejects.toThrow(constraint);
    }
    await pool.end();
  });
});

describe('the demo', () => {
  it('is made again without touching another clinic', async () => {
    const url = await demoDatabase();
    const { db, pool } = connect(url);
    await pool.query(
      `insert into clinics (id, name, time_zone, phone, emergency_phone)
       values ('01930000-0000-7000-8000-000000000001', 'Another', 'Europe/London', '', '')`,
    );
    await removeDemo(db);
    expect(await hasClinic(db)).toBe(true);
    expect(await count(url, 'clinics')).toBe(1);
    for (const table of ['visit_events', 'consents', 'ahead_answers', 'invitations']) {
      expect(await count(url, table), table).toBe(0);
    }
    await fillDemo(db);
    expect(await count(url, 'clients')).toBe(50);
    expect(await count(url, 'consents')).toBeGreaterThan(8);
    await expect(pool.query('delete from visit_events')).rejects.toThrow(/append-only/);
    for (const table of ['consents', 'consent_withdrawals', 'ahead_answers', 'photos']) {
      await expect(pool.query(`truncate ${table} cascade`)).rejects.toThrow(/append-only/);
    }
    await pool.end();
  });
});
