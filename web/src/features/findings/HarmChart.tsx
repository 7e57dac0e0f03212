import type { UChart } from '@tidy-quill/core/findings';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Label,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import { figure, shortDay } from '../../text';

/** Harm per session by month, between the limits that chance keeps to; what lies beyond is marked. */
export default function HarmChart({ chart }: { chart: UChart }) {
  const { centre, points } = chart;
  if (centre === null) return null;
  const rows = points.map(({ at, rate, low, high, signal }) => ({
    at,
    rate: rate === null ? null : rate * 100,
    limits: rate === null ? null : [low * 100, high * 100],
    marked: signal === null || rate === null ? null : rate * 100,
  }));
  const top = Math.max(5, ...points.flatMap(({ rate, high }) => [(rate ?? 0) * 100, high * 100]));
  const end = ENDS.find((each) => each >= top) ?? 100;
  const said = points
    .filter(({ rate }) => rate !== null)
    .map(
      ({ at, events, sessions, signal }) =>
        `${shortMonth(at)}: ${events} in ${sessions}${signal === null ? '' : ', beyond chance'}`,
    );
  return (
    <figure
      className="chart harm-chart"
      role="img"
      aria-label={`Sessions with harm by month. Mean ${figure(centre * 100)} %. ${said.join('; ')}`}
    >
      <ResponsiveContainer width="100%" height={240}>
        <ComposedChart data={rows} margin={{ top: 24, right: 64, bottom: 6, left: 4 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="at"
            tickFormatter={shortMonth}
            minTickGap={28}
            stroke="var(--second-ink)"
            tickLine={false}
          />
          <YAxis
            domain={[0, end]}
            ticks={[0, end / 2, end]}
            stroke="var(--second-ink)"
            tickLine={false}
            width={46}
          >
            <Label
              value="% of sessions"
              position="top"
              offset={12}
              dx={20}
              fill="var(--second-ink)"
            />
          </YAxis>
          <Area
            type="step"
            dataKey="limits"
            stroke="var(--strong-rule)"
            strokeDasharray="3 3"
            fill="var(--accent-tint)"
            fillOpacity={0.6}
            activeDot={false}
            isAnimationActive={false}
          />
          <ReferenceLine y={centre * 100} stroke="var(--second-ink)">
            <Label
              value={`mean ${figure(centre * 100)} %`}
              position="right"
              fill="var(--second-ink)"
              fontSize={12}
            />
          </ReferenceLine>
          <Line
            dataKey="rate"
            stroke="var(--accent)"
            strokeWidth={2}
            dot={{ r: 3, fill: 'var(--accent)' }}
            activeDot={false}
            connectNulls
            isAnimationActive={false}
          />
          <Scatter dataKey="marked" fill="var(--stop)" shape="diamond" isAnimationActive={false} />
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption>
        Shaded: the limits of three standard deviations for each month’s own number of sessions · ◆
        beyond them, or the eighth month in a row on one side of the mean
      </figcaption>
    </figure>
  );
}

const ENDS = [5, 10, 20, 50, 100];

const shortMonth = (at: string) => shortDay(`${at}-01`).slice(2);
