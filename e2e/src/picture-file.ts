import type { Pixels } from '@tidy-quill/core/picture';
import sharp from 'sharp';

/** Writes a drawn picture as a camera's file. */
export async function writePicture(file: string, { width, height, data }: Pixels): Promise<string> {
  await sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 85 })
    .toFile(file);
  return file;
}
