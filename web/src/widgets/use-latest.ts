import { useEffect, useRef, type RefObject } from 'react';

/** What a value is by the latest drawing: for what goes on after an answer that took its time, while others changed it. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  });
  return latest;
}
