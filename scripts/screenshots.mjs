import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { debian, folderWith, packages, root, run, step, Stop } from './setup.mjs';
import { dataFolder, findPostgres, startPostgres } from './postgres.mjs';

// Takes docs/screenshots again, from fresh demo data on a database of its own.
await run(async () => {
  await step('packages', packages);
  await step('programs', () =>
    debian(['postgresql', 'chromium', 'chromium-driver'], () =>
      findPostgres() !== null && folderWith(['chromium', 'chromedriver']) !== null ? true : null,
    ),
  );
  const { build } = await import('./build.mjs');
  const { end, prepare, serve } = await import('./serve.mjs');
  await step('build', build);
  const folder = mkdtempSync(
    join(tmpdir(), `tidy-quill-pictures-${randomBytes(3).toString('hex')}`),
  );
  const postgres = await startPostgres(dataFolder(folder), { forTests: true });
  let server = null;
  try {
    await prepare(postgres.url);
    server = await serve(postgres.url, { port: 0 });
    await step('pictures', () => {
      const result = spawnSync(
        'npx',
        [
          '--no-install',
          'tsx',
          'e2e/src/screenshots.ts',
          server.url,
          join(root, 'docs/screenshots'),
        ],
        { cwd: root, stdio: 'inherit' },
      );
      if (result.status !== 0) throw new Stop('The pictures could not be taken');
    });
  } finally {
    if (server !== null) await end(server.child);
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
