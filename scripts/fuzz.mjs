import { spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { packages, root, run, step, Stop } from './setup.mjs';

// The laws of planning on many random cases: npm run fuzz -- --cases 20000 --seed N
await run(async () => {
  await step('packages', packages);
  const { values } = parseArgs({
    options: { cases: { type: 'string', default: '20000' }, seed: { type: 'string' } },
  });
  const seed = values.seed ?? String(Math.floor(Math.random() * 2 ** 31));
  console.log(`${values.cases} cases a law, seed ${seed}`);
  const { status } = spawnSync(
    'npx',
    ['--no-install', 'vitest', 'run', '--config', 'core/fuzz/vitest.config.ts'],
    {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, FUZZ_CASES: values.cases, FUZZ_SEED: seed },
    },
  );
  if (status !== 0) throw new Stop(`A law failed; give the same cases with --seed ${seed}`);
});
