import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { compiled } from './assembly.mjs';
import { root, Stop } from './setup.mjs';

const TARGET = join(root, 'core', 'src', 'optics', 'packets.wasm.ts');

/** The module that carries the compiled packet tracer of core/assembly, as text. */
async function moduleText() {
  const bytes = await compiled(join(root, 'core', 'assembly', 'packets.ts'));
  const lines = bytes.toString('base64').match(/.{1,96}/g);
  return [
    '// Compiled from core/assembly by scripts/packets.mjs; not written by hand.',
    'export const PACKETS_WASM =',
    `${lines.map((line) => `  '${line}'`).join(' +\n')};`,
    '',
  ].join('\n');
}

/** Fails where the committed module is not what its source compiles to. */
export async function checkPackets() {
  if (readFileSync(TARGET, 'utf8') !== (await moduleText())) {
    throw new Stop('core/assembly has changed: run npm run packets');
  }
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  writeFileSync(TARGET, await moduleText());
}
