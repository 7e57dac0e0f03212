import { spawnSync } from 'node:child_process';
import { packages, root, run, step, Stop } from './setup.mjs';

// Figures, not tests: medians over repeats and ratios, printed for docs and closing notes.
await run(async () => {
  await step('packages', packages);
  const result = spawnSync('npx', ['--no-install', 'tsx', 'core/bench/main.ts'], {
    cwd: root,
    stdio: 'inherit',
  });
  if (result.status !== 0) throw new Stop('The bench failed');
});
