import { gapCost, howMany, zoneCourse } from '@tidy-quill/core/course';
import { sessionDays, type PlanCase } from '@tidy-quill/core/plan';
import { useMemo } from 'react';
import { gapText, moreText, ordinal } from '../../text';

/** Which session of the course this one is, how many more are to be expected, and what the last gap cost; nothing at the first. */
export function CourseLine({ plan: { subject, protocol, today } }: { plan: PlanCase }) {
  const said = useMemo(() => {
    const of = {
      site: subject.site,
      history: subject.history,
      own: protocol,
      today,
      looks: [{ on: today, hair: subject.hair }],
    };
    const course = zoneCourse(of);
    if (course === null) return null;
    const gap = gapCost(of, today);
    return [
      `The ${ordinal(sessionDays(subject.history) + 1)} session of this course.`,
      moreText(howMany({ site: of.site, own: protocol, course }), course),
      gap === null ? '' : gapText(gap),
    ];
  }, [subject, protocol, today]);
  return said === null ? null : <p className="course-line small">{said.join(' ')}</p>;
}
