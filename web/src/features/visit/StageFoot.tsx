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
}) {
  useFreeEnter(enter);
  useKeys(enter && !disabled && !busy ? { Enter: onAction } : {});
  return (
    <footer className="stage-end">
      {above}
      <div className="stage-foot">
        <div className="stage-foot-text">{children}</div>
        <Button
          type="primary"
          className="main-action"
          disabled={disabled}
          loading={busy}
          onClick={onAction}
          aria-keyshortcuts={enter ? 'Enter' : undefined}
        >
          {action}
          {enter ? <kbd> · Enter</kbd> : null}
        </Button>
      </div>
    </footer>
  );
}
