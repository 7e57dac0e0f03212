import type { PrecacheEntry } from 'workbox-precaching';

// A browser asks one server for six files at once: two are left to the page.
const AT_ONCE = 4;

/**
 * Asks for the files whose names hold a hash, a few at once, so that the browser's own cache has them: what never changes
 * under its name is not asked for again. What cannot be had is left to whoever keeps the files.
 */
export async function fetchAhead(files: readonly (string | PrecacheEntry)[]): Promise<void> {
  const rest = files.flatMap((file) =>
    typeof file !== 'string' && file.revision === null ? [file.url] : [],
  );
  const lane = async () => {
    for (let url = rest.shift(); url !== undefined; url = rest.shift()) {
      await fetch(url, { credentials: 'same-origin', priority: 'low' })
        .then((answer) => answer.arrayBuffer())
        .catch(() => null);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
}
