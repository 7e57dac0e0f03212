import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { defined } from '@tidy-quill/core/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from './application';
import { startBrowser, type Browser } from './browser';
import { newClient, openVisit, signIn } from './walk';

let app: Application;
let owner: Browser;
let folder: string;
let settings: Readonly<Record<string, string>>;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'tidy-quill-walk-'));
  const passphraseFile = join(folder, 'passphrase');
  writeFileSync(passphraseFile, 'candle lantern heron thimble\n');
  settings = { BACKUP_FOLDER: join(folder, 'backups'), BACKUP_PASSPHRASE_FILE: passphraseFile };
  app = await startApplication({ env: settings });
  owner = await startBrowser(app.url);
  await signIn(owner, 'morwenna');
});
afterAll(async () => {
  await owner.close();
  await app.close();
  rmSync(folder, { recursive: true });
});

/** A digest of every row of what a clinic cannot do without. */
const TABLES = [
  ...['clients', 'areas', 'visits', 'visit_events', 'consents', 'photos', 'files', 'messages'],
  ...['catalogue_versions', 'audit_entries', 'staff', 'course_notes', 'eyewear'],
];
async function digests(databaseUrl: string): Promise<Readonly<Record<string, string>>> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const found = [];
  for (const table of TABLES) {
    const { rows } = await client.query<{ digest: string }>(
      `select count(*) || ' ' || coalesce(md5(string_agg(md5(t::text), '' order by md5(t::text))), '') as digest from ${table} t`,
    );
    found.push([table, defined(rows[0]).digest] as const);
  }
  await client.end();
  return Object.fromEntries(found);
}

const LAST_AND_NEXT = /( (\d{1,2} [A-Z][a-z]{2} \d{4}|–)){2}$/gm;

/** What somebody sees of a day and of one visit, but for what goes by the clock. */
async function seen(): Promise<readonly string[]> {
  await owner.open('/clients');
  await owner.see('in all');
  // A visit whose time comes meanwhile is the last one and no longer the next.
  const clients = (await owner.text('main')).replace(LAST_AND_NEXT, '');
  await owner.press('Today');
  await openVisit(owner, 'Corisande Yewbarrow');
  await owner.see('Plan accepted', '//aside');
  return [clients, await owner.text('aside')];
}

describe('a clinic that loses its database', () => {
  let before: readonly string[];
  let kept: Readonly<Record<string, string>>;

  it('backs up by one press, and works on', async () => {
    before = await seen();
    await owner.press('Clinic', '//nav[@aria-label="Places"]');
    await owner.press('Back up now');
    await owner.see('MB, encrypted');
    await expect
      .poll(() => readdirSync(defined(settings['BACKUP_FOLDER'])).length)
      .toBeGreaterThan(0);
    await newClient(owner, {
      ...{ given: 'Later', family: 'Thanthebackup', born: '3 Mar 1990' },
      phone: '01632 960 559',
    });
  });

  it('has everything back from the file, as it was when it was made', async () => {
    await app.kill();
    const databaseUrl = await app.emptyDatabase();
    const [file] = readdirSync(defined(settings['BACKUP_FOLDER'])).sort().reverse();
    const restored = spawnSync(
      'node',
      ['scripts/restore.mjs', join(defined(settings['BACKUP_FOLDER']), defined(file))],
      {
        cwd: new URL('../..', import.meta.url),
        env: { ...process.env, ...settings, DATABASE_URL: databaseUrl },
        encoding: 'utf8',
      },
    );
    expect(restored.status, `${restored.stdout}${restored.stderr}`).toBe(0);
    kept = await digests(databaseUrl);
    await app.revive(databaseUrl);
    // Who was signed in is in no backup; who has read the caution is.
    await owner.open('/');
    await owner.fill('Name', 'morwenna');
    await owner.fill('Password', 'quill and candle');
    await owner.press('Sign in');
    await owner.see('Day after');
    expect(await seen()).toEqual(before);
    await owner.press('Clients');
    await owner.fill('Search by name, reference, telephone or birth date', 'Thanthebackup');
    await owner.see('Nobody');
  });

  it('differs from what was lost only by what came after the backup', async () => {
    const lost = await digests(app.databaseUrl);
    const changed = TABLES.filter((table) => lost[table] !== kept[table]);
    // The client who came afterwards, with her area and visit, and who looked at what.
    expect(changed.sort()).toEqual(['areas', 'audit_entries', 'clients', 'visits']);
  });
});
