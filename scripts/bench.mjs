import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { packages, root, run, step, Stop } from './setup.mjs';

// Figures, not tests: medians over repeats and ratios, printed for docs and closing notes. `--scale` alone: lists and single
// visits on 100,000 clients, or as many as `--clients` says, with ten sessions each. `--calendar` alone: a full week in a browser.
// `--cohort` alone: what limits by risk do to 2,000 invented clients.
await run(async () => {
  await step('packages', packages);
  const { compiled } = await import('./assembly.mjs');
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  // PostgreSQL's own account has to reach its data in it.
  chmodSync(folder, 0o755);
  const column = join(folder, 'column.wasm');
  writeFileSync(column, await compiled(join(root, 'core/bench/assembly/column.ts')));
  try {
    if (process.argv.includes('--cohort')) {
      measure(['server/bench/cohort.ts']);
      return;
    }
    if (process.argv.includes('--scale')) {
      await onServer(join(folder, 'data'), ['server/bench/scale.ts'], [clientsAsked(), '10']);
      return;
    }
    if (process.argv.includes('--calendar')) {
      await onServer(join(folder, 'data'), ['e2e/bench/calendar.ts']);
      return;
    }
    const all = [
      ['core/bench/main.ts', column],
      ['core/bench/fold.ts'],
      ['server/bench/catalogue.ts'],
    ];
    for (const bench of all) measure(bench);
    await onServer(join(folder, 'data'), ['server/bench/presses.ts']);
  } finally {
    rmSync(folder, { recursive: true });
  }
});

function clientsAsked() {
  const at = process.argv.indexOf('--clients');
  return at < 0 ? '100000' : process.argv[at + 1];
}

function measure(bench) {
  const result = spawnSync('npx', ['--no-install', 'tsx', ...bench], {
    cwd: root,
    stdio: 'inherit',
  });
  if (result.status !== 0) throw new Stop(`${bench[0]} failed`);
}

/** On a server of its own, and a database that writes through to the disk, as the clinic's does. */
async function onServer(folder, bench, more = []) {
  const { dataFolder, startPostgres } = await import('./postgres.mjs');
  const { build } = await import('./build.mjs');
  const { end, prepare, serve } = await import('./serve.mjs');
  await build();
  const postgres = await startPostgres(dataFolder(folder));
  try {
    await prepare(postgres.url);
    const server = await serve(postgres.url, { port: 0 });
    try {
      measure([...bench, server.url, postgres.url, ...more]);
    } finally {
      await end(server.child);
    }
  } finally {
    await postgres.stop();
  }
}
