import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { passphrase } from './backup-program.mjs';
import { packages, root, run, step, Stop } from './setup.mjs';

// Checks the audit trail, on DATABASE_URL or on the database in the project's own folder:
// npm run audit -- verify [--against anchors.json, or a backup]
await run(async () => {
  await step('packages', packages);
  const { build } = await import('./build.mjs');
  const { dataFolder, startPostgres } = await import('./postgres.mjs');
  await step('build', build);
  const given = process.env['DATABASE_URL'];
  const folder = process.env.TIDY_QUILL_DATA ?? join(root, '.data');
  const postgres = given === undefined ? await startPostgres(dataFolder(folder)) : null;
  try {
    const fromBackup = process.argv.at(-1)?.endsWith('.tar.age') === true;
    const env = {
      ...process.env,
      DATABASE_URL: given ?? postgres.url,
      ...(fromBackup ? await passphrase(folder) : {}),
    };
    const { status } = spawnSync(
      process.execPath,
      [join(root, 'server/dist/audit.js'), ...process.argv.slice(2)],
      { stdio: 'inherit', env },
    );
    if (status !== 0) throw new Stop('The audit trail does not stand');
  } finally {
    await postgres?.stop();
  }
});
