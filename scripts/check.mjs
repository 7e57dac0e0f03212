import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { checkCoreVersion } from './core-version.mjs';
import { checkCompiled } from './compiled.mjs';
import { checkMarks } from './marks.mjs';
import { checkRouteSizes } from './route-sizes.mjs';
import { packages, root, run, step, Stop } from './setup.mjs';

const WORKSPACES = ['core', 'contract', 'cli', 'server', 'web', 'e2e'];
const TYPED = [...WORKSPACES, 'core/bench', 'core/fuzz', 'core/plots'];

/** Runs a tool of node_modules; throws with its output when it fails, else gives the output. */
function tool(command, ...args) {
  return new Promise((resolve, reject) => {
    const [program, first] =
      command === 'node' ? [process.execPath, []] : ['npx', ['--no-install', command]];
    const child = spawn(program, [...first, ...args], { cwd: root });
    let said = '';
    child.stdout.on('data', (chunk) => (said += chunk));
    child.stderr.on('data', (chunk) => (said += chunk));
    child.once('exit', (code) =>
      code === 0 ? resolve(said) : reject(new Stop(`${command} ${args.join(' ')}\n${said}`)),
    );
  });
}

/**
 * The compiler that checks types is the native one, seven times as fast. What reads code through a compiler's own interface
 * (lint, dependency rules) needs the one before it, which stands beside it.
 */
const types = (folder) =>
  tool('node', join(root, 'node_modules/typescript-native/bin/tsc'), '-p', folder);

/** Runs one after another, in two rows side by side. */
async function inTwoRows(list, work) {
  const rest = [...list];
  const row = async () => {
    for (let next = rest.shift(); next !== undefined; next = rest.shift()) await work(next);
  };
  await Promise.all([row(), row()]);
}

/** Which package may reach which. */
async function arrows() {
  const said = await tool('depcruise', ...WORKSPACES, '--config', '.dependency-cruiser.mjs');
  // A version of TypeScript that the tool cannot read makes it find nothing and pass.
  const modules = Number(/(\d+) modules/.exec(said)?.[1] ?? 0);
  if (modules < 80) throw new Stop(`Only ${modules} modules were read: the rules saw too little`);
}

/**
 * Types, lint, format, dependency rules and dead code.
 * @param beside what else may be done meanwhile, on the second core
 */
export async function check(beside = async () => {}) {
  await step('types', () => inTwoRows(TYPED, types));
  await step('compiled', checkCompiled);
  await step('marks', checkMarks);
  await step('core version', checkCoreVersion);
  await step('page sizes', checkRouteSizes);
  // The longest first, and the others beside it.
  await step('lint and rules', () =>
    inTwoRows(
      [
        () => tool('eslint', '.', '--max-warnings', '0'),
        beside,
        () => tool('prettier', '--check', '--log-level', 'warn', '.'),
        arrows,
        () => tool('depcruise', 'core/src', '--config', '.dependency-cruiser.rooms.mjs'),
        () => tool('knip'),
      ],
      (work) => work(),
    ),
  );
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  await run(async () => {
    await step('packages', packages);
    await check();
  });
}
