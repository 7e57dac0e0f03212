import { spawnSync } from 'node:child_process';
import { accessSync, constants, existsSync, readFileSync, statfsSync } from 'node:fs';
import { freemem, tmpdir } from 'node:os';
import { join } from 'node:path';
import { dataFolder, findDumper, findPostgres, startPostgres } from './postgres.mjs';
import { folderWith, root, run, Stop } from './setup.mjs';

const GIB = 2 ** 30;
const LEAST_DISK_GIB = 2;
const LEAST_MEMORY_GIB = 0.7;

// Says what is wrong with a machine, in plain words, and what to do about it; changes nothing.
await run(async () => {
  let wrong = 0;
  const say = (ok, text) => {
    wrong += ok ? 0 : 1;
    console.log(`  ${ok ? '✓' : '✗'} ${text}`);
  };
  const either = (ok, good, bad) => say(ok, ok ? good : bad);

  const { node } = process.versions;
  const [major, minor] = node.split('.').map(Number);
  either(
    major === 20 && minor >= 19,
    `Node ${node}`,
    `Node ${node} runs here: install Node 20.19 or a later 20`,
  );
  const lock = join(root, 'node_modules', '.package-lock.json');
  const installed = existsSync(lock);
  either(installed, 'Packages are installed', 'Packages are missing: npm ci installs them');
  const programs = findPostgres();
  either(
    programs !== null,
    `PostgreSQL’s programs are in ${programs}`,
    'PostgreSQL is missing: apt-get install postgresql, or set DATABASE_URL to one elsewhere',
  );
  either(
    findDumper() !== null,
    'Backups can be made: pg_dump and pg_restore are here',
    'pg_dump and pg_restore are missing: no backup can be made. apt-get install postgresql-client',
  );
  either(
    folderWith(['chromium', 'chromedriver']) !== null,
    'Chromium is here, for tests',
    'Chromium is missing: only npm test needs it. apt-get install chromium chromium-driver',
  );
  const folder = process.env.TIDY_QUILL_DATA ?? join(root, '.data');
  for (const [place, what] of [
    [existsSync(folder) ? folder : root, 'where data lies'],
    [tmpdir(), 'for temporary files'],
  ]) {
    const { bavail, bsize } = statfsSync(place);
    const gib = (bavail * bsize) / GIB;
    either(
      isWritable(place) && gib >= LEAST_DISK_GIB,
      `${gib.toFixed(1)} GiB are free ${what}`,
      isWritable(place)
        ? `Only ${gib.toFixed(1)} GiB are free ${what}: make room, a full disk takes no press`
        : `The folder ${what} cannot be written: whose is it?`,
    );
  }
  const memory = availableMemory() / GIB;
  either(
    memory >= LEAST_MEMORY_GIB,
    `${memory.toFixed(1)} GiB of memory are free`,
    `Only ${memory.toFixed(1)} GiB of memory are free: end something else first`,
  );
  const program = join(root, 'server/dist/doctor.js');
  const built = existsSync(program);
  either(built, 'The server is built', 'The server is not built yet: npm start builds it');
  const cluster = existsSync(join(folder, 'postgres', 'PG_VERSION'));
  if (process.env.DATABASE_URL === undefined && !cluster) {
    say(true, 'No database of the project’s own yet: npm start makes one');
  } else if (built && installed) {
    const own =
      process.env.DATABASE_URL === undefined ? await startPostgres(dataFolder(folder)) : null;
    try {
      const { stdout, stderr } = spawnSync(process.execPath, [program], {
        encoding: 'utf8',
        env: { ...process.env, DATABASE_URL: process.env.DATABASE_URL ?? own.url },
      });
      const lines = stdout.split('\n').filter(Boolean);
      for (const line of lines) {
        const [state, text] = line.split('\t');
        say(state === 'ok', text);
      }
      if (lines.length === 0) say(false, `The database could not be looked at: ${stderr.trim()}`);
    } finally {
      await own?.stop();
    }
  }
  if (wrong > 0) throw new Stop(wrong === 1 ? 'One thing is wrong' : `${wrong} things are wrong`);
  console.log('\nNothing is wrong with this machine');
});

function isWritable(place) {
  try {
    accessSync(place, constants.W_OK);
    return true;
  } catch {
    return false;
  }
}

/** Linux counts what it can take back from its caches as available. */
function availableMemory() {
  try {
    return Number(/MemAvailable:\s+(\d+)/.exec(readFileSync('/proc/meminfo', 'utf8'))[1]) * 1024;
  } catch {
    return freemem();
  }
}
