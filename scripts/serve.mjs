import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { root, Stop } from './setup.mjs';

const environment = (databaseUrl, more = {}) => ({
  ...process.env,
  DATABASE_URL: databaseUrl,
  MIGRATIONS_FOLDER: join(root, 'server/migrations'),
  ...more,
});

/** Migrates a database and fills the demo into an empty one. */
export function prepare(databaseUrl, { freshDemo = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [join(root, 'server/dist/prepare.js'), ...(freshDemo ? ['--fresh-demo'] : [])],
      { env: environment(databaseUrl), stdio: ['ignore', 'inherit', 'pipe'] },
    );
    let said = '';
    child.stderr.on('data', (chunk) => (said += chunk));
    child.once('exit', (code) =>
      code === 0
        ? resolve()
        : reject(new Stop(`The database could not be prepared:\n${said.slice(0, 2000)}`)),
    );
  });
}

/**
 * Starts the built server; gives its URL and process. `port` 0 takes any free one; a port that is
 * taken gives way to the next.
 */
export async function serve(databaseUrl, { port, tries = 20 }) {
  for (let next = port; next < port + tries; next++) {
    const started = await tryPort(databaseUrl, next);
    if (started !== null) return started;
    if (port === 0) break;
  }
  throw new Stop(`No free port from ${port} on`);
}

function tryPort(databaseUrl, port) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(root, 'server/dist/main.js')], {
      env: environment(databaseUrl, {
        PORT: String(port),
        WEB_FOLDER: join(root, 'web/dist'),
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
