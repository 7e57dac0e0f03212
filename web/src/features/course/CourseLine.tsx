import { gapCost, howMany, zoneCourse, type CourseCase } from '@tidy-quill/core/course';
import { sessionDays, type PlanCase } from '@tidy-quill/core/plan';
import { Cache } from '@tidy-quill/core/units';
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
    return lines.recall(JSON.stringify(of), () => ({ text: lineOf(of) })).text;
  }, [subject, protocol, today]);
  return said === null ? null : <p className="course-line small">{said}</p>;
}

const KEPT = 12;

const lines = new Cache<{ readonly text: string | null }>(KEPT);

/** Nothing before the first session. */
function lineOf(of: CourseCase): string | null {
  const course = zoneCourse(of);
  if (course === null) return null;
  const gap = gapCost(of, of.today);
  return [
    `The ${ordinal(sessionDays(of.history) + 1)} session of this course.`,
    moreText(howMany({ site: of.site, own: of.own, course }), course),
    gap === null ? '' : gapText(gap),
  ].join(' ');
}
