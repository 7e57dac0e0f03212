import './visit.css';
import { Button } from 'antd';
import type { ReactNode } from 'react';
import { useFreeEnter } from '../../widgets/use-free-enter';
import { useKeys } from '../../widgets/use-keys';

/** The foot of every stage: what is to be known on the left, the one main action at the right. */
export function StageFoot({
  children,
  action,
  onAction,
  disabled = false,
  busy = false,
  enter = false,
  letter = enter ? 'Enter' : undefined,
  above,
}: {
  children?: ReactNode;
  /** Stays in sight over the foot. */
  above?: ReactNode;
  action: string;
  onAction: () => void;
  disabled?: boolean;
  busy?: boolean;
  /** Whether Enter presses it too, as in the room. */
  enter?: boolean;
  /** The key that presses it, where that is not Enter. */
  letter?: string | undefined;
}) {
  useFreeEnter(enter);
  useKeys(letter !== undefined && !disabled && !busy ? { [letter]: onAction } : {});
  return (
    <footer className="stage-end">
      {above}
      <div className="stage-foot">
        <div className="stage-foot-text">{children}</div>
        <Button
          // With another key it is another button: an Enter held on the one before does not press this.
          key={letter ?? ''}
          type="primary"
          className="main-action"
          disabled={disabled}
          loading={busy}
          onClick={onAction}
          aria-keyshortcuts={letter}
        >
          {action}
          {letter === undefined ? null : <kbd> · {letter}</kbd>}
        </Button>
      </div>
    </footer>
  );
}
