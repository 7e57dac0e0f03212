import type { OutcomeAnalysis, TrialDesign } from '@tidy-quill/core/trial';
import { figure } from '../../text';

const WIDTH = 380;
const HEIGHT = 200;
const [TOP, BOTTOM] = [14, 166];
const [X_A, X_B] = [70, 210];
const X_DIFFERENCE = 310;

const UNIT = { hairLeft: ' %', pain: '', minutes: ' min', harm: '' } as const;

/** Each client’s two sides joined by a line, and beside them the difference with its 95 % interval. */
export function PairChart({
  outcome: { outcome, pairs, analysis },
  arms,
}: {
  outcome: OutcomeAnalysis;
  arms: TrialDesign['arms'];
}) {
  const values = pairs.flatMap(({ a, b }) => [a, b]);
  const [low, high] = [Math.min(0, ...values), Math.max(...values, 1e-9)];
  const y = (value: number) => BOTTOM - ((value - low) / (high - low)) * (BOTTOM - TOP);
  const shift = analysis?.shift ?? null;
  const reach = Math.max(
    1e-9,
    ...pairs.map(({ a, b }) => Math.abs(a - b)),
    ...(shift === null ? [] : [Math.abs(shift.low), Math.abs(shift.high)]),
  );
  const middle = (TOP + BOTTOM) / 2;
  const yDifference = (value: number) => middle - (value / reach) * ((BOTTOM - TOP) / 2 - 4);
  const said = pairs.map(({ id, a, b }) => `${id}: ${figure(a)} and ${figure(b)}`);
  return (
    <svg
      className="pair-chart"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${arms.a.name} and ${arms.b.name}, client by client. ${said.join('; ')}`}
    >
      {[X_A, X_B].map((x) => (
        <line key={x} x1={x} x2={x} y1={TOP} y2={BOTTOM} stroke="var(--strong-rule)" />
      ))}
      {[low, high].map((value) => (
        <text key={value} x={X_A - 12} y={y(value) + 4} textAnchor="end">
          {figure(value)}
          {UNIT[outcome]}
        </text>
      ))}
      {pairs.map(({ id, a, b }) => (
        <g key={id} stroke="var(--accent)" fill="var(--accent)">
          <line x1={X_A} x2={X_B} y1={y(a)} y2={y(b)} strokeOpacity={0.7} />
          <circle cx={X_A} cy={y(a)} r={3} />
          <circle cx={X_B} cy={y(b)} r={3} />
        </g>
      ))}
      <text x={X_A} y={BOTTOM + 18} textAnchor="middle">
        A {arms.a.name}
      </text>
      <text x={X_B} y={BOTTOM + 18} textAnchor="middle">
        B {arms.b.name}
      </text>
      <line
        x1={X_DIFFERENCE - 34}
        x2={X_DIFFERENCE + 34}
        y1={middle}
        y2={middle}
        stroke="var(--strong-rule)"
        strokeDasharray="3 3"
      />
      <text x={X_DIFFERENCE + 38} y={middle + 4}>
        0
      </text>
      {pairs.map(({ id, a, b }) => (
        <circle
          key={id}
          cx={X_DIFFERENCE - 16}
          cy={yDifference(a - b)}
          r={2.6}
          fill="var(--second-ink)"
          fillOpacity={0.6}
        />
      ))}
      {shift === null ? null : (
        <g stroke="var(--ink)" fill="var(--ink)">
          <line
            x1={X_DIFFERENCE + 10}
            x2={X_DIFFERENCE + 10}
            y1={yDifference(shift.low)}
            y2={yDifference(shift.high)}
            strokeWidth={1.5}
          />
          <circle cx={X_DIFFERENCE + 10} cy={yDifference(shift.estimate)} r={4} />
        </g>
      )}
      <text x={X_DIFFERENCE} y={BOTTOM + 18} textAnchor="middle">
        A − B, 95 %
      </text>
    </svg>
  );
}
