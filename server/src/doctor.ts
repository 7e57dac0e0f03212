import { sql } from 'drizzle-orm';
import { isBackupOverdue } from './backup/schedule';
import { connect } from './db/connect';
import { backupsSoFar } from './features/backups/store';
import { stateOf } from './operation/state';

// What is wrong with a database, in plain words: a line each, “ok” or “wrong” before a tab. Ends with 1 where something is.
const databaseUrl = process.env['DATABASE_URL'];
if (databaseUrl === undefined) {
  console.error('DATABASE_URL is not set');
  process.exit(2);
}

/** More than that, and times that a server writes cannot be compared with those of the database. */
const CLOCKS_APART_S = 5;
const SCARCE_CONNECTIONS = 10;

const { db, pool } = connect(databaseUrl);
let wrong = 0;
const say = (ok: boolean, text: string): void => {
  wrong += ok ? 0 : 1;
  console.log(`${ok ? 'ok' : 'wrong'}\t${text}`);
};

try {
  const state = await stateOf(db);
  const { applied, known } = state.migrations;
  if (applied === null) {
    say(false, `${state.problems.join(' ')}. Is it the right address, and has npm start run once?`);
  } else {
    say(
      state.ready,
      state.ready
        ? `The database has ${applied} migrations; this release (${state.version}) knows ${known}`
        : state.problems.join(' '),
    );
    await lookInside();
  }
} catch (error) {
  say(false, `The database cannot be asked: ${(error as Error).message}`);
} finally {
  await pool.end();
}
process.exitCode = wrong > 0 ? 1 : 0;

async function lookInside(): Promise<void> {
  const { rows } = await db.execute<{
    now: string;
    version: string;
    encoding: string;
    free: number;
    role: boolean;
    owned: number;
    broken: number;
  }>(sql`select now()::text as now, current_setting('server_version') as version,
      current_setting('server_encoding') as encoding,
      current_setting('max_connections')::int - (select count(*)::int from pg_stat_activity) as free,
      exists (select from pg_roles where rolname = 'tidy_quill_app') as role,
      (select count(*)::int from pg_class c join pg_roles r on r.oid = c.relowner
       where r.rolname = 'tidy_quill_app') as owned,
      (select count(*)::int from pg_index where not indisvalid) as broken`);
  const [row] = rows;
  if (row === undefined) return;
  const apartS = Math.abs(Date.parse(row.now) - Date.now()) / 1000;
  say(
    apartS <= CLOCKS_APART_S,
    apartS <= CLOCKS_APART_S
      ? 'This machine’s clock and the database’s agree'
      : `This machine’s clock and the database’s are ${Math.round(apartS)} s apart: let both follow a time server`,
  );
  say(row.encoding === 'UTF8', `PostgreSQL ${row.version}, text as ${row.encoding}`);
  say(
    row.role && row.owned === 0,
    row.role
      ? row.owned === 0
        ? 'The application works as a role that owns nothing'
        : 'The application’s role owns tables: it could change what is only ever added to'
      : 'The application’s role is missing: npm start makes it',
  );
  say(
    row.free > SCARCE_CONNECTIONS,
    `${row.free} more connections may be opened${row.free > SCARCE_CONNECTIONS ? '' : ': raise max_connections, or put a pooler before it'}`,
  );
  if (row.broken > 0) say(false, `${row.broken} indexes are not valid: REINDEX them`);
  const so = await backupsSoFar(db);
  const overdue = isBackupOverdue(so, new Date());
  const last = so.lastGood?.toISOString().slice(0, 16).replace('T', ' ');
  say(
    !overdue,
    last === undefined
      ? `No backup yet${overdue ? ': npm run backup -- FOLDER makes one' : ''}`
      : `The newest backup is of ${last} UTC${overdue ? ': older than two days' : ''}`,
  );
}
