import { spawnSync } from 'node:child_process';
import { packages, root, run, step, Stop } from './setup.mjs';

// The pictures of docs/model, from real runs of both light solvers.
await run(async () => {
  await step('packages', packages);
  const { status } = spawnSync('npx', ['--no-install', 'tsx', 'core/plots/main.ts'], {
    cwd: root,
    stdio: 'inherit',
  });
  if (status !== 0) throw new Stop('core/plots/main.ts failed');
});
