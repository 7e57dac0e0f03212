import { execFileSync, spawnSync } from 'node:child_process';
import { accessSync, constants, existsSync, readdirSync, statSync } from 'node:fs';
import { delimiter, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Runs a step and prints one short line with how long it took. */
export async function step(name, work) {
  const from = Date.now();
  const said = await work();
  const seconds = ((Date.now() - from) / 1000).toFixed(1);
  console.log(`  ${name.padEnd(12)} ${said ?? 'done'} (${seconds} s)`);
}

/** Ends the run with a plain message and no stack. */
export class Stop extends Error {}

/** Runs the main function of a script; a Stop ends it with its message alone. */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    console.error(error instanceof Stop ? `\n${error.message}` : error);
    process.exitCode = 1;
  }
}

/** Installs the packages of the lock file when they are missing or older than it. */
export function packages() {
  const lock = join(root, 'package-lock.json');
  const kept = join(root, 'node_modules', '.package-lock.json');
  if (existsSync(kept) && statSync(kept).mtimeMs >= statSync(lock).mtimeMs - 1000) {
    return 'up to date';
  }
  const result = spawnSync('npm', ['ci', '--include=dev', '--no-progress'], {
    cwd: root,
    encoding: 'utf8',
  });
  if (result.status !== 0) throw new Stop(`npm ci failed:\n${result.stderr}`);
  return 'installed';
}

const isProgram = (file) => {
  try {
    accessSync(file, constants.X_OK);
    return statSync(file).isFile();
  } catch {
    return false;
  }
};

/** The first of some folders, and of PATH before them, that holds all the programs; null where none does. */
export function folderWith(programs, folders = []) {
  const path = (process.env.PATH ?? '').split(delimiter);
  const holds = (folder) => programs.every((program) => isProgram(join(folder, program)));
  return [...path, ...folders].find(holds) ?? null;
}

/** Debian's versioned folders of PostgreSQL programs, newest first. */
export function postgresFolders() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return [];
  return readdirSync(base)
    .sort((one, other) => Number(other) - Number(one))
    .map((version) => join(base, version, 'bin'));
}

/**
 * Makes sure that programs are there: installs Debian's packages as root, else says the command.
 * `find` gives what was looked for, or null.
 */
export function debian(names, find) {
  if (find() !== null) return 'found';
  const command = `apt-get install -y --no-install-recommends ${names.join(' ')}`;
  if (process.getuid?.() !== 0 || folderWith(['apt-get']) === null) {
    throw new Stop(
      `Some programs are missing. Install them once, as root:\n\n  apt-get update && ${command}\n`,
    );
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  execFileSync('apt-get', ['update', '-qq'], { stdio: 'ignore', env });
  const result = spawnSync(command, { shell: true, encoding: 'utf8', env });
  if (result.status !== 0 || find() === null) {
    throw new Stop(`This failed:\n\n  ${command}\n\n${result.stderr}`);
  }
  return 'installed';
}
