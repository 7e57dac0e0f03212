import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { root, run, Stop } from './setup.mjs';

/** Builds server and pages where their sources changed since the last build. */
export async function build() {
  const built = [];
  if (isStale('server', ['core/src', 'contract/src', 'server/src', 'package-lock.json'])) {
    await buildServer();
    built.push('server');
  }
  const web = [
    ...['core', 'contract', 'web'].flatMap((part) => [`${part}/src`, `${part}/package.json`]),
    ...['web/index.html', 'web/vite.config.ts'],
  ];
  if (isStale('web', [...web, 'package-lock.json'])) {
    await buildWeb();
    built.push('pages');
  }
  return built.length === 0 ? 'up to date' : built.join(' and ');
}

/** Builds in a process of its own, so that whoever goes on running does not keep its memory. */
export function buildApart() {
  const child = spawn(process.execPath, [fileURLToPath(import.meta.url)], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  child.stdout.on('data', (chunk) => (said += chunk));
  return new Promise((resolve, reject) => {
    child.once('exit', (code) =>
      code === 0 ? resolve(said.trim()) : reject(new Stop('The build failed')),
    );
  });
}

const OUTPUT = { server: 'server/dist/main.js', web: 'web/dist/index.html' };

/** Whether sources differ from those of the last build; notes them for `built`. */
function isStale(part, sources) {
  const hash = createHash('sha256');
  // How they are built counts too.
  for (const source of [...sources, 'scripts/build.mjs']) addTo(hash, join(root, source));
  const now = hash.digest('hex');
  pending.set(part, now);
  const stamp = join(root, '.build', `${part}.stamp`);
  return (
    !existsSync(join(root, OUTPUT[part])) ||
    !existsSync(stamp) ||
    readFileSync(stamp, 'utf8') !== now
  );
}

const pending = new Map();

function addTo(hash, path) {
  const stat = statSync(path);
  if (stat.isFile()) {
    hash.update(path.slice(root.length)).update(readFileSync(path));
    return;
  }
  for (const name of readdirSync(path).sort()) addTo(hash, join(path, name));
}

function built(part) {
  const stamp = join(root, '.build', `${part}.stamp`);
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, pending.get(part));
}

const SERVER_PROGRAMS = [
  ...['main', 'migrate-and-seed', 'simulated-console'],
  ...['audit', 'backup', 'decode-picture', 'doctor'],
];

async function buildServer() {
  const { build: bundle } = await import('esbuild');
  await bundle({
    entryPoints: SERVER_PROGRAMS.map((name) => join(root, 'server/src', `${name}.ts`)),
    outdir: join(root, 'server/dist'),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    sourcemap: true,
    logLevel: 'error',
    plugins: [ownWorkspaces],
  });
  built('server');
}

/** The project's own workspaces are bundled; everything else stays in node_modules. */
export const ownWorkspaces = {
  name: 'own-workspaces',
  setup({ onResolve }) {
    onResolve({ filter: /^@tidy-quill\// }, ({ path }) => {
      const [, workspace, ...rest] = path.split('/');
      const file = workspace === 'core' ? `${rest.join('/')}/index.ts` : `${rest.join('/')}.ts`;
      return { path: join(root, workspace, 'src', file) };
    });
  },
};

const COMPRESSIBLE = /\.(js|css|html|svg|wasm|json|webmanifest)$/;
// Below this there is less to save than the answer’s own head takes.
const WORTH_BYTES = 300;

/** Writes every file of a folder that is worth it as brotli and gzip beside itself. */
async function compress(folder) {
  const { brotliCompress, gzip } = await import('node:zlib');
  const [asBrotli, asGzip] = [brotliCompress, gzip].map(promisify);
  const files = readdirSync(folder, { recursive: true })
    .map((name) => join(folder, name))
    .filter((path) => COMPRESSIBLE.test(path) && statSync(path).size >= WORTH_BYTES);
  await Promise.all(
    files.map(async (path) => {
      const content = readFileSync(path);
      writeFileSync(`${path}.br`, await asBrotli(content));
      writeFileSync(`${path}.gz`, await asGzip(content, { level: 9 }));
    }),
  );
}

async function buildWeb() {
  const { build: bundle } = await import('vite');
  try {
    await bundle({ root: join(root, 'web'), logLevel: 'error' });
  } catch (error) {
    throw new Stop(`The pages could not be built:\n${error.message}`);
  }
  await compress(join(root, 'web/dist'));
  built('web');
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await run(async () => console.log(await build()));
}
