const waiting: (() => void)[] = [];

/** Fetches something once; again where it failed. */
export function fetchedOnce<T>(load: () => Promise<T>): () => Promise<T> {
  let loading: Promise<T> | undefined;
  return () => {
    loading ??= load().catch((error: unknown) => {
      loading = undefined;
      throw error;
    });
    return loading;
  };
}

/** Fetches something once: when the page is at rest, or when it is first asked for; again where it failed. */
export function fetchedAtRest<T>(load: () => Promise<T>): () => Promise<T> {
  const fetched = fetchedOnce(load);
  waiting.push(() => void fetched().catch(() => {}));
  return fetched;
}

const LONGEST_MS = 3000;

/** Calls when the page is at rest, at the latest after three seconds. Gives what calls it off. */
export function whenAtRest(call: () => void): () => void {
  if (!('requestIdleCallback' in globalThis)) {
    const timer = setTimeout(call, LONGEST_MS);
    return () => clearTimeout(timer);
  }
  const asked = requestIdleCallback(call, { timeout: LONGEST_MS });
  return () => cancelIdleCallback(asked);
}

/** Fetches what the pages opened so far may need. */
export function fetchWaiting(): void {
  waiting.splice(0).forEach((fetch) => fetch());
}
