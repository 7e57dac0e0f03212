import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { packages, root, run, step, Stop } from './setup.mjs';

const DIST = join(root, 'web', 'dist');

/** What each page takes to show at first, kB of gzip: the files that it and what it stands in import, code and style. */
export function routeSizes() {
  const { pages } = budget();
  const manifest = JSON.parse(readFileSync(join(DIST, '.vite', 'manifest.json'), 'utf8'));
  return Object.entries(pages).map(([name, { of, kB }]) => {
    const files = new Set();
    for (const source of of) {
      if (manifest[source] === undefined) throw new Stop(`budget.json: ${source} is no page`);
      addFiles(manifest, source, files);
    }
    const bytes = [...files].reduce((sum, file) => sum + zipped(join(DIST, file)), 0);
    return { name, allowedKB: kB, kB: bytes / 1000 };
  });
}

const budget = () => JSON.parse(readFileSync(join(root, 'web', 'budget.json'), 'utf8'));

function addFiles(manifest, key, files) {
  const { file, css = [], imports = [] } = manifest[key];
  if (files.has(file)) return;
  for (const each of [file, ...css]) files.add(each);
  for (const each of imports) addFiles(manifest, each, files);
}

/** As it is sent; a file too small to be worth it goes as it is. */
const zipped = (path) => statSync(existsSync(`${path}.gz`) ? `${path}.gz` : path).size;

/** Fails where a page has grown beyond its budget. */
export async function checkRouteSizes() {
  await build();
  const over = routeSizes().filter(({ kB, allowedKB }) => kB > allowedKB);
  if (over.length === 0) return;
  const lines = over.map(
    ({ name, kB, allowedKB }) => `${name}: ${kB.toFixed(0)} of ${allowedKB} kB`,
  );
  throw new Stop(`Pages above web/budget.json:\n${lines.join('\n')}`);
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  await run(async () => {
    await step('packages', packages);
    await step('build', build);
    for (const { name, kB, allowedKB } of routeSizes())
      console.log(`${name.padEnd(20)} ${kB.toFixed(0).padStart(5)} kB of ${allowedKB}`);
  });
}
