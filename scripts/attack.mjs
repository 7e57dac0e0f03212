import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { packages, root, run, step, Stop } from './setup.mjs';

const SMALL_DISK = 'size=600m,mode=755';

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
  await onSmallDisk({ dataFolder, startPostgres, prepare });
});

/** Presses while the database's disk fills up: on a disk in memory, which only root can have. */
async function onSmallDisk({ dataFolder, startPostgres, prepare }) {
  const disk = mkdtempSync(join(tmpdir(), 'small-disk-'));
  const { status } = spawnSync('mount', ['-t', 'tmpfs', '-o', SMALL_DISK, 'tmpfs', disk]);
  if (status !== 0) {
    rmSync(disk, { recursive: true });
    console.log('full disk: not tried, as only root can make a small disk');
    return;
  }
  try {
    const postgres = await startPostgres(dataFolder(join(disk, 'data')));
    const leaveDown = postgres.keepUp((line) => console.log(line));
    try {
      await prepare(postgres.url);
      const child = spawn(
        'npx',
        ['--no-install', 'tsx', 'e2e/attack/full-disk.ts', postgres.url, disk],
        { cwd: root, stdio: 'inherit' },
      );
      const [code] = await once(child, 'exit');
      if (code !== 0) throw new Stop('A full disk lost something: see above');
    } finally {
      leaveDown();
      await postgres.stop();
    }
  } finally {
    // Its log is still open here: it goes with this process.
    spawnSync('umount', ['-l', disk]);
    rmSync(disk, { recursive: true });
  }
}

function valueOf([name, usual]) {
  const at = process.argv.indexOf(name);
  return at < 0 ? usual : process.argv[at + 1];
}
