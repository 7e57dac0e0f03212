import { ON_ITS_WORD, OUT_OF_USE, type Drift, type MeasuredDay } from '@tidy-quill/core/device';
import { addDays, daysBetween, defined, type Day } from '@tidy-quill/core/units';
import {
  CartesianGrid,
  Label,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { figure, shortDay } from '../../text';

const DAYS_SHOWN = 120;

/** What was measured of what is shown, in %, over the last months: within a tenth it is used as it is; its trend dashed. */
export default function DriftChart({
  measurements,
  drift,
  today,
}: {
  measurements: readonly MeasuredDay[];
  drift: Drift;
  today: Day;
}) {
  const shown = measurements.filter(({ on }) => daysBetween(on, today) <= DAYS_SHOWN);
  const [first] = shown;
  const last = shown.at(-1);
  if (first === undefined || last === undefined) return null;
  const from = Math.min(daysBetween(today, first.on), -14);
  const until = drift.crosses === null ? 14 : Math.max(14, daysBetween(today, drift.crosses));
  const trendAt = (day: number) =>
    drift.today === null || drift.perDay === null ? null : 100 * (drift.today + drift.perDay * day);
  const data = [
    ...shown.map(({ on, ratio }) => ({ day: daysBetween(today, on), measured: 100 * ratio })),
    ...(drift.perDay === null
      ? []
      : [from, until].map((day) => ({ day, trend: defined(trendAt(day)) }))),
  ].sort((one, other) => one.day - other.day);
  const words = shown.map(({ on, ratio }) => `${shortDay(on)}: ${figure(ratio * 100, 1)} %`);
  return (
    <figure
      className="chart drift-chart"
      role="img"
      aria-label={`Measured of what is shown. ${words.join('; ')}`}
    >
      <ResponsiveContainer width="100%" height={230}>
        <LineChart data={data} margin={{ top: 24, right: 70, bottom: 18, left: 4 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <ReferenceArea
            y1={100 * (1 - ON_ITS_WORD)}
            y2={100 * (1 + ON_ITS_WORD)}
            fill="var(--accent-tint)"
            fillOpacity={0.6}
          />
          {[1 - OUT_OF_USE, 1 + OUT_OF_USE].map((edge) => (
            <ReferenceLine key={edge} y={100 * edge} stroke="var(--stop)" strokeDasharray="5 4">
              <Label value="out of use" position="right" fill="var(--stop-text)" fontSize={12} />
            </ReferenceLine>
          ))}
          <ReferenceLine y={100 * (1 - ON_ITS_WORD)} stroke="var(--strong-rule)">
            <Label value="corrected" position="right" fill="var(--second-ink)" fontSize={12} />
          </ReferenceLine>
          <ReferenceLine x={0} stroke="var(--strong-rule)">
            <Label value="today" position="top" fill="var(--second-ink)" fontSize={12} />
          </ReferenceLine>
          <XAxis
            dataKey="day"
            type="number"
            domain={[from, until]}
            tickFormatter={(day: number) => shortDay(addDays(today, Math.round(day)))}
            tickCount={5}
            stroke="var(--second-ink)"
          />
          <YAxis
            domain={[75, 125]}
            ticks={[80, 90, 100, 110, 120]}
            stroke="var(--second-ink)"
            width={56}
          >
            <Label value="% of shown" position="top" offset={10} dx={14} fill="var(--second-ink)" />
          </YAxis>
          <Line
            dataKey="trend"
            stroke="var(--second-ink)"
            strokeDasharray="4 4"
            dot={false}
            connectNulls
            isAnimationActive={false}
          />
          <Line
            dataKey="measured"
            stroke="var(--accent)"
            strokeWidth={2.2}
            dot={{ r: 4, fill: 'var(--accent)' }}
            connectNulls
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
