import { mkdir, mkdtemp, readdir, readFile, rm, truncate, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defined } from '@tidy-quill/core/units';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { hashOf } from '../files/file-store';
import { startApplication, type Application } from '../testing/application';
import { readArchive, writeArchive } from './archive';
import { makeBackup, type BackupMade } from './make-backup';
import { momentOfName, nameOfMoment } from './names';
import { checkedManifest, rehearse, restoreBackup } from './restore-backup';
import { differences } from './table-digests';

const PASSPHRASE = 'wet pebble orbit thimble';
// As cheap to try as the format allows: nobody attacks a test.
const QUICK = { passphrase: PASSPHRASE, workFactor: 1 };
const PICTURE = Buffer.from('a picture, as far as a folder knows');

let app: Application;
let folder: string;
let filesFolder: string;
let made: BackupMade;
let url: string;

beforeAll(async () => {
  app = await startApplication();
  url = app.databaseUrl;
  // A sign-in begins the audit trail.
  await app.signedIn('idony');
  folder = await mkdtemp(join(tmpdir(), 'tidy-quill-test-backup-'));
  filesFolder = join(folder, 'files');
  const sha256 = hashOf(PICTURE);
  await mkdir(join(filesFolder, 'clinic', sha256.slice(0, 2)), { recursive: true });
  await writeFile(join(filesFolder, 'clinic', sha256.slice(0, 2), sha256), PICTURE);
  made = await makeBackup({ url }, { ...QUICK, folder: join(folder, 'made'), filesFolder });
});
afterAll(async () => {
  await rm(folder, { recursive: true });
  await app.close();
});

const backup = () => ({ path: made.path, passphrase: PASSPHRASE });

/** An empty database beside the clinic's, taken away again. */
async function emptyDatabase(work: (url: string) => Promise<void>): Promise<void> {
  const name = `restored_${String(process.pid)}`;
  const owner = new pg.Client({ connectionString: url });
  await owner.connect();
  await owner.query(`create database ${name}`);
  const own = new URL(url);
  own.pathname = `/${name}`;
  try {
    await work(own.href);
  } finally {
    await owner.query(`drop database ${name} with (force)`);
    await owner.end();
  }
}

describe('a backup', () => {
  it('lies encrypted in one file, with nothing open beside it', async () => {
    expect(await readdir(join(folder, 'made'))).toEqual([made.name]);
    const bytes = await readFile(made.path);
    expect(bytes.subarray(0, 21).toString()).toBe('age-encryption.org/v1');
    const text = bytes.toString('latin1');
    expect(text).not.toContain('Okapi-Lune');
    expect(text).not.toContain('a picture, as far');
    expect(momentOfName(made.name)?.toISOString().slice(0, 19)).toBe(
      made.manifest.madeAt.slice(0, 19),
    );
  });

  it('names every table with its rows, and how far each audit trail reaches', async () => {
    const { tables, anchors, brokenTrail, files, migrations } = await checkedManifest(backup());
    const rowsOf = (name: string) => tables.find((each) => each.name === `public.${name}`)?.rows;
    const { rows } = await app.connection.pool.query<{ n: number }>(
      'select count(*)::int as n from visit_events',
    );
    expect(rowsOf('visit_events')).toBe(defined(rows[0]).n);
    expect([rowsOf('session'), rowsOf('sign_in_tries')]).toEqual([undefined, undefined]);
    expect([anchors.length, brokenTrail, migrations]).toEqual([1, [], 53]);
    expect(files).toMatchObject([{ bytes: PICTURE.length, sha256: hashOf(PICTURE) }]);
  });

  it('comes back into an empty database, row by row, with its files', async () => {
    await emptyDatabase(async (empty) => {
      const back = join(folder, 'back');
      await restoreBackup({ url: empty }, backup(), back);
      const [first] = made.manifest.files;
      expect(await readFile(join(back, defined(first).path))).toEqual(PICTURE);
      const client = new pg.Client({ connectionString: empty });
      await client.connect();
      const { rows } = await client.query("select 1 from clients where family_name = 'Okapi-Lune'");
      expect(rows).toHaveLength(1);
      // What keeps rows from being changed came back too.
      await expect(client.query('delete from visit_events')).rejects.toThrow(/append-only/);
      await client.end();
      await expect(restoreBackup({ url: empty }, backup(), back)).rejects.toThrow(
        'The database holds something already',
      );
    });
  });

  it('is rehearsed beside the clinic, which is left as it was', async () => {
    const databases = async () =>
      (await app.connection.pool.query<{ n: number }>('select count(*)::int as n from pg_database'))
        .rows[0]?.n;
    const before = await databases();
    expect((await rehearse({ url }, backup())).madeAt).toBe(made.manifest.madeAt);
    expect(await databases()).toBe(before);
  });

  it('is refused with another passphrase, cut off, or altered', async () => {
    await expect(checkedManifest({ ...backup(), passphrase: 'other' })).rejects.toThrow(
      'This passphrase does not open the backup',
    );
    const bytes = await readFile(made.path);
    const damaged = join(folder, 'damaged');
    await writeFile(damaged, bytes);
    await truncate(damaged, bytes.length - 70_000);
    await expect(checkedManifest({ path: damaged, passphrase: PASSPHRASE })).rejects.toThrow();
    await writeFile(damaged, bytes);
    const at = Math.floor(bytes.length / 2);
    bytes.writeUInt8(bytes.readUInt8(at) ^ 1, at);
    await writeFile(damaged, bytes);
    await expect(checkedManifest({ path: damaged, passphrase: PASSPHRASE })).rejects.toThrow();
  });

  it('is refused where somebody who knows the passphrase put other bytes into it', async () => {
    const forged = join(folder, 'forged');
    const members = async function* () {
      for await (const member of readArchive(made.path, PASSPHRASE)) {
        yield member.name.startsWith('files/')
          ? { ...member, bytes: Buffer.from('other') }
          : member;
      }
    };
    await writeArchive(forged, members(), QUICK);
    await expect(checkedManifest({ path: forged, passphrase: PASSPHRASE })).rejects.toThrow(
      /^Not as it was when it was made: clinic\//,
    );
  });

  it('leaves nothing behind where it fails', async () => {
    const nowhere = { url, programs: '/nowhere' };
    await expect(
      makeBackup(nowhere, { ...QUICK, folder: join(folder, 'failed') }),
    ).rejects.toThrow();
    expect(await readdir(join(folder, 'failed'))).toEqual([]);
  });
});

describe('what came back', () => {
  const rows = [
    { name: 'a', rows: 2, digest: '7' },
    { name: 'b', rows: 1, digest: '3' },
  ];

  it('is compared table by table', () => {
    expect(differences(rows, rows)).toEqual([]);
    const found = [
      { name: 'a', rows: 2, digest: '8' },
      { name: 'c', rows: 0, digest: '0' },
    ];
    expect(differences(rows, found)).toEqual([
      'a holds other rows',
      'b is missing',
      'c is not in the backup',
    ]);
    expect(differences(rows, [{ name: 'a', rows: 3, digest: '7' }, ...rows.slice(1)])).toEqual([
      'a has 3 rows in place of 2',
    ]);
  });
});

describe('a backup’s name', () => {
  it('tells its moment', () => {
    const at = new Date('2026-11-29T02:10:05.123Z');
    expect(nameOfMoment(at)).toBe('tidy-quill-20261129T021005Z.tar.age');
    expect(momentOfName(nameOfMoment(at))).toEqual(new Date('2026-11-29T02:10:05Z'));
    expect(momentOfName('tidy-quill-20261129T021005Z.tar.age.part')).toBeNull();
  });
});
