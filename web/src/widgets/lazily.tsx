import { Component, Suspense, type ComponentType, type ReactNode } from 'react';
import { fetchedAtRest } from './at-rest';
import { isUnfetched, lazyAgain, renewFailed } from './lazy-again';

/**
 * A component whose code is fetched once the page that may need it has come to rest, and at the latest when it is first
 * shown: a dialog that few open does not keep a page waiting, nor a press. Where it cannot be fetched, the page around it stays,
 * and it is tried again.
 *
 * @param wait What keeps its place until then.
 */
export function lazily<P extends object>(
  load: () => Promise<ComponentType<P>>,
  wait: ReactNode = null,
): ComponentType<P> {
  const Late = lazyAgain(fetchedAtRest(load));
  return function Lazily(props: P) {
    return (
      <TriedAgain>
        <Suspense fallback={wait}>
          <Late {...props} />
        </Suspense>
      </TriedAgain>
    );
  };
}

const AGAIN_MS = 3000;

class TriedAgain extends Component<{ readonly children: ReactNode }, { readonly fault: unknown }> {
  override state = { fault: undefined };
  private timer: ReturnType<typeof setTimeout> | undefined;

  static getDerivedStateFromError(fault: unknown) {
    return { fault };
  }

  override componentDidCatch(fault: unknown) {
    if (!isUnfetched(fault)) return;
    this.timer = setTimeout(() => {
      renewFailed();
      this.setState({ fault: undefined });
    }, AGAIN_MS);
  }

  override componentWillUnmount() {
    clearTimeout(this.timer);
  }

  override render() {
    const { fault } = this.state;
    if (fault === undefined) return this.props.children;
    if (!isUnfetched(fault)) throw fault;
    return (
      <p className="field-error" role="alert">
        A part of this page could not be fetched. It is tried again.
      </p>
    );
  }
}
