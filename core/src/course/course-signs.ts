import { hasNoTarget } from '../figures';
import { sameWindow } from './counts';
import { aliveNow } from './alive-now';
import { hairNow, type CourseCase, type ZoneCourse } from './zone-course';

/** What asks for a word about the end of a course, or for somebody to look. */
export type CourseSign =
  /** Most of what light can do is done. */
  | 'nearlyDone'
  /** The hair that is left has no pigment, or most of it has none. */
  | 'noTarget'
  /** The last two counts lie outside what was expected. */
  | 'offBand'
  /** More hair than before the first visit, in the zone or beside it: light may have brought it on. */
  | 'moreHair'
  /** What the last visit used is not expected to work on this hair: it is the setting that takes little, not the hair. */
  | 'tooLittle'
  /** The last count was made in another window than the one before: they cannot be compared. */
  | 'otherWindow';

/** Below it most of what light can do is done, share of the follicles alive. */
const NEARLY_DONE = 0.2;
/** A count that is higher than the first by this is no error of counting by eye (σ = 0.35). */
const MORE_BY = 1.4;

/** From this share on what is left does not respond. */
const MOSTLY_PALE = 0.75;

/** What a course shows that somebody should say or look into. */
export function courseSigns(
  { own, history, looks = [] }: CourseCase,
  course: ZoneCourse,
): readonly CourseSign[] {
  const hair = hairNow({ looks, history });
  const [first, before, last] = [course.counts[0], course.counts.at(-2), course.counts.at(-1)];
  const isMore = first !== undefined && last !== undefined && last.perCm2 > first.perCm2 * MORE_BY;
  const isPaleNow =
    hair !== undefined && (hasNoTarget(own, hair.colour) || (hair.paleShare ?? 0) >= MOSTLY_PALE);
  const isElsewhere =
    before !== undefined && last !== undefined && !sameWindow(before.window, last.window);
  const signs: readonly (readonly [boolean, CourseSign])[] = [
    [isMore || hair?.moreBeside === true, 'moreHair'],
    [isElsewhere, 'otherWindow'],
    [course.learnt.offBand, 'offBand'],
    [!isPaleNow && course.visits.at(-1)?.works === 'tooLittle', 'tooLittle'],
    [isPaleNow, 'noTarget'],
    [aliveNow(course) < NEARLY_DONE, 'nearlyDone'],
  ];
  return signs.flatMap(([shows, sign]) => (shows ? [sign] : []));
}
