import './course.css';
import { enoughFrom, whenNext, type Met, type ZoneCourse } from '@tidy-quill/core/course';
import { addDays, daysBetween, defined, type Day } from '@tidy-quill/core/units';
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Label,
  Line,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { dayText, figure, metText } from '../../text';

/** What a visit at each week after the last one would meet; the clinic's interval and the day that is chosen are marked. */
export default function WhenNext({
  course,
  usualWeeks,
  bounds,
  chosen,
}: {
  course: ZoneCourse;
  /** The clinic's interval. */
  usualWeeks: number;
  /** Weeks between which a visit is neither too soon nor late. */
  bounds: { readonly earliest: number; readonly latest: number };
  chosen: Day;
}) {
  const curve = whenNext(course);
  const last = defined(course.visits.at(-1)).on;
  const week = daysBetween(last, chosen) / 7;
  const at = nearest(curve, week);
  const usual = nearest(curve, usualWeeks);
  const enough = enoughFrom(curve);
  const dayAfter = (weeks: number) => addDays(last, Math.ceil(weeks * 7));
  const rows = curve.map(({ week: each, share }) => ({
    week: each,
    met: share.median * 100,
    band: [share.low * 100, share.high * 100],
  }));
  return (
    <figure className="chart when-next">
      <ResponsiveContainer width="100%" height={150}>
        <ComposedChart data={rows} margin={{ top: 26, right: 24, bottom: 20, left: 30 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="week"
            type="number"
            domain={[2, 26]}
            ticks={[2, 6, 10, 14, 18, 22, 26]}
            stroke="var(--second-ink)"
            tickLine={false}
          >
            <Label
              value="weeks after the last visit"
              position="insideBottomRight"
              offset={-14}
              fill="var(--second-ink)"
            />
          </XAxis>
          <YAxis
            domain={[0, 100]}
            ticks={[0, 50, 100]}
            stroke="var(--second-ink)"
            tickLine={false}
            width={52}
          >
            <Label value="% met" position="top" offset={12} fill="var(--second-ink)" />
          </YAxis>
          <ReferenceArea
            x1={bounds.earliest}
            x2={Math.min(26, bounds.latest)}
            fill="var(--accent)"
            fillOpacity={0.07}
          />
          <Area
            dataKey="band"
            stroke="none"
            fill="var(--accent)"
            fillOpacity={0.16}
            activeDot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="met"
            stroke="var(--accent)"
            strokeWidth={2.5}
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
          <ReferenceLine x={usualWeeks} stroke="var(--second-ink)" strokeDasharray="4 4">
            <Label value="usual" position="top" fill="var(--second-ink)" />
          </ReferenceLine>
          {week >= 2 && week <= 26 ? (
            <ReferenceDot
              x={week}
              y={at.share.median * 100}
              r={6}
              fill="var(--ink)"
              stroke="none"
            />
          ) : null}
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption role="status">
        {week < 2 ? (
          `${dayText(chosen)} is under two weeks after the last visit: hardly any hair has grown back.`
        ) : week > 26 ? (
          `${dayText(chosen)} is ${figure(week, 0)} weeks after the last visit, beyond half a year: hair has cycled on.`
        ) : (
          <>
            A visit on {dayText(chosen)}, {figure(week, week % 1 < 0.05 ? 0 : 1)} weeks after the
            last, {metText(at)}.
          </>
        )}{' '}
        At the usual {usualWeeks} weeks it {metText(usual)}. Shaded: earliest{' '}
        {dayText(dayAfter(bounds.earliest))}, latest {dayText(dayAfter(bounds.latest))}.{' '}
        {enough > usualWeeks
          ? `Nine tenths of the most are met from ${enough} weeks on.`
          : `From ${enough} weeks on waiting gains little.`}
      </figcaption>
    </figure>
  );
}

const nearest = (curve: readonly Met[], week: number): Met =>
  curve.reduce((best, each) =>
    Math.abs(each.week - week) < Math.abs(best.week - week) ? each : best,
  );
