import type { PathPoint } from '@tidy-quill/core/coverage';
import { glidesIn, sidesOf, type Exercise, type Point } from '@tidy-quill/core/practice';
import { useCallback, useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Drawn } from '@tidy-quill/core/practice';

/** The hand over the cell, by pointer or by keys. */
export interface Hand {
  /** Where the tip is; null before it was ever over the cell. */
  readonly at: Point | null;
  readonly isDown: boolean;
  /** Whether the console could fire: spots follow each other no faster than it does. */
  readonly isReady: boolean;
  readonly press: (at: Point) => void;
  readonly move: (at: Point) => void;
  readonly release: () => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly onKeyUp: (event: KeyboardEvent) => void;
  readonly onBlur: () => void;
  /** All strokes so far, each from its press to its release. */
  readonly strokes: () => readonly (readonly PathPoint[])[];
}

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { xMm: -1, yMm: 0 },
  ArrowRight: { xMm: 1, yMm: 0 },
  ArrowUp: { xMm: 0, yMm: -1 },
  ArrowDown: { xMm: 0, yMm: 1 },
};

/**
 * Follows the hand. When gliding, the console fires as long as it is down, whether it moves or rests: a point is noted at
 * every frame. Elsewhere each press is one spot. Keys: arrows move (held when gliding, by a millimetre or with Shift by a
 * tip's length otherwise), Space presses and releases.
 *
 * @param speedMmS how fast held arrows glide
 * @param onFrame is told, at every frame, what was drawn since the last and the time since the first press, s
 */
export function useHand({
  exercise,
  isOn,
  speedMmS,
  onFrame,
}: {
  exercise: Exercise;
  isOn: boolean;
  speedMmS: number;
  onFrame: (drawn: readonly Drawn[], nowS: number) => void;
}): Hand {
  const glides = glidesIn(exercise);
  const { cell } = exercise;
  const [shown, setShown] = useState<Pick<Hand, 'at' | 'isDown' | 'isReady'>>({
    ...{ at: null, isDown: false, isReady: true },
  });
  const hand = useRef({
    at: null as Point | null,
    isDown: false,
    beganMs: null as number | null,
    strokes: [] as PathPoint[][],
    told: [] as number[],
    held: new Set<string>(),
    frameMs: 0,
    firedMs: -Infinity,
  });
  const betweenMs = 1000 / exercise.rateHz;
  const show = useCallback(() => {
    const { at, isDown, firedMs } = hand.current;
    const isReady = glides || performance.now() - firedMs >= betweenMs;
    setShown({ at, isDown, isReady });
  }, [glides, betweenMs]);
  const note = useCallback(() => {
    const { at, beganMs, strokes } = hand.current;
    if (at === null || beganMs === null) return;
    strokes.at(-1)?.push({ ...at, atS: (performance.now() - beganMs) / 1000 });
  }, []);
  const press = (at: Point) => {
    const { current } = hand;
    if (!isOn) return;
    current.at = at;
    if (!glides && performance.now() - current.firedMs < betweenMs) return show();
    current.firedMs = performance.now();
    current.beganMs ??= performance.now();
    current.strokes.push([]);
    current.isDown = glides;
    note();
    show();
  };
  const move = (at: Point) => {
    hand.current.at = at;
    if (hand.current.isDown) note();
    show();
  };
  const release = () => {
    if (hand.current.isDown) note();
    hand.current.isDown = false;
    show();
  };
  const told = useRef(onFrame);
  useEffect(() => {
    told.current = onFrame;
  });
  useEffect(() => {
    if (!isOn) return;
    let frame = 0;
    const step = (ms: number) => {
      frame = requestAnimationFrame(step);
      const { current } = hand;
      // A page that was away for longer does not leap.
      const dt = Math.min(0.5, (ms - current.frameMs) / 1000);
      current.frameMs = ms;
      if (glides && current.held.size > 0 && current.at !== null) {
        current.at = moved(current.at, current.held, speedMmS * dt, cell);
      }
      if (current.at !== null) show();
      if (current.isDown) note();
      if (current.beganMs === null) return;
      const drawn = current.strokes.flatMap((points, stroke): Drawn[] => {
        const from = current.told[stroke] ?? 0;
        current.told[stroke] = points.length;
        return points.length > from ? [{ stroke, points: points.slice(from) }] : [];
      });
      told.current(drawn, (performance.now() - current.beganMs) / 1000);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [isOn, glides, speedMmS, cell, note, show]);
  const onKeyDown = (event: KeyboardEvent) => {
    const { current } = hand;
    const tip = sidesOf(exercise.tip);
    // Keys begin at the upper left corner, where the first lane does.
    current.at ??= { xMm: tip.widthMm / 2, yMm: tip.heightMm / 2 };
    if (event.key === ' ') {
      event.preventDefault();
      if (event.repeat) return;
      if (current.isDown) release();
      else press(current.at);
      return;
    }
    const way = ARROWS[event.key];
    if (way === undefined) return;
    event.preventDefault();
    if (glides) current.held.add(event.key);
    else {
      const by = event.shiftKey ? (way.xMm === 0 ? tip.heightMm : tip.widthMm) : 1;
      current.at = moved(current.at, new Set([event.key]), by, cell);
      show();
    }
  };
  return {
    ...shown,
    ...{ press, move, release, onKeyDown },
    onKeyUp: (event) => hand.current.held.delete(event.key),
    onBlur: () => hand.current.held.clear(),
    strokes: () => hand.current.strokes,
  };
}

/** A place moved on by the arrows that are held, kept within the cell. */
function moved(
  at: Point,
  held: ReadonlySet<string>,
  byMm: number,
  { widthMm, heightMm }: Exercise['cell'],
): Point {
  let { xMm, yMm } = at;
  for (const key of held) {
    const way = ARROWS[key];
    if (way === undefined) continue;
    xMm += way.xMm * byMm;
    yMm += way.yMm * byMm;
  }
  return {
    xMm: Math.min(widthMm, Math.max(0, xMm)),
    yMm: Math.min(heightMm, Math.max(0, yMm)),
  };
}
