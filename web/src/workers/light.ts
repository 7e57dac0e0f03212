import {
  lightBatches,
  type Illumination,
  type LightBatches,
  type LightCheckRun,
  type WorkShare,
} from '@tidy-quill/core/window';
import { expose } from 'comlink';

const light = {
  /** One worker's share of a check by Monte Carlo; `onProgress` is told the share done of it. Ends early with its worker. */
  batches: (
    on: Illumination,
    run: LightCheckRun,
    share: WorkShare,
    onProgress: (done: number) => void,
  ): LightBatches =>
    lightBatches(on, run, share, (done) => {
      onProgress(done);
      return true;
    }),
};

export type LightWorker = typeof light;

expose(light);
