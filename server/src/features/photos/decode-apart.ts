import { PHOTO_LIMITS } from '@tidy-quill/contract/photo-limits';
import { spawn } from 'node:child_process';
import { buffer } from 'node:stream/consumers';
import { entryCommand } from '../../entry-command';
import { HttpProblem } from '../../http/problem';
import { DAMAGED, SMALL_PX, type Mask } from './decoder-words';

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
  {
    memoryKb = MOST_MEMORY_KB,
    sidePx = SMALL_PX,
    masks = [],
  }: {
    readonly memoryKb?: number;
    readonly sidePx?: number;
    /** What is covered, as shares of the picture's sides. */
    readonly masks?: readonly Mask[];
  } = {},
): Promise<Buffer> {
  const command = [
    process.execPath,
    ...entryCommand('decode-picture'),
    String(PHOTO_LIMITS.pixels),
    String(sidePx),
    JSON.stringify(masks),
  ];
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
