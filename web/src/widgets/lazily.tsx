import { lazy, Suspense, type ComponentType } from 'react';
import { fetchedAtRest } from './at-rest';

/**
 * A component whose code is fetched once the page that may need it has come to rest, and at the latest when it is first
 * shown: a dialog that few open does not keep a page waiting, nor a press.
 */
export function lazily<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  const fetched = fetchedAtRest(load);
  const Late = lazy(async () => ({ default: await fetched() }));
  return function Lazily(props: P) {
    return (
      <Suspense fallback={null}>
        <Late {...props} />
      </Suspense>
    );
  };
}
