import { spawn } from 'node:child_process';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { dataFolder, startPostgres } from '../../scripts/postgres.mjs';

const SCRIPT = fileURLToPath(new URL('../../scripts/postgres.mjs', import.meta.url));

let folder: string;
beforeAll(() => {
  folder = dataFolder(mkdtempSync(join(tmpdir(), 'tidy-quill-data-')));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Another process that starts PostgreSQL in the folder, says its address, and leaves it running. */
const started = () =>
  new Promise<string>((resolve, reject) => {
    const code = `const { startPostgres } = await import(${JSON.stringify(SCRIPT)});
      console.log((await startPostgres(${JSON.stringify(folder)}, { forTests: true })).url);`;
    const child = spawn(process.execPath, ['--input-type=module', '-e', code]);
    let said = '';
    child.stdout.on('data', (part: Buffer) => (said += part.toString()));
    child.stderr.on('data', (part: Buffer) => (said += part.toString()));
    child.once('exit', (status) => (status === 0 ? resolve(said.trim()) : reject(new Error(said))));
  });

const answers = async (url: string) => {
  const client = new pg.Client({ connectionString: url });
  client.on('error', () => {});
  try {
    await client.connect();
    return defined((await client.query<{ one: number }>('select 1 as one')).rows[0]).one;
  } catch {
    return null;
  } finally {
    await client.end().catch(() => {});
  }
};

describe('PostgreSQL in a folder of the project', () => {
  it('is made once, by two first starts at the same time', async () => {
    const urls = await Promise.all([started(), started()]);
    expect(urls[0]).toBe(urls[1]);
    expect(await answers(defined(urls[0]))).toBe(1);
    expect(readdirSync(folder)).not.toContain('starting');
    expect(readdirSync(folder)).not.toContain('postgres-new');
  });

  it('is not kept from starting by a lock that a dead process left, with or without its number', async () => {
    const lock = join(folder, 'starting');
    const long = new Date(Date.now() - 60_000);
    for (const left of ['', '4194304']) {
      writeFileSync(lock, left);
      utimesSync(lock, long, long);
      expect(await answers(await started())).toBe(1);
      expect(existsSync(lock)).toBe(false);
    }
  });

  it('is started again at the same address when it dies, with a line each', async () => {
    const { url, keepUp, stop } = await startPostgres(folder, { forTests: true });
    const said: string[] = [];
    const leave = keepUp((line: string) => said.push(line));
    const pid = Number(
      readFileSync(join(folder, 'postgres', 'postmaster.pid'), 'utf8').split('\n')[0],
    );
    process.kill(pid, 'SIGKILL');
    await expect.poll(() => said.at(-1), { timeout: 60_000 }).toBe('PostgreSQL runs again.');
    expect(said[0]).toBe('PostgreSQL has stopped. Starting it again.');
    expect(await answers(url)).toBe(1);
    leave();
    await stop();
    expect(await answers(url)).toBeNull();
  });
});
