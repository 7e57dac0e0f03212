import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { DAMAGED, SMALL_PX, TOO_MUCH } from './features/photos/decoder-words';

// A process of its own, see features/photos/decode-apart.ts: a picture comes by standard input, a small JPEG of it goes out.

sharp.concurrency(1);
sharp.cache(false);

const pixels = Number(process.argv[2]);

try {
  const small = await sharp(await buffer(process.stdin), { limitInputPixels: pixels })
    .autoOrient()
    .resize(SMALL_PX, SMALL_PX, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 82 })
    .toBuffer();
  process.stdout.write(small);
} catch (error) {
  process.exitCode = /memory/i.test(String(error)) ? TOO_MUCH : DAMAGED;
}
