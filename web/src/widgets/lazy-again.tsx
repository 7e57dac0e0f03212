import { lazy, type ComponentType } from 'react';

const failed: (() => void)[] = [];
const faults = new WeakSet();

/** Whether it is the fault of code that could not be fetched. */
export const isUnfetched = (fault: unknown): boolean =>
  typeof fault === 'object' && fault !== null && faults.has(fault);

/** Lets code that could not be fetched be fetched again at its next showing; called once the fault itself has been shown. */
export function renewFailed(): void {
  failed.splice(0).forEach((renew) => renew());
}

/** As React’s own `lazy`, which never fetches again what failed once; this does after `renewFailed`. */
export function lazyAgain<P extends object>(
  load: () => Promise<ComponentType<P>>,
): ComponentType<P> {
  const fresh = () =>
    lazy(async () => {
      try {
        return { default: await load() };
      } catch (error) {
        failed.push(() => (Late = fresh()));
        if (typeof error === 'object' && error !== null) faults.add(error);
        throw error;
      }
    });
  let Late = fresh();
  return function LazyAgain(props: P) {
    return <Late {...props} />;
  };
}
