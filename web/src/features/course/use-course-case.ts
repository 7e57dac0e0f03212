import type { Area, ClientVisit } from '@tidy-quill/contract/clients';
import type { CourseCase } from '@tidy-quill/core/course';
import type { HairFinding } from '@tidy-quill/core/plan';
import type { Day } from '@tidy-quill/core/units';
import { useMemo } from 'react';
import { useCatalogueQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { dayOf } from '../../text';

/** What the course of an area of hair is worked out from, by its visits, newest first; null for ink, and until it is known. */
export function useCourseCase(area: Area, visits: readonly ClientVisit[]): CourseCase | null {
  const { data } = useCatalogueQuery();
  const { timeZone } = useSignedIn().clinic;
  // Visits are filtered again at each rendering; what is in them changes seldom.
  const key = JSON.stringify(
    visits.toReversed().map(({ startsAt, findings, sessions, ...visit }) => {
      const hair = findings !== null && 'hair' in findings ? findings.hair : null;
      const on = dayOf(startsAt, timeZone);
      return { on, hair, sessions, booked: isBooked({ sessions, ...visit }) };
    }),
  );
  return useMemo(() => {
    if (data === undefined || area.job !== 'hair') return null;
    const known = JSON.parse(key) as readonly Known[];
    return {
      site: area.site,
      history: known.flatMap(({ sessions }) => sessions),
      looks: known.flatMap(({ on, hair }) => (hair === null ? [] : [{ on, hair }])),
      own: data.protocol,
      booked: known.flatMap(({ on, booked }) => (booked ? [on] : [])),
      today: dayOf(new Date().toISOString(), timeZone),
    };
  }, [data, area, key, timeZone]);
}

type Known = Pick<ClientVisit, 'sessions'> & {
  readonly on: Day;
  readonly hair: HairFinding | null;
  readonly booked: boolean;
};

/** Whether a visit is still to take place: not cancelled, and nothing was fired in it. */
export const isBooked = ({ cancelled, sessions }: Pick<ClientVisit, 'cancelled' | 'sessions'>) =>
  cancelled === null && sessions.length === 0;

/** The visits of one area, as they were given. */
export const ofArea = (visits: readonly ClientVisit[], areaId: string): readonly ClientVisit[] =>
  visits.filter((visit) => visit.areaId === areaId);
