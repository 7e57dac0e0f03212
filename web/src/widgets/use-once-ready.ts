import { useEffect, useEffectEvent, useState } from 'react';

/**
 * A press that may come before what it needs was read: it is kept, and runs as soon as that is there. No press is swallowed.
 * `waiting` while one is kept.
 */
export function useOnceReady(
  ready: boolean,
  run: () => void,
): readonly [waiting: boolean, press: () => void] {
  const [waiting, setWaiting] = useState(false);
  const now = useEffectEvent(() => {
    setWaiting(false);
    run();
  });
  useEffect(() => {
    if (!waiting || !ready) return undefined;
    // Once this rendering is done: what was read has arrived in the fields by then.
    const soon = setTimeout(() => now(), 0);
    return () => clearTimeout(soon);
  }, [waiting, ready]);
  return [waiting, () => (ready ? run() : setWaiting(true))];
}
