import {
  courseAhead,
  courseSigns,
  howMany,
  nextTakes,
  zoneCourse,
  type CourseCase,
} from '@tidy-quill/core/course';
import { Skeleton } from 'antd';
import { lazy, Suspense, useMemo } from 'react';
import { COURSE_SIGN_WORDS, moreText, takenText, takesText } from '../../text';
import { Notice } from '../../widgets/Notice';

const HairCourseChart = lazy(() => import('./HairCourseChart'));

/** How many visits more are drawn. */
const DRAWN = 4;

/** What a zone's visits took, what is left, and what is to be expected; nothing before its first session. */
export function HairCourse({
  of,
  isOpen,
}: {
  of: CourseCase;
  /** Whether the course goes on. */
  isOpen: boolean;
}) {
  const shown = useMemo(() => {
    const course = zoneCourse(of);
    if (course === null) return null;
    const signs = courseSigns(of, course);
    // Nothing is expected of a course that does not go on, nor of hair that does not respond.
    const goesOn = isOpen && !signs.includes('noTarget');
    return {
      course,
      ahead: courseAhead(of, course, goesOn ? DRAWN : 0),
      many: howMany({ site: of.site, own: of.own, course }),
      takes: nextTakes(of, course),
      signs,
      goesOn,
    };
  }, [of, isOpen]);
  if (shown === null) return null;
  const { course, ahead, many, takes, signs, goesOn } = shown;
  return (
    <section className="hair-course-of" aria-label="Course of the hair">
      <Suspense fallback={<Skeleton active paragraph={{ rows: 4 }} />}>
        <HairCourseChart course={course} ahead={ahead} />
      </Suspense>
      <p>
        {takenText(course)} {goesOn ? moreText(many, course) : ''}
      </p>
      {goesOn ? <p className="small">{takesText(takes)}</p> : null}
      {signs.map((sign) => (
        <Notice key={sign} kind="care" title={COURSE_SIGN_WORDS[sign][0]}>
          <p>{COURSE_SIGN_WORDS[sign][1]}</p>
        </Notice>
      ))}
    </section>
  );
}
