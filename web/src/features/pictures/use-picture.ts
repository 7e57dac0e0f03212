import type { Box, CardFound, HairCount } from '@tidy-quill/core/picture';
import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PictureWorker } from '../../workers/picture';

export interface OpenPicture {
  readonly file: File;
  /** Where the page shows it from. */
  readonly url: string;
  readonly width: number;
  readonly height: number;
  readonly card: CardFound | null;
}

interface Started {
  readonly worker: Worker;
  readonly remote: Remote<PictureWorker>;
}

/** A picture that is open in a worker of its own, and what is asked of it; a question that takes too long can be left. */
export function usePicture() {
  const started = useRef<Started | null>(null);
  const [picture, setPicture] = useState<OpenPicture | null>(null);
  const [busy, setBusy] = useState<'opening' | 'counting' | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const stop = useCallback(() => {
    started.current?.worker.terminate();
    started.current = null;
    setBusy(null);
  }, []);
  const url = picture?.url;
  useEffect(() => stop, [stop]);
  useEffect(
    () => () => {
      if (url !== undefined) URL.revokeObjectURL(url);
    },
    [url],
  );

  const ask = async <T>(
    what: 'opening' | 'counting',
    work: (remote: Remote<PictureWorker>) => Promise<T>,
  ): Promise<T | null> => {
    setBusy(what);
    setProblem(null);
    if (started.current === null) {
      const worker = new Worker(new URL('../../workers/picture.ts', import.meta.url), {
        type: 'module',
      });
      started.current = { worker, remote: wrap<PictureWorker>(worker) };
    }
    const asked = started.current;
    try {
      return await work(asked.remote);
    } catch {
      setProblem('The picture cannot be read. Take it again, as a JPEG or PNG.');
      return null;
    } finally {
      if (started.current === asked) setBusy(null);
    }
  };

  const open = async (file: File) => {
    setPicture(null);
    const found = await ask('opening', (remote) => remote.open(file));
    if (found !== null) setPicture({ file, url: URL.createObjectURL(file), ...found });
  };

  const count = async (window: Box, pxPerMm: number): Promise<HairCount | null> => {
    const file = picture?.file;
    // After a count that was left the worker is another one.
    const isNew = started.current === null;
    return ask('counting', async (remote) => {
      if (isNew && file !== undefined) await remote.open(file);
      return remote.countHairs(window, pxPerMm);
    });
  };

  return { picture, busy, problem, open, count, stop };
}
