import { Button } from 'antd';
import { useState } from 'react';
import type { Corner } from '../../widgets/trace';
import { TraceCursor } from '../../widgets/TraceCursor';
import { useTrace } from '../../widgets/use-trace';

const SIDE_CM = 20;
const SCALE = 14;

const FRAME = { wideCm: SIDE_CM, highCm: SIDE_CM, stepCm: 0.25 };

type Point = Corner;

/** An outline traced corner by corner on a grid of centimetres; by length and width where one cannot point. */
export function OutlineTrace({
  points: given,
  onPoints,
}: {
  points: readonly Point[];
  onPoints: (points: readonly Point[]) => void;
}) {
  const [points, setPoints] = useState(given);
  const change = (next: readonly Point[]) => {
    setPoints(next);
    onPoints(next);
  };
  const trace = useTrace(
    FRAME,
    (corner) => change([...points, corner]),
    () => change(points.slice(0, -1)),
  );
  const path = points.map(([x, y]) => `${x * SCALE},${y * SCALE}`).join(' ');
  const size = SIDE_CM * SCALE;
  const lines = Array.from({ length: SIDE_CM + 1 }, (_, i) => i * SCALE);
  return (
    <div className="outline">
      <svg
        viewBox={`0 0 ${size} ${size}`}
        role="application"
        aria-label={`Outline of ${points.length} corners on a grid of 1 cm; arrows move, Enter sets a corner, Backspace takes it back`}
        {...trace.handlers}
      >
        {lines.map((at) => (
          <path key={at} d={`M${at},0V${size}M0,${at}H${size}`} stroke="var(--rule)" />
        ))}
        <polygon points={path} fill="var(--accent-tint)" stroke="var(--accent)" strokeWidth={2} />
        {points.map(([x, y], index) => (
          <circle key={index} cx={x * SCALE} cy={y * SCALE} r={3.5} fill="var(--accent)" />
        ))}
        <TraceCursor cursor={trace.cursor} scale={SCALE} />
      </svg>
      <p className="small">
        One square is 1 cm. Press the corners in turn, or reach them by arrows and Enter.
      </p>
      <Button
        size="small"
        disabled={points.length === 0}
        onClick={() => change(points.slice(0, -1))}
      >
        Take back a corner
      </Button>
      <Button size="small" disabled={points.length === 0} onClick={() => change([])}>
        Clear
      </Button>
    </div>
  );
}
