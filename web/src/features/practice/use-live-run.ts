import type { Exercise } from '@tidy-quill/core/practice';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Drawn, Live } from '@tidy-quill/core/practice';
import { practiceWorker } from './practice-worker';

/** An exercise as the worker follows it: what is drawn is handed over as fast as it answers. */
export function useLiveRun(
  exercise: Exercise,
  margin: number,
  /** Another number begins it afresh. */
  attempt: number,
): {
  readonly live: Live | null;
  readonly isReady: boolean;
  readonly onFrame: (drawn: readonly Drawn[], nowS: number) => void;
} {
  const [live, setLive] = useState<Live | null>(null);
  const [readyFor, setReadyFor] = useState<string | null>(null);
  const waiting = useRef<Drawn[]>([]);
  const isBusy = useRef(false);
  const key = `${attempt} ${JSON.stringify(exercise)}`;
  useEffect(() => {
    let isOver = false;
    waiting.current = [];
    void practiceWorker()
      .begin(exercise, margin)
      .then(() => {
        if (isOver) return;
        setLive(null);
        setReadyFor(key);
      });
    return () => {
      isOver = true;
    };
    // The key says all that is in the exercise.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, margin]);
  const onFrame = useCallback((drawn: readonly Drawn[], nowS: number) => {
    waiting.current.push(...drawn);
    if (isBusy.current) return;
    isBusy.current = true;
    const sent = waiting.current;
    waiting.current = [];
    void practiceWorker()
      .add(sent, nowS)
      .then((next) => setLive(next))
      .finally(() => {
        isBusy.current = false;
      });
  }, []);
  return { live, isReady: readyFor === key, onFrame };
}
