import {
  countHairs,
  findCard,
  type Box,
  type CardFound,
  type HairCount,
  type Pixels,
} from '@tidy-quill/core/picture';
import { expose } from 'comlink';

let opened: Pixels | null = null;

const pictureWorker = {
  /** Decodes a picture as it is looked at, and looks for the card; it stays open for what is asked next. */
  async open(file: Blob): Promise<{
    readonly width: number;
    readonly height: number;
    readonly card: CardFound | null;
  }> {
    const bitmap = await createImageBitmap(file);
    const { width, height } = bitmap;
    const context = new OffscreenCanvas(width, height).getContext('2d', {
      willReadFrequently: true,
    });
    if (context === null) throw new Error('This browser cannot read pictures');
    context.drawImage(bitmap, 0, 0);
    bitmap.close();
    opened = { width, height, data: context.getImageData(0, 0, width, height).data };
    return { width, height, card: findCard(opened) };
  },

  countHairs(window: Box, pxPerMm: number): HairCount {
    if (opened === null) throw new Error('No picture is open');
    return countHairs(opened, { window, pxPerMm });
  },
};

export type PictureWorker = typeof pictureWorker;

expose(pictureWorker);
