import { useCallback, useState } from 'react';

/**
 * A form's state that outlives a reload, a sign-out or an expired session: kept in this browser under
 * `key` until `clear`. `initial` holds while nothing is kept.
 */
export function useDraft<T>(
  key: string,
  initial: T,
): readonly [value: T, change: (value: T) => void, clear: () => void, kept: boolean] {
  const name = `tidy-quill draft ${key}`;
  const [draft, setDraft] = useState<{ value: T } | null>(() => readDraft<T>(name));
  const change = useCallback(
    (value: T) => {
      localStorage.setItem(name, JSON.stringify({ value }));
      setDraft({ value });
    },
    [name],
  );
  const clear = useCallback(() => {
    localStorage.removeItem(name);
    setDraft(null);
  }, [name]);
  return [draft?.value ?? initial, change, clear, draft !== null];
}

function readDraft<T>(name: string): { value: T } | null {
  try {
    return JSON.parse(localStorage.getItem(name) ?? 'null') as { value: T } | null;
  } catch {
    return null;
  }
}
