import type { RunState } from '@tidy-quill/core/session';

/** How the room is told of a run, by mark and word. */
export const RUN_STATE: Readonly<Record<RunState, { mark: string; word: string }>> = {
  notStarted: { mark: '○', word: 'NOT BEGUN' },
  running: { mark: '▶', word: 'TREATING' },
  paused: { mark: '❚❚', word: 'PAUSED' },
  stopped: { mark: '■', word: 'STOPPED' },
  ended: { mark: '✓', word: 'ENDED' },
};
