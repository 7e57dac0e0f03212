import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { packages, root, run, step, Stop } from './setup.mjs';

const PAGE = join(root, 'docs', 'model', 'clients.md');
const MARK = '<!-- table -->';

// The table of docs/model/clients.md: 24 typical clients, worked out with the demo clinic's devices and protocol.
await run(async () => {
  await step('packages', packages);
  const { status, stdout } = spawnSync('npx', ['--no-install', 'tsx', 'server/tables/clients.ts'], {
    cwd: root,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  if (status !== 0) throw new Stop('server/tables/clients.ts failed');
  const [before, , after] = readFileSync(PAGE, 'utf8').split(MARK);
  writeFileSync(PAGE, [before, `\n\n${stdout.trim()}\n\n`, after].join(MARK));
  spawnSync('npx', ['--no-install', 'prettier', '--write', PAGE], { cwd: root });
});
