import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { root, Stop } from './setup.mjs';

const environment = (databaseUrl, more = {}) => ({
  ...process.env,
  DATABASE_URL: databaseUrl,
  MIGRATIONS_FOLDER: join(root, 'server/migrations'),
  ...more,
});

const SLOW = new URL('slow-answers.mjs', import.meta.url).href;

/**
 * Migrates a database and fills the demo into an empty one. Gives, where it is asked for, a code by which a clinic is set
 * up, null where there is one already, and whether there is a demo.
 */
export function prepare(
  databaseUrl,
  { freshDemo = false, noDemo = false, setupCode = '', projections = false, appPassword } = {},
) {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [
        join(root, 'server/dist/migrate-and-seed.js'),
        ...(freshDemo ? ['--fresh-demo'] : []),
        ...(noDemo ? ['--no-demo'] : []),
        ...(setupCode === '' ? [] : [setupCode]),
        ...(projections ? ['--projections'] : []),
      ],
      {
        env: environment(
          databaseUrl,
          appPassword === undefined ? {} : { APP_PASSWORD: appPassword },
        ),
        stdio: ['ignore', 'pipe', 'pipe'],
      },
    );
    let said = '';
    let first = { code: null, demo: true };
    createInterface({ input: child.stdout }).on('line', (line) => {
      const found = /^first start (.*)$/.exec(line)?.[1];
      if (found === undefined) console.log(line);
      else first = JSON.parse(found);
    });
    child.stderr.on('data', (chunk) => (said += chunk));
    child.once('close', (code) =>
      code === 0
        ? resolve(first)
        : reject(new Stop(`The database could not be prepared:\n${said.slice(0, 2000)}`)),
    );
  });
}

// The demo's rooms, each with a simulated console of its own.
const DEMO_CONSOLES = [
  { room: 'Window room', serial: 'TQ-SIM-1' },
  { room: 'Garden room', serial: 'TQ-SIM-2' },
];

/** Starts the simulated consoles from a port on, any free ones from 0; gives the process and which room has which. */
export function serveConsoles(port) {
  return new Promise((resolve, reject) => {
    const asked = DEMO_CONSOLES.flatMap(({ serial }, index) => [
      serial,
      String(port === 0 ? 0 : port + index),
    ]);
    const child = spawn(
      process.execPath,
      [join(root, 'server/dist/simulated-console.js'), ...asked],
      { stdio: ['ignore', 'pipe', 'inherit', 'ipc'], detached: true },
    );
    const found = [];
    const gone = () => reject(new Stop('The simulated console did not start'));
    child.once('exit', gone);
    createInterface({ input: child.stdout }).on('line', (line) => {
      const address = /^console \S+ on (\S+)$/.exec(line)?.[1];
      if (address !== undefined) found.push(address);
      if (line !== 'ready') return;
      child.off('exit', gone);
      const rooms = DEMO_CONSOLES.map(({ room }, index) => `${room}=${found[index]}`).join(';');
      resolve({ child, rooms });
    });
  });
}

/**
 * Starts the built server; gives its URL and process. `port` 0 takes any free one; a port that is
 * taken gives way to the next. `env` are more settings of the server's.
 */
export async function serve(databaseUrl, { port, tries = 20, ...more }) {
  for (let next = port; next < port + tries; next++) {
    // Cheaper to ask than to start a whole server on it.
    if (next !== 0 && !(await isFree(next))) continue;
    const started = await tryPort(databaseUrl, next, more);
    if (started !== null) return started;
    if (port === 0) break;
  }
  throw new Stop(`No free port from ${port} on`);
}

/** Whether nothing listens on a port of loopback. */
function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
}

function tryPort(databaseUrl, port, { consoles = '', appUrl = '', env = {} }) {
  return new Promise((resolve, reject) => {
    const slow = 'SLOW_SEED' in process.env ? ['--import', SLOW] : [];
    const child = spawn(process.execPath, [...slow, join(root, 'server/dist/main.js')], {
      env: environment(databaseUrl, {
        PORT: String(port),
        WEB_FOLDER: join(root, 'web/dist'),
        ...(consoles === '' ? {} : { SIMULATED_CONSOLES: consoles }),
        ...(appUrl === '' ? {} : { APP_DATABASE_URL: appUrl }),
        ...env,
      }),
      // The channel tells the server when this process is gone, however it ended.
      stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
      detached: true,
    });
    let said = '';
    const gone = (code) =>
      code === 98 ? resolve(null) : reject(new Stop(`The server did not start:\n${said}`));
    child.once('exit', gone);
    child.stderr.on('data', (chunk) => (said += chunk));
    createInterface({ input: child.stdout }).on('line', (line) => {
      const url = /^listening on (\S+)$/.exec(line)?.[1];
      if (url === undefined) {
        console.log(line);
        return;
      }
      child.off('exit', gone);
      child.stderr.pipe(process.stderr);
      resolve({ url, child });
    });
  });
}

/** Ends a server and waits until it is gone. */
export function end(child) {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once('exit', resolve);
    child.kill('SIGTERM');
  });
}
