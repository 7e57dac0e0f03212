import { connect } from './db/connect';
import { fillDemo, hasClinic, removeDemo } from './db/demo/fill';
import { migrate } from './db/migrate';
import { rebuild } from './features/projections/rebuild';
import { sumUp } from './features/projections/store';

// Brings the database up to date and fills the demo into an empty one; --fresh-demo rebuilds it; --projections works every
// projection out again.
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
  if (fresh || !(await hasClinic(db))) await fillDemo(db);
  if (process.argv.includes('--projections')) {
    const visits = await rebuild(db);
    console.log(`${visits} visits summed up again from their events`);
  } else {
    // What an older core summed up, or nobody has yet.
    await sumUp(db);
  }
} finally {
  await pool.end();
}
