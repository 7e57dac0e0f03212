import { spawn, spawnSync } from 'node:child_process';
import { chownSync, copyFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { folderWith, postgresFolders, Stop } from './setup.mjs';

const SYSTEM = ['/usr/sbin', '/usr/bin', '/usr/local/sbin', '/usr/local/bin'];

/** The folder of the proxy's and the pooler's programs; null where one of them is missing. */
export const findProxy = () => {
  const [proxy, pooler] = ['haproxy', 'pgbouncer'].map((name) => folderWith([name], SYSTEM));
  return proxy === null || pooler === null ? null : { proxy, pooler };
};

const portOf = (url) => new URL(url).port;

/** Copies a running database into a folder as a replica that follows it from then on. */
export function copyDatabase(primary, folder, owner) {
  const programs = folderWith(['pg_basebackup'], postgresFolders());
  const cluster = join(folder, 'postgres');
  mkdirSync(cluster, { mode: 0o700 });
  if (owner !== null) chownSync(cluster, owner.uid, owner.gid);
  const result = spawnSync(
    join(programs, 'pg_basebackup'),
    ['-D', cluster, '-R', '-X', 'stream', '-c', 'fast', '-d', primary.url],
    { ...(owner ?? {}), cwd: '/', encoding: 'utf8' },
  );
  if (result.status !== 0)
    throw new Stop(`The database could not be copied:\n${result.error ?? result.stderr}`);
  for (const file of ['password', 'app-password']) {
    copyFileSync(join(primary.folder, file), join(folder, file));
  }
}

const SETTINGS = ({ socket, ports, web, primary, replica }) => `
global
  maxconn 2000
  stats socket ${socket} mode 600 level admin
defaults
  timeout connect 2s
  timeout client 1h
  timeout server 1h
listen database
  mode tcp
  bind 127.0.0.1:${ports.database}
  server primary 127.0.0.1:${portOf(primary.url)}
  server replica 127.0.0.1:${portOf(replica.url)} disabled
listen web
  mode http
  bind 127.0.0.1:${ports.web}
  balance leastconn
  option httpchk GET /readyz
  http-check expect status 200
  option forwardfor
  option redispatch
  retries 3
  retry-on conn-failure
  timeout tunnel 1h
  default-server check inter 500ms fall 2 rise 1 on-marked-down shutdown-sessions
${web.map((port, index) => `  server server${index + 1} 127.0.0.1:${port}`).join('\n')}
`;

/** Starts the proxy: one address for the servers, one for whichever database is the main one. */
export function startProxy(found, folder, settings) {
  const socket = join(folder, 'proxy.sock');
  const file = join(folder, 'proxy.cfg');
  writeFileSync(file, SETTINGS({ socket, ...settings }));
  const child = started(join(found.proxy, 'haproxy'), ['-db', '-q', '-f', file], {});
  /** A command to the proxy while it runs. */
  const say = (command) =>
    new Promise((resolve, reject) => {
      const line = connect(socket, () => line.end(`${command}\n`));
      line.resume();
      line.once('close', resolve).once('error', reject);
    });
  return { child, say };
}

/** Starts the pooler in transaction mode before the address of the database. */
export function startPooler(found, folder, { ports, primary, owner }) {
  const { username, password } = new URL(primary.appUrl);
  const place = join(folder, 'pooler');
  mkdirSync(place, { mode: 0o700 });
  const users = join(place, 'users.txt');
  writeFileSync(users, `"${username}" "${password}"\n`, { mode: 0o600 });
  const file = join(place, 'pooler.ini');
  writeFileSync(
    file,
    [
      '[databases]',
      `postgres = host=127.0.0.1 port=${ports.database} dbname=postgres`,
      '[pgbouncer]',
      'listen_addr = 127.0.0.1',
      `listen_port = ${ports.pooler}`,
      'unix_socket_dir =',
      'auth_type = scram-sha-256',
      `auth_file = ${users}`,
      'pool_mode = transaction',
      'default_pool_size = 20',
      'max_client_conn = 400',
      'server_login_retry = 1',
      'query_wait_timeout = 30',
      'ignore_startup_parameters = extra_float_digits',
      'log_connections = 0',
      'log_disconnections = 0',
      '',
    ].join('\n'),
  );
  if (owner !== null)
    for (const each of [place, users, file]) chownSync(each, owner.uid, owner.gid);
  // It refuses to run as root, as the database does.
  return started(join(found.pooler, 'pgbouncer'), ['-q', file], { ...(owner ?? {}), cwd: '/' });
}

function started(program, args, options) {
  const child = spawn(program, args, { ...options, stdio: ['ignore', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (chunk) => (said = `${said}${chunk}`.slice(-2000)));
  child.once('exit', (code) => {
    if (code !== 0 && code !== null) console.error(`${program} ended:\n${said}`);
  });
  return child;
}

const LOOKS = 200;

/** Waits until something answers at a port of loopback. */
export async function answers(port) {
  for (let look = 0; look < LOOKS; look++) {
    const there = await new Promise((resolve) => {
      const line = connect(port, '127.0.0.1', () => {
        line.destroy();
        resolve(true);
      });
      line.once('error', () => resolve(false));
    });
    if (there) return;
    await wait(50);
  }
  throw new Stop(`Nothing answers at port ${port}`);
}

/** Ends a database at once, as a machine that loses its power does. */
export function cutOff({ folder }) {
  const [pid] = readFileSync(join(folder, 'postgres', 'postmaster.pid'), 'utf8').split('\n');
  process.kill(-Number(pid), 'SIGKILL');
}
