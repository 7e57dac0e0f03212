import type { PathPoint, TimedPulse } from '@tidy-quill/core/coverage';
import type { Exercise } from '@tidy-quill/core/practice';
import { Button, Slider } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { figure } from '../../text';
import { Choice } from '../../widgets/Choice';
import { hitsOf } from '@tidy-quill/core/practice';

const SPEED_WORDS = { half: '× ½', one: '× 1', two: '× 2', five: '× 5', twenty: '× 20' } as const;
const SPEEDS = { half: 0.5, one: 1, two: 2, five: 5, twenty: 20 } as const;

/** Plays the strokes again, at any speed, or to any moment by hand. */
export function Replay({
  exercise,
  pulses,
  onShow,
}: {
  exercise: Exercise;
  pulses: readonly TimedPulse[];
  /** What the cell looked like at the moment that is shown; null for the end. */
  onShow: (shown: { hits: Uint8Array; at: PathPoint | null } | null) => void;
}) {
  const firstS = pulses[0]?.atS ?? 0;
  const lastS = pulses.at(-1)?.atS ?? 0;
  const [atS, setAtS] = useState(lastS);
  const [speed, setSpeed] = useState<keyof typeof SPEEDS>('five');
  const [isPlaying, setIsPlaying] = useState(false);
  const shown = useRef(onShow);
  useEffect(() => {
    shown.current = onShow;
  });
  const to = (next: number) => {
    setAtS(next);
    if (next >= lastS) return shown.current(null);
    const until = pulses.filter((pulse) => pulse.atS <= next);
    shown.current({ hits: hitsOf(exercise, until), at: until.at(-1) ?? null });
  };
  const step = useRef(to);
  useEffect(() => {
    step.current = to;
  });
  const now = useRef(atS);
  useEffect(() => {
    now.current = atS;
  }, [atS]);
  useEffect(() => {
    if (!isPlaying) return;
    let frame = 0;
    let before = performance.now();
    const go = (ms: number) => {
      const next = Math.min(lastS, now.current + (SPEEDS[speed] * (ms - before)) / 1000);
      before = ms;
      now.current = next;
      step.current(next);
      if (next >= lastS) setIsPlaying(false);
      else frame = requestAnimationFrame(go);
    };
    frame = requestAnimationFrame(go);
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, speed, lastS]);
  const play = () => {
    if (!isPlaying && atS >= lastS) {
      now.current = firstS;
      to(firstS);
    }
    setIsPlaying(!isPlaying);
  };
  return (
    <div className="replay">
      <Button onClick={play}>{isPlaying ? 'Pause' : 'Play again'}</Button>
      <Slider
        className="replay-slider"
        min={firstS}
        max={lastS}
        step={0.1}
        value={atS}
        tooltip={{ open: false }}
        ariaLabelForHandle="Moment shown"
        onChange={(next) => {
          setIsPlaying(false);
          to(next);
        }}
      />
      <span className="figures">
        {figure(atS - firstS, 1)} of {figure(lastS - firstS, 1)} s
      </span>
      <Choice label="Speed" words={SPEED_WORDS} value={speed} onChange={setSpeed} />
    </div>
  );
}
