import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { DAMAGED, SMALL_PX, TOO_MUCH, type Mask } from './features/photos/decoder-words';

// A process of its own, see features/photos/decode-apart.ts: a picture comes by standard input, a small JPEG of it goes out.
// decode-picture <most pixels> [<longer side, px> <masks, JSON>]

sharp.concurrency(1);
sharp.cache(false);

const [pixels, side, masks] = [
  Number(process.argv[2]),
  Number(process.argv[3] ?? SMALL_PX),
  JSON.parse(process.argv[4] ?? '[]') as readonly Mask[],
];

/** Covers parts of a picture, told as shares of its sides. */
async function covered(picture: Buffer): Promise<Buffer> {
  if (masks.length === 0) return picture;
  const { width = 0, height = 0 } = await sharp(picture).metadata();
  const blocks = masks.map((mask) => ({
    left: Math.floor(mask.x * width),
    top: Math.floor(mask.y * height),
    input: {
      create: {
        width: Math.max(1, Math.min(width, Math.ceil(mask.width * width))),
        height: Math.max(1, Math.min(height, Math.ceil(mask.height * height))),
        ...{ channels: 3 as const, background: '#1c2733' },
      },
    },
  }));
  return sharp(picture).composite(blocks).jpeg({ quality: 88 }).toBuffer();
}

try {
  const small = await sharp(await buffer(process.stdin), { limitInputPixels: pixels })
    .autoOrient()
    .resize(side, side, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 82 })
    .toBuffer();
  process.stdout.write(await covered(small));
} catch (error) {
  process.exitCode = /memory/i.test(String(error)) ? TOO_MUCH : DAMAGED;
}
