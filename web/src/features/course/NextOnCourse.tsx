import { zoneCourse, type CourseCase } from '@tidy-quill/core/course';
import { intervalBounds, intervalWeeksOf } from '@tidy-quill/core/figures';
import type { Day } from '@tidy-quill/core/units';
import { Skeleton } from 'antd';
import { lazy, Suspense, useMemo } from 'react';

const WhenNext = lazy(() => import('./WhenNext'));

/** When to come next, by what a visit would meet; nothing before the first session. */
export function NextOnCourse({ of, chosen }: { of: CourseCase; chosen: Day }) {
  // What it is worked out from is put together at each rendering, and seldom changes.
  const key = JSON.stringify(of);
  const course = useMemo(() => zoneCourse(JSON.parse(key) as CourseCase), [key]);
  if (course === null) return null;
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
