import { hasNoTarget } from '../figures';
import { wholeSessions } from '../plan';
import { aliveNow, type CourseCase, type ZoneCourse } from './zone-course';

/** What asks for a word about the end of a course, or for somebody to look. */
export type CourseSign =
  /** Most of what light can do is done. */
  | 'nearlyDone'
  /** The hair that is left has no pigment. */
  | 'noTarget'
  /** The last two counts lie outside what was expected. */
  | 'offBand'
  /** More hair than before the first visit: light may have brought it on. */
  | 'moreHair';

/** Below it most of what light can do is done, share of the follicles alive. */
const NEARLY_DONE = 0.2;
/** A count that is higher than the first by this is no error of counting by eye (σ = 0.35). */
const MORE_BY = 1.4;

/** What a course shows that somebody should say or look into. */
export function courseSigns(
  { own, history, looks = [] }: CourseCase,
  course: ZoneCourse,
): readonly CourseSign[] {
  const hair = looks.at(-1)?.hair ?? wholeSessions(history).at(-1)?.hair;
  const [first, last] = [course.counts[0], course.counts.at(-1)];
  const signs: readonly (readonly [boolean, CourseSign])[] = [
    [first !== undefined && last !== undefined && last.perCm2 > first.perCm2 * MORE_BY, 'moreHair'],
    [course.learnt.offBand, 'offBand'],
    [hair !== undefined && hasNoTarget(own, hair.colour), 'noTarget'],
    [aliveNow(course) < NEARLY_DONE, 'nearlyDone'],
  ];
  return signs.flatMap(([shows, sign]) => (shows ? [sign] : []));
}
