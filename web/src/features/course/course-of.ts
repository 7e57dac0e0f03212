import { zoneCourse, type CourseCase, type ZoneCourse } from '@tidy-quill/core/course';
import { Cache } from '@tidy-quill/core/units';

const KEPT = 12;

const courses = new Cache<{ readonly course: ZoneCourse | null }>(KEPT);

/** The course of a zone by all that it is worked out from, as one text: stages are opened again and again, and it seldom changes. */
export const courseOf = (key: string): ZoneCourse | null =>
  courses.recall(key, () => ({ course: zoneCourse(JSON.parse(key) as CourseCase) })).course;
