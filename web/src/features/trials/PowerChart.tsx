import type { PowerPoint } from '@tidy-quill/core/trial';
import {
  CartesianGrid,
  Label,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { figure } from '../../text';

/** The chance to find the difference that would matter, over the number of clients. */
export default function PowerChart({
  curve,
  clients,
}: {
  curve: readonly PowerPoint[];
  clients: number;
}) {
  const said = curve.map((point) => `${point.clients}: ${figure(point.power * 100, 0)} %`);
  return (
    <figure className="chart" role="img" aria-label={`Power by clients. ${said.join('; ')}`}>
      <ResponsiveContainer width="100%" height={210}>
        <LineChart
          data={curve.map((point) => ({ clients: point.clients, power: point.power * 100 }))}
          margin={{ top: 24, right: 60, bottom: 18, left: 4 }}
        >
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="clients"
            type="number"
            domain={[6, 40]}
            ticks={[6, 10, 20, 30, 40]}
            stroke="var(--second-ink)"
            tickLine={false}
          >
            <Label
              value="clients"
              position="insideBottomRight"
              offset={-12}
              fill="var(--second-ink)"
            />
          </XAxis>
          <YAxis
            domain={[0, 100]}
            ticks={[0, 50, 80, 100]}
            stroke="var(--second-ink)"
            tickLine={false}
            width={44}
          >
            <Label value="% power" position="top" offset={12} dx={8} fill="var(--second-ink)" />
          </YAxis>
          <ReferenceLine y={80} stroke="var(--strong-rule)" strokeDasharray="4 4" />
          <ReferenceLine x={clients} stroke="var(--ink)">
            <Label value={`${clients} planned`} position="top" fill="var(--ink)" fontSize={12} />
          </ReferenceLine>
          <Line
            dataKey="power"
            stroke="var(--accent)"
            strokeWidth={2.2}
            dot={{ r: 3, fill: 'var(--accent)' }}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
