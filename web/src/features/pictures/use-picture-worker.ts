import { proxy, wrap, type Remote } from 'comlink';
import { NotFetched } from './file-of';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PictureWorker } from '../../workers/picture';

interface Started {
  readonly worker: Worker;
  readonly remote: Remote<PictureWorker>;
}

/** A worker that reads pictures, and what it is busy with; a question that takes too long can be left. */
export function usePictureWorker<Busy extends string>() {
  const started = useRef<Started | null>(null);
  const [busy, setBusy] = useState<Busy | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);

  const stop = useCallback(() => {
    started.current?.worker.terminate();
    started.current = null;
    setBusy(null);
  }, []);
  useEffect(() => stop, [stop]);

  /** Null where it was left, or the picture cannot be read. `isNew` says that nothing is open there. */
  const ask = useCallback(
    async <T>(
      what: Busy,
      work: (remote: Remote<PictureWorker>, isNew: boolean) => Promise<T>,
    ): Promise<T | null> => {
      setBusy(what);
      setShare(null);
      setProblem(null);
      const isNew = started.current === null;
      if (started.current === null) {
        const worker = new Worker(new URL('../../workers/picture.ts', import.meta.url), {
          type: 'module',
        });
        const remote = wrap<PictureWorker>(worker);
        started.current = { worker, remote };
        void remote.tell(proxy(setShare));
      }
      const asked = started.current;
      try {
        return await work(asked.remote, isNew);
      } catch (problem) {
        setProblem(
          problem instanceof NotFetched
            ? problem.message
            : 'The picture cannot be read. Take it again, as a JPEG or PNG.',
        );
        return null;
      } finally {
        if (started.current === asked) setBusy(null);
      }
    },
    [],
  );

  return { ask, busy, share, problem, stop };
}
