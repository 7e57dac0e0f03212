import './course.css';
import type { CourseAhead, HairCourse, ZoneCourse } from '@tidy-quill/core/course';
import { addDays, defined } from '@tidy-quill/core/units';
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
import { figure, shortDay, takenText } from '../../text';

/**
 * A zone's hair over its visits: what grows and what is alive, in % of what it was before the first visit; the visits as steps,
 * counts as points, the band of what was learnt, and what is expected dashed.
 */
export default function HairCourseChart({
  course,
  ahead,
}: {
  course: ZoneCourse;
  ahead: CourseAhead;
}) {
  const { counts, learnt, startedOn, visits, week } = course;
  const before = defined(ahead.median.visits[0]).growing;
  const rows = rowsOf(ahead, before, week);
  const last = defined(rows.at(-1)).week;
  const density = learnt.densityPerCm2;
  const seen = counts.map((count) => ({
    week: count.week,
    counted: density === null ? 0 : (count.perCm2 / density) * 100,
    text: `${figure(count.perCm2, 0)}/cm²`,
  }));
  const top = Math.max(100, ...seen.map(({ counted }) => Math.ceil(counted / 25) * 25));
  const said = seen.map(({ week: at, text }) => `${text} counted in week ${figure(at, 0)}`);
  return (
    <figure
      className="chart hair-course"
      role="img"
      aria-label={`Hair over the weeks. ${takenText(course)} ${said.join('; ')}`}
    >
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
            <Label value="% of before" position="top" offset={12} fill="var(--second-ink)" />
          </YAxis>
          {visits.map((visit) => (
            <ReferenceLine key={visit.on} x={visit.week} stroke="var(--ink)" strokeOpacity={0.35} />
          ))}
          {ahead.visits.map((at) => (
            <ReferenceLine key={at} x={at} stroke="var(--rule)" strokeDasharray="4 4" />
          ))}
          <ReferenceLine x={week} stroke="var(--accent)">
            <Label value="today" position="top" fill="var(--accent)" />
          </ReferenceLine>
          <Area
            dataKey="band"
            stroke="none"
            fill="var(--accent)"
            fillOpacity={0.16}
            activeDot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="alivePast"
            stroke="var(--second-ink)"
            strokeWidth={2}
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="aliveAhead"
            stroke="var(--second-ink)"
            strokeWidth={2}
            strokeDasharray="2 4"
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="growingPast"
            stroke="var(--accent)"
            strokeWidth={2.5}
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="growingAhead"
            stroke="var(--accent)"
            strokeDasharray="6 4"
            strokeWidth={2}
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
          <Scatter
            data={seen}
            dataKey="counted"
            fill="var(--ink)"
            isAnimationActive={false}
            shape="diamond"
          />
        </ComposedChart>
      </ResponsiveContainer>
      <figcaption>
        <span className="course-key is-growing" aria-hidden /> growing hair{' '}
        <span className="course-key is-alive" aria-hidden /> follicles alive{' '}
        {seen.length === 0 ? '' : '◆ counted '}· upright lines: visits · dashed: expected at the
        usual interval, next{' '}
        {shortDay(addDays(startedOn, Math.round(defined(ahead.visits[0]) * 7)))}
      </figcaption>
    </figure>
  );
}

interface Row {
  readonly week: number;
  readonly band: readonly [number, number];
  readonly growingPast: number | null;
  readonly growingAhead: number | null;
  readonly alivePast: number | null;
  readonly aliveAhead: number | null;
}

/** Week by week, and right before and after each visit, so that it falls as a step. */
function rowsOf({ low, median, high }: CourseAhead, before: number, today: number): readonly Row[] {
  const row = (week: number, of: (course: HairCourse) => { growing: number; alive: number }) => {
    const [slow, middle, fast] = [of(low), of(median), of(high)];
    const growing = (middle.growing / before) * 100;
    const alive = middle.alive * 100;
    const past = week <= today;
    const isAhead = week >= today - 1;
    return {
      week,
      band: [
        (Math.min(slow.growing, fast.growing) / before) * 100,
        (Math.max(slow.growing, fast.growing) / before) * 100,
      ] as const,
      growingPast: past ? growing : null,
      growingAhead: isAhead ? growing : null,
      alivePast: past ? alive : null,
      aliveAhead: isAhead ? alive : null,
    };
  };
  const weeks = median.at.map(({ week }) => row(week, (course) => defined(course.at[week])));
  const steps = median.visits.flatMap((visit, index) => [
    row(visit.week, (course) => defined(course.visits[index])),
    row(visit.week, (course) => defined(course.visits[index]).after),
  ]);
  // Before a visit comes ahead of after it, at the same week.
  return [...steps, ...weeks].sort((one, other) => one.week - other.week);
}

function weekTicks(last: number): number[] {
  const step = last > 110 ? 26 : last > 55 ? 13 : 6;
  return Array.from({ length: Math.floor(last / step) + 1 }, (_, index) => index * step);
}
