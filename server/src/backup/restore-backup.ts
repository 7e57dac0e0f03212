import { createHash, randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname, resolve, sep } from 'node:path';
import { finished } from 'node:stream/promises';
import pg from 'pg';
import * as v from 'valibot';
import { readArchive } from './archive';
import { DATABASE_FOLDER, FILES_FOLDER, MANIFEST_NAME, Manifest } from './manifest';
import { runProgram, type Database } from './programs';
import { differences, tableDigests } from './table-digests';

/** A backup as somebody has it. */
export interface Backup {
  readonly path: string;
  readonly passphrase: string;
}

/** Why a backup was not brought back, in plain words; nothing was written. */
class NotRestored extends Error {}

/**
 * Reads a backup through and checks every hash in it.
 * @throws NotRestored where something is missing or other than its manifest says
 */
export async function checkedManifest({ path, passphrase }: Backup): Promise<Manifest> {
  const database = createHash('sha256');
  const files = new Map<string, string>();
  let said: unknown = null;
  for await (const { name, bytes } of readArchive(path, passphrase)) {
    if (name.startsWith(DATABASE_FOLDER)) database.update(bytes);
    else if (name === MANIFEST_NAME) said = JSON.parse(bytes.toString('utf8'));
    else files.set(name, createHash('sha256').update(bytes).digest('hex'));
  }
  const read = v.safeParse(Manifest, said);
  if (!read.success) throw new NotRestored('The backup is cut off, or of a release that is newer');
  const manifest = read.output;
  const wrong = [
    ...(database.digest('hex') === manifest.database.sha256 ? [] : ['the database']),
    ...manifest.files
      .filter((file) => files.get(`${FILES_FOLDER}${file.path}`) !== file.sha256)
      .map((file) => file.path),
  ];
  if (wrong.length > 0)
    throw new NotRestored(`Not as it was when it was made: ${wrong.join(', ')}`);
  return manifest;
}

/**
 * Brings a backup back into an empty database, all of it or nothing, and compares every table with what was kept.
 * @throws NotRestored where the database is not empty, the backup is damaged, or what came back is not what was kept
 */
export async function restoreBackup(
  database: Database,
  backup: Backup,
  filesFolder?: string,
): Promise<Manifest> {
  const manifest = await checkedManifest(backup);
  await refuseFull(database.url);
  if (manifest.files.length > 0 && filesFolder === undefined) {
    throw new NotRestored('It holds files of a folder: say with FILES_FOLDER where they go');
  }
  const { child, done } = runProgram('pg_restore', database, [
    ...['--single-transaction', '--exit-on-error', '--no-owner', '--no-privileges'],
    `--dbname=${decodeURIComponent(new URL(database.url).pathname.slice(1))}`,
  ]);
  const input = child.stdin;
  if (input === null) throw new Error('pg_restore takes no input');
  const closed = finished(input).catch(() => {});
  child.stdout?.resume();
  for await (const { name, bytes } of readArchive(backup.path, backup.passphrase)) {
    if (name.startsWith(DATABASE_FOLDER)) {
      if (!input.destroyed && !input.write(bytes)) {
        await Promise.race([once(input, 'drain'), closed, done]);
      }
    } else if (name.startsWith(FILES_FOLDER) && filesFolder !== undefined) {
      await writeInto(filesFolder, name.slice(FILES_FOLDER.length), bytes);
    }
  }
  input.end();
  await done;
  const wrong = differences(manifest.tables, await digestsOf(database.url));
  if (wrong.length > 0)
    throw new NotRestored(`What came back is not what was kept: ${wrong.join('; ')}`);
  return manifest;
}

/** Brings a backup back into a database made for it beside another, compares, and takes that database away again. */
export async function rehearse(beside: Database, backup: Backup): Promise<Manifest> {
  const name = `tidy_quill_rehearsal_${randomBytes(6).toString('hex')}`;
  const url = new URL(beside.url);
  url.pathname = `/${name}`;
  await onDatabase(beside.url, (client) => client.query(`create database ${name}`));
  try {
    const scratch = { ...beside, url: url.href };
    const manifest = await checkedManifest(backup);
    return await restoreBackup(scratch, backup, manifest.files.length === 0 ? undefined : NOWHERE);
  } finally {
    await onDatabase(beside.url, (client) => client.query(`drop database ${name} with (force)`));
  }
}

/** Where a rehearsal puts files: their hashes were checked, nobody needs them. */
const NOWHERE = '';

async function writeInto(folder: string, path: string, bytes: Buffer): Promise<void> {
  if (folder === NOWHERE) return;
  const target = resolve(folder, path);
  if (!target.startsWith(resolve(folder) + sep)) throw new NotRestored(`${path} leads elsewhere`);
  await mkdir(dirname(target), { recursive: true, mode: 0o700 });
  await writeFile(target, bytes, { mode: 0o600 });
}

async function refuseFull(url: string): Promise<void> {
  const { rows } = await onDatabase(url, (client) =>
    client.query<{ n: number }>(
      `select count(*)::int as n from pg_class c join pg_namespace n on n.oid = c.relnamespace
       where c.relkind = 'r' and n.nspname not in ('pg_catalog', 'information_schema')`,
    ),
  );
  if ((rows[0]?.n ?? 0) > 0) {
    throw new NotRestored('The database holds something already: bring it back into an empty one');
  }
}

const digestsOf = (url: string) =>
  onDatabase(url, async (client) => {
    await client.query('begin isolation level repeatable read read only');
    return tableDigests(client);
  });

async function onDatabase<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}
