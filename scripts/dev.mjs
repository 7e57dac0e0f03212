import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { debian, packages, root, run, step } from './setup.mjs';
import { dataFolder, findPostgres, freePort, startPostgres } from './postgres.mjs';

// Hot reload for pages and server, on the same database as npm start.
await run(async () => {
  await step('packages', packages);
  const { build } = await import('./build.mjs');
  const { prepare } = await import('./serve.mjs');
  let postgres = null;
  await step('database', async () => {
    if (process.env.DATABASE_URL !== undefined) return 'from DATABASE_URL';
    debian(['postgresql'], findPostgres);
    postgres = await startPostgres(dataFolder(process.env.TIDY_QUILL_DATA ?? join(root, '.data')));
    return undefined;
  });
  const databaseUrl = process.env.DATABASE_URL ?? postgres.url;
  await step('build', build);
  await step('data', () => prepare(databaseUrl));
  const port = await freePort();
  const env = { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port) };
  const server = spawn('npx', ['tsx', 'watch', 'server/src/main.ts'], {
    cwd: root,
    env,
    stdio: 'inherit',
  });
  const pages = spawn('npx', ['vite'], {
    cwd: join(root, 'web'),
    env: { ...env, API_URL: `http://127.0.0.1:${port}` },
    stdio: 'inherit',
  });
  const close = async () => {
    server.kill('SIGTERM');
    pages.kill('SIGTERM');
    await postgres?.stop();
    process.exit(0);
  };
  process.on('SIGINT', () => void close());
  process.on('SIGTERM', () => void close());
});
