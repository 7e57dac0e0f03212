import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { packages, root, run, step, Stop } from './setup.mjs';

// Attacks a server and a database of its own, on loopback: npm run attack [-- --requests 20000] [--kills 60] [--seed N]
await run(async () => {
  await step('packages', packages);
  const { dataFolder, startPostgres } = await import('./postgres.mjs');
  const { build } = await import('./build.mjs');
  const { prepare } = await import('./serve.mjs');
  await step('build', build);
  const folder = mkdtempSync(join(tmpdir(), 'attack-'));
  // PostgreSQL's own account has to reach its data in it.
  chmodSync(folder, 0o755);
  const postgres = await startPostgres(dataFolder(join(folder, 'data')));
  try {
    await prepare(postgres.url);
    const asked = [
      ['--requests', '20000'],
      ['--kills', '60'],
      ['--seed', String(Date.now() % 1e6)],
    ];
    const { status } = spawnSync(
      'npx',
      ['--no-install', 'tsx', 'e2e/attack/main.ts', postgres.url, ...asked.map(valueOf)],
      { cwd: root, stdio: 'inherit' },
    );
    if (status !== 0) throw new Stop('The attack found something: see above');
  } finally {
    await postgres.stop();
    rmSync(folder, { recursive: true });
  }
});

function valueOf([name, usual]) {
  const at = process.argv.indexOf(name);
  return at < 0 ? usual : process.argv[at + 1];
}
