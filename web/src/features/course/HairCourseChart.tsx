import type { CourseAhead, HairCourse, ZoneCourse } from '@tidy-quill/core/course';
import { addDays, defined } from '@tidy-quill/core/units';
import { figure, shortDay, takenText } from '../../text';
import { CourseOverWeeks, type CoursePoint } from './CourseOverWeeks';

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
  const [next] = ahead.visits;
  const density = learnt.densityPerCm2;
  const seen = counts.map((count) => ({
    week: count.week,
    value: density === null ? 0 : (count.perCm2 / density) * 100,
  }));
  const said = counts.map(
    ({ perCm2, week: at }) => `${figure(perCm2, 0)}/cm² counted in week ${figure(at, 0)}`,
  );
  return (
    <CourseOverWeeks
      said={`Hair over the weeks. ${takenText(course)} ${said.join('; ')}`}
      unit="% of before"
      startedOn={startedOn}
      today={week}
      visits={visits.map((visit) => visit.week)}
      ahead={ahead.visits}
      top={Math.max(100, ...seen.map(({ value }) => Math.ceil(value / 25) * 25))}
      lines={[
        {
          key: 'alive',
          points: pointsOf(course, ahead, ({ alive }) => alive * 100, false),
          seen: [],
          shape: 'circle',
          stroke: 'var(--second-ink)',
          width: 2,
          dash: '2 4',
        },
        {
          key: 'growing',
          points: pointsOf(course, ahead, ({ growing }) => (growing / before) * 100, true),
          seen,
          shape: 'diamond',
          stroke: 'var(--accent)',
          width: 2.5,
          dash: '6 4',
        },
      ]}
    >
      <span className="course-key is-growing" aria-hidden /> growing hair{' '}
      <span className="course-key is-alive" aria-hidden /> follicles alive{' '}
      {seen.length === 0 ? '' : '◆ counted '}· upright lines: visits · dashed: expected, as booked
      and then at the usual interval
      {next === undefined ? '' : `, next ${shortDay(addDays(startedOn, Math.round(next * 7)))}`}
    </CourseOverWeeks>
  );
}

interface Hair {
  readonly growing: number;
  readonly alive: number;
}

/** Week by week, and right before and after each visit, so that it falls as a step. */
function pointsOf(
  { visits: made, week: today }: ZoneCourse,
  { visits: toCome, low, median, high }: CourseAhead,
  of: (hair: Hair) => number,
  banded: boolean,
): readonly CoursePoint[] {
  const point = (week: number, ahead: boolean, at: (course: HairCourse) => Hair): CoursePoint => {
    const [slow, fast] = [of(at(low)), of(at(high))];
    const band = [Math.min(slow, fast), Math.max(slow, fast)] as const;
    return { week, value: of(at(median)), band: banded ? band : null, ahead };
  };
  const expected = Math.min(today, toCome[0] ?? Infinity);
  const weeks = median.at.map(({ week }) =>
    point(week, week >= expected, (course) => defined(course.at[week])),
  );
  const steps = median.visits.flatMap((visit, index) => {
    const ahead = index >= made.length;
    return [
      point(visit.week, ahead, (course) => defined(course.visits[index])),
      point(visit.week, ahead, (course) => defined(course.visits[index]).after),
    ];
  });
  // Before a visit comes ahead of after it, at the same week.
  return [...steps, ...weeks].sort((one, other) => one.week - other.week);
}
