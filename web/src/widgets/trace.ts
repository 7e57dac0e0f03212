/** A corner on a map of skin, cm from its upper left. */
export type Corner = readonly [x: number, y: number];

/** How much skin a map shows, and what its corners are rounded to, cm. */
export interface TraceFrame {
  readonly wideCm: number;
  readonly highCm: number;
  readonly stepCm: number;
}

/** Steps that an arrow moves, and that it moves with Shift. */
const FINE = 1;
const COARSE = 10;

const ARROWS: Readonly<Record<string, Corner>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** A place on the map, from 0 to 1 across and down, in cm: rounded to the step, and never off the map. */
export function placeIn(frame: TraceFrame, across: number, down: number): Corner {
  const { wideCm, highCm } = frame;
  return onMap(frame, [across * wideCm, down * highCm]);
}

/** Where an arrow key takes a place; null for any other key. */
export function movedBy(
  frame: TraceFrame,
  [x, y]: Corner,
  { key, shiftKey }: { readonly key: string; readonly shiftKey: boolean },
): Corner | null {
  const arrow = ARROWS[key];
  if (arrow === undefined) return null;
  const far = (shiftKey ? COARSE : FINE) * frame.stepCm;
  return onMap(frame, [x + arrow[0] * far, y + arrow[1] * far]);
}

function onMap({ wideCm, highCm, stepCm }: TraceFrame, [x, y]: Corner): Corner {
  const kept = (cm: number, whole: number) => {
    const within = Math.min(whole, Math.max(0, cm));
    return Math.round(Math.round(within / stepCm) * stepCm * 100) / 100;
  };
  return [kept(x, wideCm), kept(y, highCm)];
}
