import { Component, Suspense, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { renewFailed } from '../widgets/lazy-again';
import { FaultPage } from '../widgets/PageProblem';

/** Shows what is within it: a word while its code is on its way, and the fault where it failed, until another page is opened. */
export function PageGuard({ children }: { children: ReactNode }) {
  const { key } = useLocation();
  return (
    <Guard opened={key}>
      <Suspense fallback={<p className="shell-wait">Opening…</p>}>{children}</Suspense>
    </Guard>
  );
}

interface GuardProps {
  readonly opened: string;
  readonly children: ReactNode;
}

class Guard extends Component<GuardProps, { fault: unknown; of: string }> {
  override state = { fault: undefined, of: this.props.opened };

  static getDerivedStateFromError(fault: unknown) {
    return { fault };
  }

  static getDerivedStateFromProps({ opened }: GuardProps, { of }: { of: string }) {
    return opened === of ? null : { fault: undefined, of: opened };
  }

  override componentDidCatch() {
    renewFailed();
  }

  override render() {
    const { fault } = this.state;
    return fault === undefined ? this.props.children : <FaultPage fault={fault} />;
  }
}
