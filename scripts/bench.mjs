import { spawnSync } from 'node:child_process';
import { packages, root, run, step, Stop } from './setup.mjs';

// Figures, not tests: medians over repeats and ratios, printed for docs and closing notes.
await run(async () => {
  await step('packages', packages);
  for (const bench of ['core/bench/main.ts', 'server/bench/catalogue.ts']) {
    const result = spawnSync('npx', ['--no-install', 'tsx', bench], {
      cwd: root,
      stdio: 'inherit',
    });
    if (result.status !== 0) throw new Stop(`${bench} failed`);
  }
});
