import { eq } from 'drizzle-orm';
import { connect } from './db/connect';
import { fillDemo, hasClinic, removeDemo } from './db/demo/fill';
import { migrate } from './db/migrate';
import { clinics } from './db/schema';
import { makeSetupCode } from './features/setup/codes';
import { rebuild } from './features/projections/rebuild';
import { sumUp } from './features/projections/store';

// Brings the database up to date and fills the demo into an empty one; --fresh-demo rebuilds it, --no-demo leaves it empty;
// --setup-code prints a code by which a clinic is set up, where there is none but the demo or another is asked for (=again);
// --projections works every projection out again.
const databaseUrl = process.env['DATABASE_URL'];
const migrationsFolder = process.env['MIGRATIONS_FOLDER'];
if (databaseUrl === undefined || migrationsFolder === undefined) {
  console.error('DATABASE_URL and MIGRATIONS_FOLDER must be set');
  process.exit(2);
}

await migrate(databaseUrl, migrationsFolder, process.env['APP_PASSWORD']);
const { db, pool } = connect(databaseUrl);
try {
  const fresh = process.argv.includes('--fresh-demo');
  if (fresh) await removeDemo(db);
  // Asked for, the demo is made beside other clinics too.
  const wanted = fresh || (!process.argv.includes('--no-demo') && !(await hasClinic(db)));
  if (wanted) await fillDemo(db);
  if (process.argv.includes('--projections')) {
    const visits = await rebuild(db);
    console.log(`${visits} visits summed up again from their events`);
  } else {
    // What an older core summed up, or nobody has yet.
    await sumUp(db);
  }
  const asked = process.argv.find((word) => word.startsWith('--setup-code'));
  if (asked !== undefined) {
    const { open, demo } = await firstStart(asked.endsWith('=again'));
    console.log(`first start ${JSON.stringify({ code: open, demo })}`);
  }
} finally {
  await pool.end();
}

/** A code where somebody may begin a clinic of their own, and whether there is a demo to look round. */
async function firstStart(again: boolean): Promise<{ open: string | null; demo: boolean }> {
  const own = await db.$count(clinics, eq(clinics.isDemo, false));
  const demo = await db.$count(clinics, eq(clinics.isDemo, true));
  const open = own === 0 || again ? await makeSetupCode(db) : null;
  return { open, demo: demo > 0 };
}
