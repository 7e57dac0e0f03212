import { useCallback, useRef, useState } from 'react';

/** Runs a work that keeps something once, however often it is pressed before it is done; `busy` meanwhile. */
export function useOnce(work: () => Promise<void>): readonly [busy: boolean, run: () => void] {
  const [busy, setBusy] = useState(false);
  const running = useRef(false);
  const run = useCallback(() => {
    if (running.current) return;
    running.current = true;
    setBusy(true);
    void work().finally(() => {
      running.current = false;
      setBusy(false);
    });
  }, [work]);
  return [busy, run];
}
