import type { CourseCase } from '@tidy-quill/core/course';
import { intervalBounds, intervalWeeksOf } from '@tidy-quill/core/figures';
import type { Day } from '@tidy-quill/core/units';
import { Skeleton } from 'antd';
import { lazy, Suspense, useDeferredValue } from 'react';
import { courseOf } from './course-of';

const WhenNext = lazy(() => import('./WhenNext'));

/** When to come next, by what a visit would meet; nothing before the first session. */
export function NextOnCourse({ of, chosen }: { of: CourseCase; chosen: Day }) {
  // What it is worked out from is put together at each rendering, and seldom changes.
  const course = courseOf(JSON.stringify(of));
  // The stage opens first; its heaviest part follows at once.
  const isOpened = useDeferredValue(true, false);
  if (course === null) return null;
  if (!isOpened) return <div className="when-next-place" />;
  return (
    <Suspense fallback={<Skeleton active paragraph={{ rows: 3 }} />}>
      <WhenNext
        course={course}
        usualWeeks={intervalWeeksOf(of.own, of.site)}
        bounds={intervalBounds(of.site, of.own)}
        chosen={chosen}
      />
    </Suspense>
  );
}
