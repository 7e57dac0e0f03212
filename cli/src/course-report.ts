import type { CourseInput } from '@tidy-quill/contract/course';
import { hairCourse, hairCycleOf, learnCourse } from '@tidy-quill/core/course';
import type * as v from 'valibot';

/** A zone's hair over its visits, and what counts of it teach where there are any. */
export function courseReport({ site, counts, ...of }: v.InferOutput<typeof CourseInput>) {
  const cycle = hairCycleOf(site);
  const { visits, at } = hairCourse({ cycle, ...of });
  const course = { visits: visits.map(({ after: _after, ...before }) => before), at };
  if (counts === undefined) return course;
  const { factor, densityPerCm2, offBand } = learnCourse({ cycle, counts, ...of });
  return { ...course, learnt: { factor, densityPerCm2, offBand } };
}
