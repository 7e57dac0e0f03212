import { spawnSync } from 'node:child_process';
import { packages, root, run, step, Stop } from './setup.mjs';

const WORKSPACES = ['core', 'contract', 'cli', 'server', 'web', 'e2e'];
const TYPED = [...WORKSPACES, 'core/bench'];

/** Runs a tool of node_modules; throws with its output when it fails, else gives the output. */
function tool(command, ...args) {
  const result = spawnSync('npx', ['--no-install', command, ...args], {
    cwd: root,
    encoding: 'utf8',
  });
  const said = `${result.stdout}${result.stderr}`;
  if (result.status !== 0) throw new Stop(`${command} ${args.join(' ')}\n${said}`);
  return said;
}

/** Types, lint, format, dependency rules and dead code. */
export async function check() {
  await step('types', () => {
    for (const folder of TYPED) tool('tsc', '-p', folder);
  });
  await step('lint', () => void tool('eslint', '.', '--max-warnings', '0'));
  await step('format', () => void tool('prettier', '--check', '--log-level', 'warn', '.'));
  await step('arrows', () => {
    const said = tool('depcruise', ...WORKSPACES, '--config', '.dependency-cruiser.mjs');
    // A version of TypeScript that the tool cannot read makes it find nothing and pass.
    const modules = Number(/(\d+) modules/.exec(said)?.[1] ?? 0);
    if (modules < 80) throw new Stop(`Only ${modules} modules were read: the rules saw too little`);
    return `${modules} modules`;
  });
  await step('dead code', () => void tool('knip'));
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  await run(async () => {
    await step('packages', packages);
    await check();
  });
}
