import { PHOTO_LIMITS } from '@tidy-quill/contract/photos';
import { spawn } from 'node:child_process';
import { createRequire } from 'node:module';
import { buffer } from 'node:stream/consumers';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { HttpProblem } from '../../http/problem';
import { DAMAGED } from './decoder-words';

/** What the decoder may take: 50 million pixels of 8 bytes, and what it needs itself. */
const MOST_MEMORY_KB = 640 * 1024;
const MOST_MS = 20_000;

/**
 * A small JPEG of a picture, upright. It is decoded in a process of its own that knows nothing of the database, and whose
 * memory and time end at a limit: whatever a picture does to its decoder, the server goes on.
 * @throws HttpProblem 400 where it is damaged, or needs more than that
 */
export async function smallPictureOf(
  picture: Buffer,
  { memoryKb = MOST_MEMORY_KB }: { readonly memoryKb?: number } = {},
): Promise<Buffer> {
  const command = [process.execPath, ...DECODER, String(PHOTO_LIMITS.pixels)];
  const child = spawn(
    '/bin/sh',
    ['-c', 'ulimit -d "$0" && exec "$@"', String(memoryKb), ...command],
    {
      stdio: ['pipe', 'pipe', 'ignore'],
      env: { PATH: process.env['PATH'] },
      timeout: MOST_MS,
      killSignal: 'SIGKILL',
    },
  );
  // A decoder that ends early closes its input: what it says by its exit code counts.
  child.stdin.on('error', () => {});
  child.stdin.end(picture);
  const ended = new Promise<number | null>((resolve, reject) => {
    child.once('error', reject);
    child.once('close', resolve);
  });
  const [small, code] = await Promise.all([buffer(child.stdout), ended]);
  if (code === 0 && small.length > 0) return small;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
    fields: [
      {
        field: 'picture',
        problem:
          code === DAMAGED ? 'is damaged' : 'needs more memory or time than a picture is given',
      },
    ],
  });
}

/** The decoder as Node is told of it: as it was built, or from its source by the loader that runs the rest of it. */
const DECODER = import.meta.url.endsWith('.ts')
  ? [
      '--import',
      pathToFileURL(createRequire(import.meta.url).resolve('tsx')).href,
      fileURLToPath(new URL('../../decode-picture.ts', import.meta.url)),
    ]
  : [fileURLToPath(new URL('./decode-picture.js', import.meta.url))];
