import { useCallback, useState } from 'react';

/**
 * A form's state that outlives a reload, a sign-out or an expired session: kept in this browser under
 * `key` until `clear`. `initial` holds while nothing is kept.
 */
export function useDraft<T>(
  key: string,
  initial: T,
  storage: Storage = localStorage,
): readonly [value: T, change: (value: T) => void, clear: () => void, kept: boolean] {
  const name = `tidy-quill draft ${key}`;
  const [draft, setDraft] = useState<{ value: T } | null>(() => readDraft<T>(name, storage));
  const change = useCallback(
    (value: T) => {
      storage.setItem(name, JSON.stringify({ value }));
      setDraft({ value });
    },
    [name, storage],
  );
  const clear = useCallback(() => {
    storage.removeItem(name);
    setDraft(null);
  }, [name, storage]);
  return [draft?.value ?? initial, change, clear, draft !== null];
}

function readDraft<T>(name: string, storage: Storage): { value: T } | null {
  try {
    return JSON.parse(storage.getItem(name) ?? 'null') as { value: T } | null;
  } catch {
    return null;
  }
}
