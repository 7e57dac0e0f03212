import { powerCurve } from '@tidy-quill/core/trial';
import { seeded } from '@tidy-quill/core/units';
import { expose } from 'comlink';

const powerWorker = {
  /** Power of each size, by simulation; the same for the same figures. */
  curve: (difference: number, deviation: number, sizes: readonly number[]) =>
    powerCurve({ difference, deviation, sizes, draw: seeded(1) }),
};

export type PowerWorker = typeof powerWorker;

expose(powerWorker);
