import { sql } from 'drizzle-orm';
import type { NodePgDatabase } from 'drizzle-orm/node-postgres';

/**
 * Role that the application works as. It owns nothing: it reads and adds, changes only tables that are not append-only,
 * deletes sessions, counted tries and rows that are worked out from others alone, and can neither disable a trigger nor alter a table.
 */
export const APPLICATION_ROLE = 'tidy_quill_app';

// Roles belong to the whole cluster: another database of it may be making the same one.
const MAKE = sql.raw(`
  DO $$ BEGIN
    CREATE ROLE ${APPLICATION_ROLE} NOLOGIN;
  EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
  END $$`);

// What a trigger keeps append-only is found by that trigger, so that a new table cannot be forgotten.
const GRANT = sql.raw(`
  DO $$
  DECLARE one record;
  BEGIN
    REVOKE ALL ON ALL TABLES IN SCHEMA public FROM ${APPLICATION_ROLE};
    GRANT USAGE ON SCHEMA public TO ${APPLICATION_ROLE};
    GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO ${APPLICATION_ROLE};
    GRANT SELECT, INSERT ON ALL TABLES IN SCHEMA public TO ${APPLICATION_ROLE};
    REVOKE INSERT ON installation FROM ${APPLICATION_ROLE};
    GRANT DELETE ON session, sign_in_tries, session_facts, count_changes, month_facts, month_uses, stale_months TO ${APPLICATION_ROLE};
    FOR one IN
      SELECT c.oid::regclass AS name FROM pg_class c
      WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' AND c.relname <> 'installation'
        AND NOT EXISTS (
          SELECT FROM pg_trigger t WHERE t.tgrelid = c.oid AND t.tgname LIKE '%\\_append\\_only'
        )
    LOOP
      EXECUTE format('GRANT UPDATE ON %s TO ${APPLICATION_ROLE}', one.name);
    END LOOP;
  END $$`);

/**
 * Makes the application's role where there is none, and gives it its rights on this database.
 *
 * @param password with which it may sign in itself; left out, it is only worked as by who may
 * @throws Error where the migrating role may not make roles
 */
export async function grantApplication(
  db: Pick<NodePgDatabase, 'execute'>,
  password?: string,
): Promise<void> {
  const { rows } = await db.execute(sql`select from pg_roles where rolname = ${APPLICATION_ROLE}`);
  if (rows.length === 0) await db.execute(MAKE);
  if (password !== undefined) {
    // A password cannot be a parameter here; it is our own, and of letters, figures, - and _ alone.
    if (!/^[\w-]+$/.test(password))
      throw new Error('APP_PASSWORD may hold letters, figures, - and _');
    await db.execute(sql.raw(`ALTER ROLE ${APPLICATION_ROLE} LOGIN PASSWORD '${password}'`));
  }
  await db.execute(GRANT);
}
