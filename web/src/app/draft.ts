import { useCallback, useState } from 'react';
import { fromBase64, hasDeviceKey, sealValue, toBase64, unsealValue } from '../visit-engine/seal';

interface Kept<T> {
  readonly value: T;
}

/**
 * A form's state that outlives a reload, a sign-out or an expired session: kept in this browser under `key` until `clear`,
 * sealed for whoever signs in next. Pages of clients, who do not sign in, keep it open for as long as their tab stands:
 * `storage` says where. `initial` holds while nothing is kept.
 */
export function useDraft<T>(
  key: string,
  initial: T,
  storage: Storage = localStorage,
): readonly [value: T, change: (value: T) => void, clear: () => void, kept: boolean] {
  const name = `${PREFIX}${key}`;
  const [draft, setDraft] = useState<Kept<T> | null>(() => readDraft<T>(name, storage));
  const change = useCallback(
    (value: T) => {
      writeDraft(name, { value }, storage);
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

const PREFIX = 'tidy-quill draft ';

/** Seals what an earlier release left open; only while somebody is signed in. */
export function sealDrafts(): void {
  for (const name of Object.keys(localStorage)) {
    const kept = localStorage.getItem(name);
    if (name.startsWith(PREFIX) && kept?.startsWith('{') === true) {
      writeDraft(name, JSON.parse(kept) as Kept<unknown>, localStorage);
    }
  }
}

function writeDraft<T>(name: string, draft: Kept<T>, storage: Storage): void {
  if (storage === sessionStorage) storage.setItem(name, JSON.stringify(draft));
  // Nobody is signed in any more: what is typed stays in the page alone.
  else if (hasDeviceKey()) storage.setItem(name, toBase64(sealValue(draft)));
}

/** What is kept, sealed or as an earlier release left it; null where nothing is, or it cannot be read. */
function readDraft<T>(name: string, storage: Storage): Kept<T> | null {
  const kept = storage.getItem(name);
  if (kept === null) return null;
  try {
    return kept.startsWith('{')
      ? (JSON.parse(kept) as Kept<T>)
      : unsealValue<Kept<T>>(fromBase64(kept));
  } catch {
    return null;
  }
}
