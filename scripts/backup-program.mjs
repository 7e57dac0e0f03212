import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { Writable } from 'node:stream';
import { debian, packages, root, step, Stop } from './setup.mjs';

const SHORTEST = 12;

/**
 * Runs the server's program for backups on DATABASE_URL, or on the database in the project's own folder, which is started
 * for it where it does not run.
 */
export async function onDatabase([command, place], { asksTwice = false, then } = {}) {
  await step('packages', packages);
  const { build } = await import('./build.mjs');
  const { dataFolder, findDumper, startPostgres } = await import('./postgres.mjs');
  debian(['postgresql'], findDumper);
  await step('build', build);
  const given = process.env.DATABASE_URL;
  const folder = process.env.TIDY_QUILL_DATA ?? join(root, '.data');
  const postgres = given === undefined ? await startPostgres(dataFolder(folder)) : null;
  try {
    const url = given ?? postgres.url;
    const env = {
      ...process.env,
      DATABASE_URL: url,
      PG_PROGRAMS: process.env.PG_PROGRAMS ?? findDumper(),
      ...(await passphrase(folder, asksTwice)),
    };
    const { status } = spawnSync(
      process.execPath,
      [join(root, 'server/dist/backup.js'), command, resolve(process.env.INIT_CWD ?? '.', place)],
      { stdio: 'inherit', env },
    );
    if (status !== 0) throw new Stop('Nothing was changed: see above');
    await then?.(url, postgres?.appPassword);
  } finally {
    await postgres?.stop();
  }
}

/** Brings what was restored up to this release, and gives the application its account again. */
export async function prepareRestored(url, appPassword) {
  const { prepare } = await import('./serve.mjs');
  await step('data', () => prepare(url, { appPassword }));
}

/** From the environment, from the file beside the project's own data, or asked for. */
export async function passphrase(folder, asksTwice = false) {
  const { BACKUP_PASSPHRASE, BACKUP_PASSPHRASE_FILE } = process.env;
  if (BACKUP_PASSPHRASE !== undefined || BACKUP_PASSPHRASE_FILE !== undefined) return {};
  const kept = join(folder, 'backup-passphrase');
  if (existsSync(kept)) return { BACKUP_PASSPHRASE_FILE: kept };
  if (!process.stdin.isTTY) {
    throw new Stop('Set BACKUP_PASSPHRASE_FILE to a file with the passphrase');
  }
  const said = await askHidden('Passphrase of the backup: ');
  if (asksTwice && said.length < SHORTEST) {
    throw new Stop(`A passphrase has ${SHORTEST} characters or more`);
  }
  if (asksTwice && said !== (await askHidden('The same again: '))) throw new Stop('They differ');
  return { BACKUP_PASSPHRASE: said };
}

async function askHidden(question) {
  process.stdout.write(question);
  const nowhere = new Writable({ write: (_chunk, _encoding, done) => done() });
  const ask = createInterface({ input: process.stdin, output: nowhere, terminal: true });
  const said = await ask.question('');
  ask.close();
  process.stdout.write('\n');
  return said;
}
