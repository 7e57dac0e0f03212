import { useState, type KeyboardEvent, type MouseEvent } from 'react';
import { movedBy, placeIn, type Corner, type TraceFrame } from './trace';

/** What a map of skin needs to be traced on: by pointing, or by arrows, Enter and Backspace. */
export interface Trace {
  /** Where the keys stand; null while the map has no focus. */
  readonly cursor: Corner | null;
  readonly handlers: {
    readonly tabIndex: number;
    readonly onClick: (event: MouseEvent<SVGSVGElement>) => void;
    readonly onKeyDown: (event: KeyboardEvent<SVGSVGElement>) => void;
    readonly onFocus: () => void;
    readonly onBlur: () => void;
  };
}

/** Traces corner by corner. `onCorner` gets each corner; `onBack` is asked to take the last one back. */
export function useTrace(
  frame: TraceFrame,
  onCorner: (corner: Corner) => void,
  onBack: () => void,
): Trace {
  const [at, setAt] = useState<Corner>([frame.wideCm / 2, frame.highCm / 2]);
  const [focused, setFocused] = useState(false);
  const place = placeIn(frame, at[0] / frame.wideCm, at[1] / frame.highCm);
  return {
    cursor: focused ? place : null,
    handlers: {
      tabIndex: 0,
      onClick: ({ currentTarget, clientX, clientY }) => {
        const { left, top, width, height } = currentTarget.getBoundingClientRect();
        const corner = placeIn(frame, (clientX - left) / width, (clientY - top) / height);
        setAt(corner);
        onCorner(corner);
      },
      onKeyDown: (event) => {
        const moved = movedBy(frame, place, event);
        if (moved !== null) setAt(moved);
        else if (event.key === 'Enter' || event.key === ' ') onCorner(place);
        else if (event.key === 'Backspace') onBack();
        else return;
        // Neither does the page scroll, nor its main action run.
        event.preventDefault();
        event.stopPropagation();
      },
      onFocus: () => setFocused(true),
      onBlur: () => setFocused(false),
    },
  };
}
