import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { setTimeout as wait } from 'node:timers/promises';
import { debian, folderWith, packages, postgresFolders, root, run, step, Stop } from './setup.mjs';

// What a clinic sets up that has outgrown one machine, on loopback: two servers behind a proxy, a pooler in transaction mode,
// and a replica that has every press before it is acknowledged. Under load a server is killed, then the database, and the
// replica takes its place. It ends with 1 where an acknowledged press was lost.

const ROOMS = 12;
const PART_MS = 5000;
const RELOAD = 'select pg_reload_conf()';

await run(async () => {
  await step('packages', packages);
  const { dataFolder, findPostgres, freePort, ordinaryUser, startPostgres } =
    await import('./postgres.mjs');
  const { answers, copyDatabase, cutOff, findProxy, startPooler, startProxy } =
    await import('./scale-parts.mjs');
  await step('programs', () =>
    debian(['postgresql', 'pgbouncer', 'haproxy'], () =>
      findPostgres() !== null && findProxy() !== null ? true : null,
    ),
  );
  const { build } = await import('./build.mjs');
  const { end, prepare, serve } = await import('./serve.mjs');
  await step('build', build);
  const folder = mkdtempSync(join(tmpdir(), 'tidy-quill-scale-'));
  chmodSync(folder, 0o755);
  const owner = ordinaryUser();
  const found = findProxy();
  const [database, pooler, web, one, two] = await Promise.all(Array.from({ length: 5 }, freePort));
  const ports = { database, pooler, web };
  /** How to end what runs, the newest first. */
  const ends = [];
  let primary;
  let replica;
  let proxy;
  const servers = [];
  try {
    await step('database', async () => {
      primary = await startPostgres(dataFolder(join(folder, 'primary')));
      ends.push(primary.stop);
      await prepare(primary.url, { appPassword: primary.appPassword });
    });
    await step('replica', async () => {
      const place = dataFolder(join(folder, 'replica'));
      copyDatabase(primary, place, owner);
      replica = await startPostgres(place);
      ends.push(replica.stop);
      // Each press is on the replica's disk before it is acknowledged.
      sql(primary.url, `alter system set synchronous_standby_names = '*'`, RELOAD);
    });
    await step('proxy', async () => {
      proxy = startProxy(found, folder, { ports, web: [one, two], primary, replica });
      const pool = startPooler(found, folder, { ports, primary, owner });
      for (const child of [proxy.child, pool]) ends.push(() => gone(child));
      await Promise.all([answers(ports.database), answers(ports.pooler)]);
    });
    await step('servers', async () => {
      for (const port of [one, two]) {
        const server = await serve(through(primary.url, ports.database), {
          ...{ port, tries: 1, appUrl: through(primary.appUrl, ports.pooler) },
          env: {
            LISTEN_DATABASE_URL: through(primary.appUrl, ports.database),
            READ_DATABASE_URL: replica.appUrl,
            PUBLIC_URL: `http://127.0.0.1:${ports.web}`,
            TRUST_PROXY: '1',
          },
        });
        servers.push(server);
        ends.push(() => end(server.child));
      }
      await answers(ports.web);
    });
    const load = await startLoad(`http://127.0.0.1:${ports.web}`, primary.url);
    ends.push(() => gone(load.child));
    await wait(PART_MS);
    load.say('mark presses that wait for the replica (synchronous_commit = on)');
    sql(primary.url, `alter system set synchronous_commit = 'local'`, RELOAD);
    await wait(PART_MS);
    load.say('mark presses that do not wait for it (local)');
    sql(primary.url, `alter system reset synchronous_commit`, RELOAD);
    await wait(1000);
    load.say('mark between');
    servers[0].child.kill('SIGKILL');
    await wait(PART_MS);
    load.say('mark one of the two servers killed');
    const reads = sql(
      replica.url,
      `select sum(xact_commit)::int as reads from pg_stat_database where datname = 'postgres'`,
    );
    cutOff(primary);
    await wait(1000);
    await promote(replica, proxy);
    await wait(2 * PART_MS);
    load.say('mark the database killed, the replica in its place');
    load.say(`stop ${replica.url}`);
    console.log(`${reads} transactions were read on the replica before that`);
    if ((await load.code) !== 0) throw new Stop('Acknowledged presses were lost, or some refused');
  } finally {
    for (const stop of ends.reverse()) await stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

/** The same account at another port. */
function through(url, port) {
  return Object.assign(new URL(url), { port: String(port) }).href;
}

/** Statements of the database's owner, one by one; gives what the last one found, as text. */
function sql(url, ...statements) {
  const commands = statements.flatMap((each) => ['-c', each]);
  const result = spawnSync(
    join(folderWith(['psql'], postgresFolders()), 'psql'),
    ['-qtA', '-v', 'ON_ERROR_STOP=1', ...commands, url],
    { encoding: 'utf8' },
  );
  if (result.status !== 0) throw new Stop(result.error?.message ?? result.stderr);
  return result.stdout.trim().split('\n').at(-1);
}

/** Makes the replica the main database, which waits for no other, and leads everybody to it. */
async function promote(replica, proxy) {
  sql(replica.url, 'select pg_promote(true, 60)');
  sql(replica.url, 'alter system reset synchronous_standby_names', RELOAD);
  await proxy.say('set server database/primary state maint');
  await proxy.say('set server database/replica state ready');
}

/** Rooms that press without a pause; gives how to speak to them, and how they end. */
function startLoad(url, databaseUrl) {
  const args = ['--no-install', 'tsx', 'server/bench/scale-load.ts', url, databaseUrl];
  const child = spawn('npx', [...args, String(ROOMS)], {
    cwd: root,
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const code = new Promise((resolve) => child.once('exit', resolve));
  return new Promise((resolve, reject) => {
    child.once('exit', () => reject(new Stop('The load did not start')));
    createInterface({ input: child.stdout }).on('line', (line) => {
      if (line === 'ready')
        resolve({ child, code, say: (words) => child.stdin.write(`${words}\n`) });
      else console.log(line);
    });
  });
}

function gone(child) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once('exit', resolve);
    child.kill('SIGKILL');
  });
}
