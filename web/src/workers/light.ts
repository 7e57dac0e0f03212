import { lightCheck, type Illumination, type LightCheck } from '@tidy-quill/core/window';
import { expose } from 'comlink';

const PACKETS = 30_000;
const SEED = 20_261;

const light = {
  /**
   * Checks the fast light solver by Monte Carlo. Ends early when this worker is ended; `onProgress` is told
   * the share done.
   */
  check: (on: Illumination, onProgress: (done: number) => void): LightCheck =>
    lightCheck(on, { packets: PACKETS, seed: SEED }, (done) => {
      onProgress(done);
      return true;
    }),
};

export type LightWorker = typeof light;

expose(light);
