import { createCache } from '@ant-design/cssinjs';

/**
 * The styles of the component library, kept once they are made. It throws those of a component away with the last one that is
 * shown; whenever a stage brings it back, they are made again, and the browser styles the whole page again.
 */
export function keptStyles(): ReturnType<typeof createCache> {
  const cache = createCache();
  const update = cache.opUpdate.bind(cache);
  cache.opUpdate = (path, change) =>
    update(path, (before) => {
      const next = change(before);
      // Counted once more than there are components, from the first on.
      return before || next === null ? next : [next[0] + 1, next[1]];
    });
  return cache;
}
