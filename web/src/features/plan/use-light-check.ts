import { lightCheck, type Illumination, type LightCheck } from '@tidy-quill/core/window';
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { LightWorker } from '../../workers/light';

const RUN = { packets: 600_000, seed: 20_261 };
const MOST_WORKERS = 4;

export type LightCheckState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly done: number }
  | { readonly kind: 'failed' }
  | { readonly kind: 'done'; readonly check: LightCheck };

/** A check by Monte Carlo shared between as many workers as there are processors; ended by `cancel` or with the page. */
export function useLightCheck() {
  const [state, setState] = useState<LightCheckState>({ kind: 'idle' });
  const workers = useRef<readonly Worker[]>([]);
  const end = () => {
    for (const worker of workers.current) worker.terminate();
    workers.current = [];
  };
  useEffect(() => end, []);
  const cancel = () => {
    end();
    setState({ kind: 'idle' });
  };
  const run = async (on: Illumination) => {
    end();
    const count = Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency));
    const own = Array.from({ length: count }, newWorker);
    workers.current = own;
    const current = () => workers.current === own;
    const done = own.map(() => 0);
    setState({ kind: 'running', done: 0 });
    try {
      const parts = own.map((worker, part) =>
        wrap<LightWorker>(worker).batches(
          on,
          RUN,
          { part, of: count },
          proxy((share: number) => {
            done[part] = share;
            if (!current()) return;
            setState({ kind: 'running', done: done.reduce((sum, each) => sum + each) / count });
          }),
        ),
      );
      const broken = new Promise<never>((_, reject) => {
        for (const worker of own) worker.onerror = () => reject(new Error('A worker failed'));
      });
      const check = lightCheck(on, RUN, await Promise.race([Promise.all(parts), broken]));
      if (current()) setState({ kind: 'done', check });
    } catch {
      if (current()) setState({ kind: 'failed' });
    }
    if (current()) end();
  };
  return { state, run, cancel };
}

const newWorker = () =>
  new Worker(new URL('../../workers/light.ts', import.meta.url), { type: 'module' });
