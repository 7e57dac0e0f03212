import { connect } from './db/connect';
import { fillDemo, hasClinic, removeDemo } from './db/demo/fill';
import { migrate } from './db/migrate';

// Brings the database up to date and fills the demo into an empty one; --fresh-demo makes it anew.
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
} finally {
  await pool.end();
}
