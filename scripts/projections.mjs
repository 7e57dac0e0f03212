import { join } from 'node:path';
import { packages, root, run, step } from './setup.mjs';

// Works every projection out again from the events: on DATABASE_URL, or on the database in the project's own folder.
await run(async () => {
  await step('packages', packages);
  const { build } = await import('./build.mjs');
  const { dataFolder, startPostgres } = await import('./postgres.mjs');
  const { prepare } = await import('./serve.mjs');
  await step('build', build);
  const given = process.env['DATABASE_URL'];
  if (given !== undefined) {
    await prepare(given, { projections: true });
    return;
  }
  const postgres = await startPostgres(
    dataFolder(process.env.TIDY_QUILL_DATA ?? join(root, '.data')),
  );
  try {
    await prepare(postgres.url, { projections: true, appPassword: postgres.appPassword });
  } finally {
    await postgres.stop();
  }
});
