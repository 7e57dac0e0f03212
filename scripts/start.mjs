import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { debian, packages, root, run, step, Stop } from './setup.mjs';
import { dataFolder, findPostgres, startPostgres } from './postgres.mjs';

await run(async () => {
  const freshDemo = process.argv.includes('--fresh-demo');
  if (freshDemo && process.stdin.isTTY && !(await agreed())) return;
  console.log('Tidy Quill');
  await step('packages', packages);
  const { build } = await import('./build.mjs');
  const { end, prepare, serve, serveConsoles } = await import('./serve.mjs');
  let postgres = null;
  let server = null;
  let consoles = null;
  let ending = null;
  const close = () =>
    (ending ??= (async () => {
      if (server !== null) await end(server.child);
      if (consoles !== null) await end(consoles.child);
      await postgres?.stop();
    })());
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => void close().then(() => process.exit(0)));
  }
  try {
    await step('database', async () => {
      if (process.env.DATABASE_URL !== undefined) return 'from DATABASE_URL';
      const had = debian(['postgresql'], findPostgres);
      postgres = await startPostgres(
        dataFolder(process.env.TIDY_QUILL_DATA ?? join(root, '.data')),
      );
      return `PostgreSQL ${had === 'installed' ? 'installed and ' : ''}${postgres.found ? 'found running' : 'started'}`;
    });
    const url = process.env.DATABASE_URL ?? postgres.url;
    await step('build', build);
    await step('data', async () => {
      await prepare(url, { freshDemo, appPassword: postgres?.appPassword });
      return freshDemo ? 'migrated, demo made anew' : 'migrated';
    });
    // Real consoles are named by the environment; else the demo's rooms have simulated ones.
    if (process.env.ROOM_CONSOLES === undefined)
      consoles = await serveConsoles(portAsked() === 0 ? 0 : portAsked() + 1000);
    server = await serve(url, {
      port: portAsked(),
      consoles: consoles?.rooms,
      appUrl: postgres?.appUrl,
    });
    server.child.once('exit', () => void close().then(() => process.exit(1)));
    console.log(
      `\n${server.url}   sign in as idony, caspian or morwenna, password: quill and candle\n`,
    );
  } catch (error) {
    await close();
    throw error;
  }
});

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
    'Make the demo clinic anew? What was added to it is lost. [y/N] ',
  );
  ask.close();
  return /^y(es)?$/i.test(answer.trim());
}
