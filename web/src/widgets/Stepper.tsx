import { Button } from 'antd';
import type { ReactNode } from 'react';
import { useKeys } from './use-keys';

/** A large figure with its unit and two buttons that move it by one step of the console. */
export function Stepper({
  label,
  figure,
  unit,
  more,
  keys,
  onLess,
  onMore,
}: {
  label: string;
  figure: string;
  unit: string;
  more?: ReactNode;
  /** Letters that lower and raise it. */
  keys: readonly [less: string, more: string];
  /** Null where there is no lower step. */
  onLess: (() => void) | null;
  onMore: (() => void) | null;
}) {
  useKeys({
    ...(onLess === null ? {} : { [keys[0]]: onLess }),
    ...(onMore === null ? {} : { [keys[1]]: onMore }),
  });
  return (
    <div className="stepper" role="group" aria-label={label}>
      <output className="stepper-figure" aria-live="polite">
        <span className="figure-large">{figure}</span> {unit}
      </output>
      <span className="stepper-more">{more}</span>
      <span className="stepper-buttons">
        <Button aria-keyshortcuts={keys[0]} disabled={onLess === null} onClick={() => onLess?.()}>
          −<kbd>{keys[0].toUpperCase()}</kbd>
        </Button>
        <Button aria-keyshortcuts={keys[1]} disabled={onMore === null} onClick={() => onMore?.()}>
          +<kbd>{keys[1].toUpperCase()}</kbd>
        </Button>
      </span>
    </div>
  );
}
