import type { Box, CardFound, HairCount } from '@tidy-quill/core/picture';
import { useEffect, useState } from 'react';
import { usePictureWorker } from './use-picture-worker';

export interface OpenPicture {
  readonly file: File;
  /** Where the page shows it from. */
  readonly url: string;
  readonly width: number;
  readonly height: number;
  readonly card: CardFound | null;
}

/** A picture that is open in a worker of its own, and what is asked of it. */
export function usePicture() {
  const { ask, busy, problem, stop } = usePictureWorker<'opening' | 'counting'>();
  const [picture, setPicture] = useState<OpenPicture | null>(null);
  const url = picture?.url;
  useEffect(
    () => () => {
      if (url !== undefined) URL.revokeObjectURL(url);
    },
    [url],
  );

  const open = async (file: File) => {
    setPicture(null);
    const found = await ask('opening', (remote) => remote.open(file));
    if (found !== null) setPicture({ file, url: URL.createObjectURL(file), ...found });
  };

  const count = (window: Box, pxPerMm: number): Promise<HairCount | null> => {
    const file = picture?.file;
    return ask('counting', async (remote, isNew) => {
      // After a count that was left the worker is another one.
      if (isNew && file !== undefined) await remote.open(file);
      return remote.countHairs(window, pxPerMm);
    });
  };

  return { picture, busy, problem, open, count, stop };
}
