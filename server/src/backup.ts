import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import pg from 'pg';
import { v7 } from 'uuid';
import { makeBackup } from './backup/make-backup';
import { momentOfName } from './backup/names';
import { passphraseGiven } from './backup/passphrase';
import { checkedManifest, rehearse, restoreBackup } from './backup/restore-backup';
import { backupsToKeep } from './backup/schedule';
import { connect } from './db/connect';
import { backups } from './db/backups';
import { BACKUP_LOCK } from './features/backups/store';

// backup.js make <folder> | by-itself <folder> | check <file> | rehearse <file> | restore <file>
// DATABASE_URL, FILES_FOLDER, PG_PROGRAMS; BACKUP_PASSPHRASE, or BACKUP_PASSPHRASE_FILE, which holds it.

const [command, place] = process.argv.slice(2);
const url = process.env['DATABASE_URL'];
const passphrase = passphraseGiven();
if (command === undefined || place === undefined || passphrase === null) {
  stop('backup make|by-itself <folder>, or check|rehearse|restore <file>, with a passphrase');
}
const database = { url: needed(url), programs: process.env['PG_PROGRAMS'] };
const filesFolder = process.env['FILES_FOLDER'];

try {
  switch (command) {
    case 'make':
      await make(place);
      break;
    case 'by-itself':
      await alone(() => make(place).then(() => rotate(place)));
      break;
    case 'check':
      say(await checkedManifest({ path: place, passphrase }));
      break;
    case 'rehearse':
      say(await rehearse(database, { path: place, passphrase }));
      break;
    case 'restore':
      say(await restoreBackup(database, { path: place, passphrase }, filesFolder));
      break;
    default:
      stop(`There is no “${command}”`);
  }
} catch (error) {
  stop(error instanceof Error ? error.message : String(error));
}

/** Makes one, and notes what became of it in the database. */
async function make(folder: string): Promise<void> {
  const startedAt = new Date();
  const { db, pool } = connect(database.url);
  try {
    const made = await makeBackup(database, {
      folder,
      passphrase: needed(passphrase),
      filesFolder,
    });
    const { name, bytes, manifest } = made;
    const trailStands = manifest.brokenTrail.length === 0;
    await db.insert(backups).values({ id: v7(), startedAt, name, bytes, trailStands });
    console.log(`${made.path}: ${(bytes / 1e6).toFixed(1)} MB`);
    for (const { clinicId, seq, why } of manifest.brokenTrail) {
      console.error(`The audit trail of ${clinicId} does not stand: entry ${seq} ${why}.`);
    }
  } catch (error) {
    const why = String(error instanceof Error ? error.message : error).slice(0, 500);
    await db
      .insert(backups)
      .values({ id: v7(), startedAt, why })
      .catch(() => {});
    throw error;
  } finally {
    await pool.end();
  }
}

/** Takes away what is old enough, and what an earlier try left unfinished. */
async function rotate(folder: string): Promise<void> {
  const names = await readdir(folder);
  const made = names.flatMap((name) => {
    const at = momentOfName(name);
    return at === null ? [] : [{ name, at }];
  });
  const kept = new Set(
    backupsToKeep(
      made.map(({ at }) => at),
      new Date(),
    ).map((at) => at.getTime()),
  );
  const old = made.filter(({ at }) => !kept.has(at.getTime())).map(({ name }) => name);
  const unfinished = names.filter((name) => name.endsWith('.tar.age.part'));
  for (const name of [...old, ...unfinished]) await rm(join(folder, name), { force: true });
}

/** Of several servers that find it due one makes it. */
async function alone(work: () => Promise<void>): Promise<void> {
  const client = new pg.Client({ connectionString: database.url });
  await client.connect();
  try {
    const { rows } = await client.query<{ got: boolean }>(
      'select pg_try_advisory_lock($1) as got',
      [BACKUP_LOCK],
    );
    if (rows[0]?.got === true) await work();
  } finally {
    await client.end();
  }
}

function say({ madeAt, tables, files }: Awaited<ReturnType<typeof checkedManifest>>): void {
  const rows = tables.reduce((sum, table) => sum + table.rows, 0);
  console.log(
    `made ${madeAt}: ${tables.length} tables with ${rows} rows, ${files.length} files; all as they were`,
  );
}

function needed<T>(value: T | null | undefined): T {
  return value ?? stop('DATABASE_URL is not set');
}

function stop(why: string): never {
  console.error(why);
  process.exit(1);
}
