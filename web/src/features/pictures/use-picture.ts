import {
  PRINTED_AS_MEANT,
  type Box,
  type CardFound,
  type HairCount,
} from '@tidy-quill/core/picture';
import type { Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { PictureWorker } from '../../workers/picture';
import { usePrintOf } from './card-prints-api';
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
  const { ask, busy, share, problem, stop } = usePictureWorker<'opening' | 'counting'>();
  const printOf = usePrintOf();
  const [picture, setPicture] = useState<OpenPicture | null>(null);
  const url = picture?.url;
  useEffect(
    () => () => {
      if (url !== undefined) URL.revokeObjectURL(url);
    },
    [url],
  );

  // Scale alone is asked of the card here: without a network it is looked for as it was meant.
  const openIn = async (remote: Remote<PictureWorker>, file: File) =>
    remote.open(file, await printOf(file).catch(() => PRINTED_AS_MEANT));

  const open = async (file: File) => {
    setPicture(null);
    const found = await ask('opening', (remote) => openIn(remote, file));
    if (found !== null) setPicture({ file, url: URL.createObjectURL(file), ...found });
  };

  const count = (window: Box, pxPerMm: number): Promise<HairCount | null> => {
    const file = picture?.file;
    return ask('counting', async (remote, isNew) => {
      // After a count that was left the worker is another one.
      if (isNew && file !== undefined) await openIn(remote, file);
      return remote.countHairs(window, pxPerMm);
    });
  };

  return { picture, busy, share, problem, open, count, stop };
}
