import './plan.css';
import type { LightCheck } from '@tidy-quill/core/window';
import { defined } from '@tidy-quill/core/units';
import { figure } from '../../text';
import { ChartAxes } from './ChartAxes';
import { linear, linePath, roundTicks } from './chart-scale';

const WIDTH = 460;
const HEIGHT = 210;
const LEFT = 40;
const RIGHT = 440;
const TOP = 12;
const BOTTOM = 166;

/** Fluence ratio against depth: the fast solver as a line, Monte Carlo as points with three standard errors. */
export function LightCheckChart({ check }: { check: LightCheck }) {
  const { depthsMm, fast, slow, standardError } = check;
  const deepest = defined(depthsMm.at(-1));
  const highest = Math.max(...fast, ...slow) * 1.1;
  const x = linear(0, deepest, LEFT, RIGHT);
  const y = linear(0, highest, BOTTOM, TOP);
  const said = depthsMm.map(
    (depth, i) =>
      `${depth} mm: fast ${figure(defined(fast[i]), 2)}, Monte Carlo ${figure(defined(slow[i]), 2)}`,
  );
  return (
    <figure className="temperature-curves">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={said.join('; ')}>
        <ChartAxes
          {...{ x, y }}
          xTicks={roundTicks(deepest, 4)}
          yTicks={roundTicks(highest, 4)}
          word="depth, mm"
          box={{ left: LEFT, right: RIGHT, top: TOP, bottom: BOTTOM }}
        />
        <path
          d={linePath(depthsMm.map((depth, i) => [x.to(depth), y.to(defined(fast[i]))]))}
          className="map-line"
          stroke="var(--accent)"
        />
        {depthsMm.map((depth, i) => (
          <g key={depth} stroke="var(--ink)" strokeWidth={1.6}>
            <path
              d={`M${x.to(depth)},${y.to(defined(slow[i]) - 3 * defined(standardError[i]))}V${y.to(defined(slow[i]) + 3 * defined(standardError[i]))}`}
            />
            <circle cx={x.to(depth)} cy={y.to(defined(slow[i]))} r={3.5} fill="var(--surface)" />
          </g>
        ))}
        <text x={RIGHT} y={TOP + 12} textAnchor="end" className="temperature-curves-label">
          line: fast solver; points: Monte Carlo, ± 3 standard errors
        </text>
      </svg>
      <figcaption>Fluence in the skin over fluence on it, on the axis of the spot.</figcaption>
    </figure>
  );
}
