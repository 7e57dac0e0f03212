import { Button } from 'antd';
import { memo, type ReactNode, type RefObject } from 'react';
import { useKeys } from './use-keys';
import { useLatest } from './use-latest';

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
  const moves = useLatest<Moves>({ onLess, onMore });
  return (
    <div className="stepper" role="group" aria-label={label}>
      <output className="stepper-figure" aria-live="polite">
        <span className="figure-large">{figure}</span> {unit}
      </output>
      <span className="stepper-more">{more}</span>
      <Buttons
        less={keys[0]}
        more={keys[1]}
        canLess={onLess !== null}
        canMore={onMore !== null}
        moves={moves}
      />
    </div>
  );
}

interface Moves {
  readonly onLess: (() => void) | null;
  readonly onMore: (() => void) | null;
}

/** The two buttons. They stay as they are while figures change beside them: a screen of steppers has many. */
const Buttons = memo(function Buttons({
  less,
  more,
  canLess,
  canMore,
  moves,
}: {
  less: string;
  more: string;
  canLess: boolean;
  canMore: boolean;
  moves: RefObject<Moves>;
}) {
  return (
    <span className="stepper-buttons">
      <Button aria-keyshortcuts={less} disabled={!canLess} onClick={() => moves.current.onLess?.()}>
        −<kbd>{less.toUpperCase()}</kbd>
      </Button>
      <Button aria-keyshortcuts={more} disabled={!canMore} onClick={() => moves.current.onMore?.()}>
        +<kbd>{more.toUpperCase()}</kbd>
      </Button>
    </span>
  );
});
