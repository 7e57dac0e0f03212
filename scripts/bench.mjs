import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { packages, root, run, step, Stop } from './setup.mjs';

// Figures, not tests: medians over repeats and ratios, printed for docs and closing notes.
await run(async () => {
  await step('packages', packages);
  const { compiled } = await import('./assembly.mjs');
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  const column = join(folder, 'column.wasm');
  writeFileSync(column, await compiled(join(root, 'core/bench/assembly/column.ts')));
  try {
    for (const bench of [['core/bench/main.ts', column], ['server/bench/catalogue.ts']]) {
      const result = spawnSync('npx', ['--no-install', 'tsx', ...bench], {
        cwd: root,
        stdio: 'inherit',
      });
      if (result.status !== 0) throw new Stop(`${bench[0]} failed`);
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
});
