import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { debian, packages, root, run, step, Stop } from './setup.mjs';
import { dataFolder, findDumper, findPostgres, startPostgres } from './postgres.mjs';

const PARENT_MS = 1000;

await run(async () => {
  const freshDemo = process.argv.includes('--fresh-demo');
  const noDemo = process.argv.includes('--no-demo');
  const setupCode = process.argv.includes('--setup-code') ? '--setup-code=again' : '--setup-code';
  if (freshDemo && noDemo) throw new Stop('Either --fresh-demo or --no-demo');
  if (freshDemo && process.stdin.isTTY && !(await agreed())) return;
  console.log('Tidy Quill');
  // Missing Debian packages are reported before npm ci takes its minutes.
  const had =
    process.env.DATABASE_URL === undefined ? debian(['postgresql'], findPostgres) : undefined;
  await step('packages', packages);
  const { buildApart } = await import('./build.mjs');
  const { end, prepare, serve, serveConsoles } = await import('./serve.mjs');
  let postgres = null;
  let server = null;
  let consoles = null;
  let ending = null;
  let leaveIt;
  const close = () =>
    (ending ??= (async () => {
      leaveIt?.();
      if (server !== null) await end(server.child);
      if (consoles !== null) await end(consoles.child);
      await postgres?.stop();
    })());
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => void close().then(() => process.exit(0)));
  }
  // npm passes no signal on through the shell that it starts this script with.
  const begun = ancestors();
  setInterval(() => {
    if (ancestors() !== begun) void close().then(() => process.exit(0));
  }, PARENT_MS).unref();
  try {
    await step('database', async () => {
      if (process.env.DATABASE_URL !== undefined) return 'from DATABASE_URL';
      postgres = await startPostgres(
        dataFolder(process.env.TIDY_QUILL_DATA ?? join(root, '.data')),
      );
      return `PostgreSQL ${had === 'installed' ? 'installed and ' : ''}${postgres.found ? 'found running' : 'started'}`;
    });
    const url = process.env.DATABASE_URL ?? postgres.url;
    if (postgres !== null) keepBackups(postgres.folder);
    await step('build', buildApart);
    let first;
    await step('data', async () => {
      const appPassword = postgres?.appPassword;
      first = await prepare(url, { freshDemo, noDemo, setupCode, appPassword });
      return freshDemo ? 'migrated, demo made again' : 'migrated';
    });
    // Real consoles are named by the environment; else the demo's rooms have simulated ones.
    if (process.env.ROOM_CONSOLES === undefined)
      consoles = await serveConsoles(portAsked() === 0 ? 0 : portAsked() + 1000);
    server = await serve(url, {
      port: portAsked(),
      consoles: consoles?.rooms,
      appUrl: postgres?.appUrl,
    });
    leaveIt = postgres?.keepUp((line) => console.log(line));
    server.child.once('exit', () => void close().then(() => process.exit(1)));
    const demo = 'sign in as idony, caspian or morwenna, password: quill and candle';
    console.log(`\n${server.url}   ${first.demo ? demo : ''}`);
    if (first.code !== null) {
      console.log(`Set up your clinic: ${server.url}/setup   code ${first.code}, once, for a day`);
    }
    console.log('');
  } catch (error) {
    await close();
    throw error;
  }
});

/** Backups of the project's own database go beside it, unless the environment says otherwise. */
function keepBackups(folder) {
  if (process.env.BACKUP_FOLDER !== undefined) return;
  const passphrase = join(folder, 'backup-passphrase');
  if (!existsSync(passphrase)) {
    writeFileSync(passphrase, `${randomBytes(24).toString('base64url')}\n`, { mode: 0o600 });
    console.log(`  Backups are encrypted with what is in ${passphrase}: keep a copy elsewhere.`);
  }
  Object.assign(process.env, {
    BACKUP_FOLDER: join(folder, 'backups'),
    BACKUP_PASSPHRASE_FILE: passphrase,
    PG_PROGRAMS: findDumper() ?? '',
  });
}

/** The processes that this one was started by: its parent, and npm behind npm's shell where the system tells. */
function ancestors() {
  const { ppid } = process;
  try {
    // After the name in brackets: state, then the parent (proc_pid_stat(5)).
    const stat = readFileSync(`/proc/${ppid}/stat`, 'utf8');
    return `${ppid} ${stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]}`;
  } catch {
    return String(ppid);
  }
}

function portAsked() {
  const port = Number(process.env.PORT ?? 4310);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new Stop(`PORT must be a port number, got ${process.env.PORT}`);
  }
  return port;
}

async function agreed() {
  const ask = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await ask.question(
    'Make the demo clinic again? What was added to it is lost. [y/N] ',
  );
  ask.close();
  return /^y(es)?$/i.test(answer.trim());
}
