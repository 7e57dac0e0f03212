import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, Stop } from './setup.mjs';

// The font of marks holds thousands, and pages use some twenty: what is shipped has those alone.
const WHOLE =
  'node_modules/@fontsource/noto-sans-symbols-2/files/noto-sans-symbols-2-symbols-400-normal.woff2';
const TARGET = join(root, 'web', 'src', 'app', 'marks.woff2');
const SOURCES = ['core/src', 'contract/src', 'web/src'];
// Arrows to miscellaneous symbols.
const MARKS = /[\u2190-\u2bff]/g;

/** Every mark that a page may show, each once. */
function marksUsed() {
  const used = new Set();
  for (const folder of SOURCES)
    for (const name of readdirSync(join(root, folder), { recursive: true }))
      if (/\.(ts|tsx|css)$/.test(name) && !/\.(test|wasm)\./.test(name))
        for (const mark of readFileSync(join(root, folder, name), 'utf8').match(MARKS) ?? [])
          used.add(mark);
  return [...used].sort().join('');
}

async function subset() {
  const { default: subsetFont } = await import('subset-font');
  return subsetFont(readFileSync(join(root, WHOLE)), marksUsed(), { targetFormat: 'woff2' });
}

/** Fails where a page uses a mark that the font as committed has not. */
export async function checkMarks() {
  if (!readFileSync(TARGET).equals(await subset()))
    throw new Stop('Other marks are used than before: run npm run marks');
}

if (process.argv[1] === new URL(import.meta.url).pathname) writeFileSync(TARGET, await subset());
