import './course.css';
import { shortDay } from '../../text';
import type { Day } from '@tidy-quill/core/units';
import type { ReactNode } from 'react';
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

/** A value of a course at a week, in %, and the band around it. */
export interface CoursePoint {
  readonly week: number;
  readonly value: number;
  readonly band: readonly [low: number, high: number] | null;
  /** Whether it is expected, and not as it was. */
  readonly ahead: boolean;
}

/** One line of a course: what was, what is expected, and what was seen of it. */
export interface CourseLineOf {
  readonly key: string;
  /** In order; two at one week are a step. */
  readonly points: readonly CoursePoint[];
  readonly seen: readonly { readonly week: number; readonly value: number }[];
  readonly shape: 'circle' | 'square' | 'triangle' | 'diamond' | 'star' | 'cross';
  readonly stroke: string;
  readonly width: number;
  /** How it is dashed where it is expected. */
  readonly dash: string;
}

type Row = Readonly<Record<string, number | readonly [number, number] | null>>;

/**
 * A course over its weeks, of hair or of ink: visits made and to come as upright lines, what was as a full line, what is
 * expected dashed, bands, and what was seen as points.
 */
export function CourseOverWeeks({
  said,
  unit,
  startedOn,
  today,
  visits,
  ahead,
  lines,
  top = 100,
  children,
}: {
  /** All of it in words. */
  said: string;
  unit: string;
  startedOn: Day;
  /** Week of the course that today is. */
  today: number;
  visits: readonly number[];
  ahead: readonly number[];
  lines: readonly CourseLineOf[];
  /** Highest value that is drawn. */
  top?: number;
  /** The key. */
  children: ReactNode;
}) {
  const rows = lines.flatMap((line) => rowsOf(line)).sort((one, other) => week(one) - week(other));
  const last = Math.max(1, ...rows.map(week));
  return (
    <figure className="chart hair-course" role="img" aria-label={said}>
      <ResponsiveContainer width="100%" height={250}>
        <ComposedChart data={rows} margin={{ top: 26, right: 24, bottom: 20, left: 30 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="week"
            type="number"
            domain={[0, last]}
            ticks={weekTicks(last)}
            stroke="var(--second-ink)"
            tickLine={false}
          >
            <Label
              value={`weeks from ${shortDay(startedOn)}`}
              position="insideBottomRight"
              offset={-14}
              fill="var(--second-ink)"
            />
          </XAxis>
          <YAxis
            domain={[0, top]}
            ticks={[0, 50, 100, ...(top > 100 ? [top] : [])]}
            stroke="var(--second-ink)"
            tickLine={false}
            width={52}
          >
            <Label value={unit} position="top" offset={12} fill="var(--second-ink)" />
          </YAxis>
          {visits.map((at, index) => (
            <ReferenceLine key={`made ${index}`} x={at} stroke="var(--ink)" strokeOpacity={0.35} />
          ))}
          {ahead.map((at) => (
            <ReferenceLine key={at} x={at} stroke="var(--rule)" strokeDasharray="4 4" />
          ))}
          <ReferenceLine x={today} stroke="var(--accent)">
            <Label value="today" position="top" fill="var(--accent)" />
          </ReferenceLine>
          {lines.map(({ key, stroke }) => (
            <Area
              key={`${key} band`}
              dataKey={`${key} band`}
              stroke="none"
              fill={stroke}
              fillOpacity={0.14}
              activeDot={false}
              connectNulls
              isAnimationActive={false}
            />
          ))}
          {lines.flatMap(({ key, stroke, width, dash }) =>
            ['past', 'ahead'].map((part) => (
              <Line
                key={`${key} ${part}`}
                dataKey={`${key} ${part}`}
                stroke={stroke}
                strokeWidth={width}
                {...(part === 'ahead' ? { strokeDasharray: dash } : {})}
                dot={false}
                activeDot={false}
                connectNulls
                isAnimationActive={false}
              />
            )),
          )}
          {lines.map(({ key, seen, shape }) =>
            seen.length === 0 ? null : (
              <Scatter
                key={`${key} seen`}
                data={[...seen]}
                dataKey="value"
                fill="var(--ink)"
                isAnimationActive={false}
                shape={shape}
              />
            ),
          )}
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption>{children}</figcaption>
    </figure>
  );
}

const week = (row: Row) => row['week'] as number;

/** What was and what is expected meet at the last point of what was, so that the line is whole. */
function rowsOf({ key, points }: CourseLineOf): Row[] {
  const turn = points.findLastIndex((point) => !point.ahead);
  return points.map(({ week: at, value, band }, index) => ({
    week: at,
    [`${key} past`]: index <= turn ? value : null,
    [`${key} ahead`]: index >= turn ? value : null,
    [`${key} band`]: band,
  }));
}

function weekTicks(last: number): number[] {
  const step = last > 110 ? 26 : last > 55 ? 13 : 6;
  return Array.from({ length: Math.floor(last / step) + 1 }, (_, index) => index * step);
}
