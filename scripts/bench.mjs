import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { packages, root, run, step, Stop } from './setup.mjs';

// Figures, not tests: medians over repeats and ratios, printed for docs and closing notes.
await run(async () => {
  await step('packages', packages);
  const { compiled } = await import('./assembly.mjs');
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  // PostgreSQL's own account has to reach its data in it.
  chmodSync(folder, 0o755);
  const column = join(folder, 'column.wasm');
  writeFileSync(column, await compiled(join(root, 'core/bench/assembly/column.ts')));
  try {
    const all = [
      ['core/bench/main.ts', column],
      ['core/bench/fold.ts'],
      ['server/bench/catalogue.ts'],
    ];
    for (const bench of all) measure(bench);
    await presses(join(folder, 'data'));
  } finally {
    rmSync(folder, { recursive: true });
  }
});

function measure(bench) {
  const result = spawnSync('npx', ['--no-install', 'tsx', ...bench], {
    cwd: root,
    stdio: 'inherit',
  });
  if (result.status !== 0) throw new Stop(`${bench[0]} failed`);
}

/** On a database that writes through to the disk, as the clinic's does. */
async function presses(folder) {
  const { dataFolder, startPostgres } = await import('./postgres.mjs');
  const { build } = await import('./build.mjs');
  const { end, prepare, serve } = await import('./serve.mjs');
  await build();
  const postgres = await startPostgres(dataFolder(folder));
  try {
    await prepare(postgres.url);
    const server = await serve(postgres.url, { port: 0 });
    try {
      measure(['server/bench/presses.ts', server.url, postgres.url]);
    } finally {
      await end(server.child);
    }
  } finally {
    await postgres.stop();
  }
}
