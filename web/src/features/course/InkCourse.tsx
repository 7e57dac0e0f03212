import type { Area, ClientVisit } from '@tidy-quill/contract/clients';
import { sessionDays, wholeSessions } from '@tidy-quill/core/plan';
import { Skeleton } from 'antd';
import { lazy, Suspense, useMemo } from 'react';
import { useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf, inkTakenText } from '../../text';
import { inkCourseOf } from './ink-course-of';
import { isBooked } from './use-course-case';

const InkCourseChart = lazy(() => import('./InkCourseChart'));

/** What a tattoo's sessions took of each colour, what is left, and what is to be expected; nothing before its first session. */
export function InkCourse({ area, visits }: { area: Area; visits: readonly ClientVisit[] }) {
  const { data } = useCatalogueQuery();
  const { timeZone } = useSignedIn().clinic;
  const key = JSON.stringify(
    visits.toReversed().map(({ startsAt, findings, fading, sessions, cancelled }) => {
      const on = dayOf(startsAt, timeZone);
      return { on, findings, fading, sessions, booked: isBooked({ cancelled, sessions }) };
    }),
  );
  const course = useMemo(() => {
    if (data === undefined || area.job !== 'ink') return null;
    const known = JSON.parse(key) as readonly Known[];
    const found = known.findLast(
      ({ findings }) => findings !== null && 'ink' in findings,
    )?.findings;
    const history = known.flatMap(({ sessions }) => sessions);
    if (found == null || !('ink' in found) || wholeSessions(history).length === 0) return null;
    const fades = known.flatMap(({ on, fading }, index) => {
      if (fading === null) return [];
      const before = known.slice(0, index).flatMap((each) => each.sessions);
      return [{ on, sessions: sessionDays(before), fades: fading.fades }];
    });
    return inkCourseOf({
      subject: { site: area.site, ...found, history },
      untreated: [],
      fades,
      own: data.protocol,
      booked: known.flatMap(({ on, booked }) => (booked ? [on] : [])),
      today: dayOf(new Date().toISOString(), timeZone),
    }).course;
  }, [data, area, key, timeZone]);
  if (course === null) return null;
  return (
    <section className="hair-course-of" aria-label="Course of the ink">
      <Suspense fallback={<Skeleton active paragraph={{ rows: 4 }} />}>
        <InkCourseChart course={course} />
      </Suspense>
      {course.colours.map((each) => (
        <p key={each.colour}>{inkTakenText(each)}</p>
      ))}
      <p className="small">
        An estimate from one clinic’s records (Kirby &amp; Desai 2009), corrected by what this
        tattoo has done; nobody can promise that all ink goes.
      </p>
    </section>
  );
}

type Known = Pick<ClientVisit, 'findings' | 'fading' | 'sessions'> & {
  readonly on: string;
  readonly booked: boolean;
};
