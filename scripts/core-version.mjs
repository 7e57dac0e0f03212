import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { root, Stop } from './setup.mjs';

const SOURCES = join(root, 'core', 'src');
const TARGET = join(SOURCES, 'version', 'index.ts');

// What decides a figure: everything that is compiled, without tests, their data and the version itself.
const counts = (path) =>
  path.endsWith('.ts') && !/\.test(-data)?\.ts$/.test(path) && path !== TARGET;

function filesIn(folder) {
  return readdirSync(folder, { withFileTypes: true })
    .sort((one, other) => (one.name < other.name ? -1 : 1))
    .flatMap((entry) => {
      const path = join(folder, entry.name);
      return entry.isDirectory() ? filesIn(path) : counts(path) ? [path] : [];
    });
}

/** The module that names the core by its content. */
function moduleText() {
  const hash = createHash('sha256');
  for (const path of filesIn(SOURCES)) {
    hash.update(relative(SOURCES, path)).update('\0').update(readFileSync(path)).update('\0');
  }
  const { version } = JSON.parse(readFileSync(join(root, 'core', 'package.json'), 'utf8'));
  return [
    '/** Release and content of the core that works out plans; written by scripts/core-version.mjs, checked by npm run check. */',
    `export const CORE_VERSION = '${version}+${hash.digest('hex').slice(0, 12)}';`,
    '',
  ].join('\n');
}

/** Fails where the committed version is not that of the core as it stands. */
export function checkCoreVersion() {
  if (readFileSync(TARGET, 'utf8') !== moduleText()) {
    throw new Stop('core has changed: run npm run core-version');
  }
}

if (process.argv[1] === new URL(import.meta.url).pathname) writeFileSync(TARGET, moduleText());
