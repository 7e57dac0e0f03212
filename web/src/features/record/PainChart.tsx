import {
  CartesianGrid,
  Label,
  LabelList,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { defined } from '@tidy-quill/core/units';
import { figure } from '../../text';
import { wholeTicks } from '../plan/chart-scale';

/** Pain 0–10 over the minutes of a session, each score as it was said. */
export default function PainChart({
  pains,
}: {
  pains: readonly { readonly minute: number; readonly score: number }[];
}) {
  const said = pains.map(({ minute, score }) => `${score} at ${figure(minute, 0)} min`);
  const minutes = wholeTicks(Math.max(...pains.map(({ minute }) => minute)), 6);
  return (
    <figure className="chart" role="img" aria-label={`Pain: ${said.join(', ')}`}>
      <ResponsiveContainer width="100%" height={170}>
        <LineChart data={[...pains]} margin={{ top: 30, right: 30, bottom: 22, left: 10 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="minute"
            type="number"
            domain={[0, defined(minutes.at(-1))]}
            ticks={minutes}
            stroke="var(--second-ink)"
            tickLine={false}
          >
            <Label value="min" position="insideBottomRight" offset={-14} fill="var(--second-ink)" />
          </XAxis>
          <YAxis
            domain={[0, 10]}
            ticks={[0, 5, 7, 10]}
            stroke="var(--second-ink)"
            tickLine={false}
            width={48}
          >
            <Label value="pain 0–10" position="top" offset={14} fill="var(--second-ink)" />
          </YAxis>
          <ReferenceLine
            y={7}
            stroke="var(--stop)"
            strokeDasharray="3 4"
            label={{ value: 'stop from 7', position: 'insideTopRight', fill: 'var(--stop-text)' }}
          />
          <Line
            dataKey="score"
            stroke="var(--ink)"
            strokeWidth={2}
            dot={{ r: 4, fill: 'var(--ink)' }}
            isAnimationActive={false}
          >
            <LabelList dataKey="score" position="top" offset={8} fill="var(--ink)" />
          </Line>
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
