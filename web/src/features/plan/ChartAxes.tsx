import { figure } from '../../text';
import type { ChartScale } from './chart-scale';

/** Both axes of a small chart: upright on the left, level at the foot with its word below. */
export function ChartAxes({
  x,
  y,
  xTicks,
  yTicks,
  word,
  yWord = figure,
  box: { left, right, top, bottom },
}: {
  x: ChartScale;
  y: ChartScale;
  xTicks: readonly number[];
  yTicks: readonly number[];
  /** What the level axis tells, with its unit. */
  word: string;
  yWord?: (value: number) => string;
  /** The drawing within the picture, in its own units. */
  box: {
    readonly left: number;
    readonly right: number;
    readonly top: number;
    readonly bottom: number;
  };
}) {
  return (
    <>
      <path d={`M${left},${top}V${bottom}H${right}`} fill="none" stroke="var(--strong-rule)" />
      <g textAnchor="end" className="temperature-curves-word">
        {yTicks.map((value) => (
          <text key={value} x={left - 6} y={y.to(value) + 4}>
            {yWord(value)}
          </text>
        ))}
      </g>
      <g textAnchor="middle" className="temperature-curves-word">
        {xTicks.map((value) => (
          <text key={value} x={x.to(value)} y={bottom + 18}>
            {figure(value)}
          </text>
        ))}
        <text x={(left + right) / 2} y={bottom + 36}>
          {word}
        </text>
      </g>
    </>
  );
}
