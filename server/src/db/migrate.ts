import { randomBytes } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate as applyMigrations } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { grantApplication } from './application-role';
import { installation } from './schema';

// Any number will do, as long as every server uses the same.
const LOCK = 7_218_440;

/**
 * Brings a database to the newest schema and gives the application's role its rights. Several servers may call it at
 * once: one works, the others wait.
 *
 * @param applicationPassword with which the application's role may sign in; left out where it is set up by hand
 */
export async function migrate(
  databaseUrl: string,
  migrationsFolder: string,
  applicationPassword?: string,
): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const db = drizzle(client);
    await db.execute(sql`select pg_advisory_lock(${LOCK})`);
    await applyMigrations(db, { migrationsFolder });
    await db
      .insert(installation)
      .values({ sessionSecret: randomBytes(32).toString('base64url') })
      .onConflictDoNothing();
    await grantApplication(db, applicationPassword);
  } finally {
    await client.end();
  }
}
