import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { packages, root, run, step, Stop } from './setup.mjs';

const HERE = { cwd: root, stdio: 'inherit' };
const BASELINE = join(root, 'bench', 'baseline.json');

// Figures, not tests: medians over repeats and ratios, printed for docs and closing notes, and compared with those that were
// kept last (`--keep` keeps these instead). `--scale` alone: lists and single
// visits on 100,000 clients, or as many as `--clients` says, with ten sessions each. `--calendar` alone: a full week in a browser. `--pages` alone: how soon pages stand,
// and how soon Plan follows a press.
// `--pictures` alone: how well 300 drawn pictures are measured, each time others; `--keep` writes the table into docs/model.
// `--cohort` alone: what limits by risk do to 2,000 invented clients.
await run(async () => {
  await step('packages', packages);
  const { compiled } = await import('./assembly.mjs');
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  // PostgreSQL's own account has to reach its data in it.
  chmodSync(folder, 0o755);
  process.env.BENCH_FLOOR = join(folder, 'column.wasm');
  process.env.BENCH_FIGURES = join(folder, 'figures');
  writeFileSync(
    process.env.BENCH_FLOOR,
    await compiled(join(root, 'core/bench/assembly/column.ts')),
  );
  try {
    if (process.argv.includes('--cohort')) {
      await measure(['server/bench/cohort.ts']);
      return;
    }
    if (process.argv.includes('--pictures')) {
      const keep = process.argv.includes('--keep') ? ['--keep'] : [];
      await measure(['server/bench/pictures.ts', '240', '60', String(Date.now() % 1e6), ...keep]);
      return;
    }
    if (process.argv.includes('--scale')) {
      await onServer(join(folder, 'data'), ['server/bench/scale.ts'], [clientsAsked(), '10']);
      return;
    }
    if (process.argv.includes('--pages')) {
      await onServer(join(folder, 'data'), ['e2e/bench/pages.ts']);
      return;
    }
    if (process.argv.includes('--calendar')) {
      await onServer(join(folder, 'data'), ['e2e/bench/calendar.ts']);
      return;
    }
    for (const bench of [
      ...['core/bench/main.ts', 'core/bench/packets-shared.ts', 'core/bench/fold.ts'],
      'server/bench/catalogue.ts',
    ])
      await measure([bench]);
    await onServer(join(folder, 'data'), ['server/bench/presses.ts']);
    compareFigures(process.env.BENCH_FIGURES);
  } finally {
    rmSync(folder, { recursive: true });
  }
});

/** Says what is slower than the last time by more than 15 %; ratios, so that another machine says the same. */
function compareFigures(file) {
  const found = Object.fromEntries(
    readFileSync(file, 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line)),
  );
  const before = JSON.parse(readFileSync(BASELINE, 'utf8'));
  for (const name of Object.keys(before).filter((each) => found[each] === undefined))
    console.log(`not measured this time: ${name} (${before[name]} then)`);
  if (process.argv.includes('--keep')) {
    const rounded = Object.entries(found).map(([name, ratio]) => [
      name,
      Number(ratio.toPrecision(3)),
    ]);
    writeFileSync(
      BASELINE,
      `${JSON.stringify({ ...before, ...Object.fromEntries(rounded) }, null, 2)}\n`,
    );
    return;
  }
  const slower = Object.entries(found).filter(([name, ratio]) => ratio > 1.15 * before[name]);
  for (const [name, ratio] of slower) {
    const share = Math.round((ratio / before[name] - 1) * 100);
    console.log(`slower by ${share} % than the last time: ${name} (${before[name]} then)`);
  }
  if (slower.length === 0) console.log('nothing is slower than the last time by more than 15 %');
}

function clientsAsked() {
  const at = process.argv.indexOf('--clients');
  return at < 0 ? '100000' : process.argv[at + 1];
}

/** Runs a bench bundled, as what is shipped is; what it asks of a browser alone as it stands. */
async function measure([source, ...words]) {
  if (source.startsWith('e2e/')) {
    ended(source, spawnSync('npx', ['--no-install', 'tsx', source, ...words], HERE));
    return;
  }
  const { build } = await import('esbuild');
  const { ownWorkspaces } = await import('./build.mjs');
  const outfile = join(root, '.build', 'bench', `${source.replaceAll('/', '-')}.mjs`);
  await build({
    ...{ entryPoints: [join(root, source)], outfile, absWorkingDir: root },
    ...{ bundle: true, format: 'esm', platform: 'node', packages: 'external', logLevel: 'error' },
    plugins: [ownWorkspaces],
  });
  ended(source, spawnSync(process.execPath, [outfile, ...words], HERE));
}

function ended(source, { status }) {
  if (status !== 0) throw new Stop(`${source} failed`);
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
      await measure([...bench, server.url, postgres.url, ...more]);
    } finally {
      await end(server.child);
    }
  } finally {
    await postgres.stop();
  }
}
