import { LiveRun, lookBack, type Drawn, type Exercise, type Live } from '@tidy-quill/core/practice';
import { expose, transfer } from 'comlink';

let run: LiveRun | null = null;

const practice = {
  /** Begins an exercise; the heat of its skin is solved first. */
  begin: (exercise: Exercise, margin: number): void => {
    run = new LiveRun(exercise, margin);
  },
  /** What was drawn since it was last told; null where nothing was begun. */
  add: (drawn: readonly Drawn[], nowS: number): Live | null => {
    if (run === null) return null;
    const live = run.add(drawn, nowS);
    return transfer(live, [live.hits.buffer]);
  },
  lookBack,
};

export type PracticeWorker = typeof practice;

expose(practice);
