import type { Backups } from '@tidy-quill/contract/backups';
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { checkedManifest } from '../../backup/restore-backup';
import {
  signedInAt,
  startApplication,
  startOn,
  type Application,
  type Person,
} from '../../testing/application';
import { whereDue, type BackupSettings } from './by-itself';

let app: Application;
let person: Person;
let folder: string;
let settings: BackupSettings;

beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  // It is noon where the clinic is: at night a backup would be due at once.
  const ahead = 12 - new Date().getUTCHours();
  await app.connection.pool.query('update clinics set time_zone = $1', [
    `Etc/GMT${ahead > 0 ? '-' : '+'}${Math.abs(ahead)}`,
  ]);
  folder = await mkdtemp(join(tmpdir(), 'tidy-quill-test-nightly-'));
  const passphraseFile = join(folder, 'passphrase');
  await writeFile(passphraseFile, 'wet pebble orbit thimble\n');
  settings = { folder: join(folder, 'made'), databaseUrl: app.databaseUrl, passphraseFile };
});
afterAll(async () => {
  await rm(folder, { recursive: true });
  await app.close();
});

const HOUR_MS = 3_600_000;
const inHours = (hours: number) => new Date(Date.now() + hours * HOUR_MS);
const shown = async () => (await person.get('/api/clinic/backups')).body as Backups;

describe('a backup that is made by itself', () => {
  it('waits until there is a night’s worth to keep', async () => {
    expect(await whereDue(app.connection.db, settings, inHours(0))).toBe(false);
    expect(await shown()).toEqual({
      ...{ byItself: false, running: false, last: null, failed: null, overdue: false },
    });
  });

  it('says why it failed, and takes nothing for a backup', async () => {
    const nowhere = { ...settings, programs: '/nowhere' };
    await expect(whereDue(app.connection.db, nowhere, inHours(30))).rejects.toThrow(/ENOENT/);
    const { last, failed } = await shown();
    expect([last, failed?.why]).toEqual([null, expect.stringMatching(/ENOENT/)]);
    expect(await readdir(settings.folder)).toEqual([]);
  });

  it('is made once, by one program, and what an earlier try left is taken away', async () => {
    const left = 'tidy-quill-20200101T000000Z.tar.age.part';
    await writeFile(join(settings.folder, left), 'half');
    const due = inHours(30);
    await Promise.all([1, 2].map(() => whereDue(app.connection.db, settings, due)));
    const made = await readdir(settings.folder);
    expect(made).toHaveLength(1);
    const { last, failed, overdue } = await shown();
    expect(last).toMatchObject({ name: made[0], trailStands: true });
    expect([failed, overdue]).toEqual([null, false]);
    const backup = {
      path: join(settings.folder, String(made[0])),
      passphrase: 'wet pebble orbit thimble',
    };
    expect((await checkedManifest(backup)).anchors).toHaveLength(1);
    expect(await whereDue(app.connection.db, settings, inHours(0))).toBe(false);
  });

  it('is asked for at once by an owner, where a folder is set', async () => {
    expect((await person.post('/api/clinic/backups')).status).toBe(403);
    const owner = await app.signedIn('morwenna');
    const { status, body } = await owner.post('/api/clinic/backups');
    expect([status, body]).toMatchObject([422, { title: 'No folder is set for backups' }]);
    const before = (await shown()).last?.name;
    const other = await startOn(app.databaseUrl, undefined, {}, {}, settings);
    try {
      const there = await signedInAt(other.url, 'morwenna');
      expect((await there.post('/api/clinic/backups')).status).toBe(202);
      await vi.waitFor(async () => expect((await shown()).last?.name).not.toBe(before), {
        ...{ timeout: 60_000, interval: 100 },
      });
      expect((await there.get('/api/clinic/backups')).body).toMatchObject({
        ...{ byItself: true, failed: null, overdue: false },
      });
    } finally {
      await other.close();
    }
  });
});
