import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { compiled } from './assembly.mjs';
import { root, Stop } from './setup.mjs';

/** What core carries compiled: the source, the module that holds it as text, and its name there. */
const MODULES = [
  ['packets/packets.ts', 'optics/packets.wasm.ts', 'PACKETS_WASM'],
  ['planning/planning.ts', 'compiled/planning.wasm.ts', 'PLANNING_WASM'],
].map(([source, target, name]) => ({
  source: join(root, 'core', 'assembly', source),
  target: join(root, 'core', 'src', target),
  name,
}));

async function moduleText({ source, name }) {
  const lines = (await compiled(source)).toString('base64').match(/.{1,96}/g);
  return [
    '// Compiled from core/assembly by scripts/compiled.mjs; not written by hand.',
    `export const ${name} =`,
    `${lines.map((line) => `  '${line}'`).join(' +\n')};`,
    '',
  ].join('\n');
}

/** Fails where a committed module is not what its source compiles to. */
export async function checkCompiled() {
  for (const module of MODULES) {
    if (readFileSync(module.target, 'utf8') !== (await moduleText(module))) {
      throw new Stop('core/assembly has changed: run npm run compiled');
    }
  }
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  for (const module of MODULES) writeFileSync(module.target, await moduleText(module));
}
