import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, readdir } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import { buffer } from 'node:stream/consumers';
import pg from 'pg';
import { connect } from '../db/connect';
import { verifyTrail } from '../features/audit/verify';
import { writeArchive, type Member } from './archive';
import { DATABASE_FOLDER, FILES_FOLDER, MANIFEST_NAME, type Manifest } from './manifest';
import { nameOfMoment } from './names';
import { runProgram, type Database } from './programs';
import { LEFT_OUT, tableDigests } from './table-digests';

export interface BackupMade {
  readonly name: string;
  readonly path: string;
  readonly bytes: number;
  readonly manifest: Manifest;
}

const PIECE_BYTES = 8 * 1024 * 1024;

/**
 * Writes a backup into a folder: the database as it stood in one moment, photographs and papers of the files' folder, and a
 * manifest with hashes and the audit trail's anchors, encrypted.
 */
export async function makeBackup(
  database: Database,
  of: {
    readonly folder: string;
    readonly passphrase: string;
    readonly filesFolder?: string | undefined;
    readonly workFactor?: number;
    readonly now?: Date;
  },
): Promise<BackupMade> {
  const { folder, now = new Date() } = of;
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const trail = await trailOf(database.url);
  const client = new pg.Client({ connectionString: database.url });
  await client.connect();
  try {
    // The dump and the sums over its rows see the same moment.
    await client.query('begin isolation level repeatable read read only');
    const exported = await client.query<{ id: string }>('select pg_export_snapshot() as id');
    const tables = await tableDigests(client);
    const { rows } = await client.query<{ n: number }>(
      'select count(*)::int as n from drizzle.__drizzle_migrations',
    );
    const manifest: Omit<Manifest, 'database' | 'files'> = {
      ...{ format: 'tidy-quill backup', version: 1, madeAt: now.toISOString() },
      migrations: rows[0]?.n ?? 0,
      tables: [...tables],
      ...trail,
    };
    const name = nameOfMoment(now);
    const path = join(folder, name);
    const holder: { manifest?: Manifest } = {};
    const members = membersOf(
      database,
      exported.rows[0]?.id ?? '',
      of.filesFolder,
      manifest,
      holder,
    );
    const bytes = await writeArchive(path, members, of);
    if (holder.manifest === undefined) throw new Error('The backup has no manifest');
    return { name, path, bytes, manifest: holder.manifest };
  } finally {
    await client.end();
  }
}

async function trailOf(url: string): Promise<Pick<Manifest, 'anchors' | 'brokenTrail'>> {
  const { db, pool } = connect(url);
  try {
    const { anchors, broken } = await verifyTrail(db);
    return { anchors: [...anchors], brokenTrail: [...broken] };
  } finally {
    await pool.end();
  }
}

async function* membersOf(
  database: Database,
  snapshot: string,
  filesFolder: string | undefined,
  manifest: Omit<Manifest, 'database' | 'files'>,
  holder: { manifest?: Manifest },
): AsyncGenerator<Member> {
  const { child, done } = runProgram('pg_dump', database, [
    ...['--format=custom', '--no-owner', '--no-privileges', `--snapshot=${snapshot}`],
    ...LEFT_OUT.map((table) => `--exclude-table-data=${table}`),
  ]);
  const hash = createHash('sha256');
  let bytes = 0;
  let number = 0;
  for await (const piece of inPieces(child.stdout as AsyncIterable<Buffer>)) {
    hash.update(piece);
    bytes += piece.length;
    number += 1;
    yield { name: `${DATABASE_FOLDER}${String(number).padStart(6, '0')}`, bytes: piece };
  }
  await done;
  const files: Manifest['files'] = [];
  for await (const path of filesOf(filesFolder)) {
    const content = await buffer(createReadStream(path));
    const own = relative(filesFolder ?? '', path)
      .split(sep)
      .join('/');
    const sha256 = createHash('sha256').update(content).digest('hex');
    files.push({ path: own, bytes: content.length, sha256 });
    yield { name: `${FILES_FOLDER}${own}`, bytes: content };
  }
  holder.manifest = { ...manifest, database: { bytes, sha256: hash.digest('hex') }, files };
  yield { name: MANIFEST_NAME, bytes: Buffer.from(JSON.stringify(holder.manifest, null, 1)) };
}

async function* inPieces(stream: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  let held: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream) {
    held.push(chunk);
    size += chunk.length;
    if (size < PIECE_BYTES) continue;
    yield Buffer.concat(held);
    held = [];
    size = 0;
  }
  if (size > 0) yield Buffer.concat(held);
}

/** Files that are whole: called by their hash alone. */
async function* filesOf(folder: string | undefined): AsyncGenerator<string> {
  if (folder === undefined) return;
  const all = await readdir(folder, { recursive: true, withFileTypes: true });
  for (const entry of all) {
    if (entry.isFile() && /^[0-9a-f]{64}$/.test(entry.name))
      yield join(entry.parentPath, entry.name);
  }
}
