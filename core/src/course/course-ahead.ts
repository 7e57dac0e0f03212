import { figureOf, intervalWeeksOf, type ClinicalFigures } from '../figures';
import type { SiteId } from '../sites';
import { addDays, daysBetween, defined, weeksAhead, type Day } from '../units';
import { courseOn, follicleFlow, type HairCourse } from './follicles';
import { hairCycleOf } from './hair-cycle';
import type { Band } from './learn-course';
import { aliveNow } from './alive-now';
import { hairNow, zoneCourse, type CourseCase, type ZoneCourse } from './zone-course';

/** What a visit some weeks from now would meet. */
export interface Met {
  readonly week: number;
  readonly on: Day;
  /** Share of the living follicles that it would meet, 0–1: by what was learnt, and the ends of its band. */
  readonly share: Band;
}

const FIRST_WEEK = 2;
const LAST_WEEK = 26;

/** The curve of what the next visit would meet, 2 to 26 weeks after the last one. */
export function whenNext({ visits, startedOn, learnt }: ZoneCourse): readonly Met[] {
  const last = defined(visits.at(-1));
  const { low, median, high } = learnt.courses;
  return Array.from({ length: LAST_WEEK - FIRST_WEEK + 1 }, (_, index): Met => {
    const week = FIRST_WEEK + index;
    const at = last.week + week;
    const share = {
      low: sharedAt(low, at),
      median: sharedAt(median, at),
      high: sharedAt(high, at),
    };
    return {
      week,
      on: addDays(startedOn, Math.round(at * 7)),
      share: {
        low: Math.min(share.low, share.high),
        median: share.median,
        high: Math.max(share.low, share.high),
      },
    };
  });
}

/** The first week from which waiting longer gains little: nine tenths of the most that can be met. */
export function enoughFrom(curve: readonly Met[]): number {
  const most = Math.max(...curve.map(({ share }) => share.median));
  return defined(curve.find(({ share }) => share.median >= most * 0.9)).week;
}

/** Share of what is alive that grows, at a week of a course. */
function sharedAt({ at }: HairCourse, week: number): number {
  const [from, to] = [
    defined(at[Math.min(Math.floor(week), at.length - 1)]),
    defined(at[Math.min(Math.ceil(week), at.length - 1)]),
  ];
  const part = week - Math.floor(week);
  const mixed = (of: 'growing' | 'alive') => from[of] * (1 - part) + to[of] * part;
  const alive = mixed('alive');
  return alive <= 0 ? 0 : mixed('growing') / alive;
}

/** Weeks of the visits to come, from the first one of the course or, before it, from today: as booked, then at the clinic's interval. */
export function visitsToCome(
  { site, own, today, booked = [] }: Pick<CourseCase, 'site' | 'own' | 'today' | 'booked'>,
  course: ZoneCourse | null,
  count: number,
): readonly number[] {
  const begun = course?.startedOn ?? today;
  return weeksAhead({
    last: course?.visits.at(-1)?.week ?? null,
    now: course?.week ?? 0,
    booked: booked.map((on) => daysBetween(begun, on) / 7),
    interval: intervalWeeksOf(own, site),
    count,
  });
}

/** A course that goes on, as booked and then at the clinic's interval: by what was learnt, and the ends of its band. */
export interface CourseAhead {
  /** Weeks of the visits to come. */
  readonly visits: readonly number[];
  readonly low: HairCourse;
  readonly median: HairCourse;
  readonly high: HairCourse;
}

/** The course with some visits more, as they are booked and then at the clinic's interval, each covering the zone whole with the effect of the last one. */
export function courseAhead(of: CourseCase, course: ZoneCourse, more: number): CourseAhead {
  const flow = follicleFlow(hairCycleOf(of.site, of.own));
  const sentToRest = figureOf(of.own, 'sentToRest');
  const interval = intervalWeeksOf(of.own, of.site);
  const last = defined(course.visits.at(-1));
  const visits = visitsToCome(of, course, more);
  const followed = (factor: number) =>
    courseOn(flow, {
      visits: [...course.visits, ...visits.map((week) => ({ week, kill: last.killWhole }))].map(
        ({ week, kill }) => ({ week, kill: Math.min(1, kill * factor) }),
      ),
      untilWeek: Math.ceil((visits.at(-1) ?? course.week) + interval),
      sentToRest,
    });
  const { low, median, high } = course.learnt.factor;
  return { visits, low: followed(low), median: followed(median), high: followed(high) };
}

/** Visits and weeks until so much is left. */
export interface HowMany {
  /** Share of the follicles that is still alive, below which it counts as reached. */
  readonly below: number;
  /** The most likely number of visits more, and the ends of the band; null where thirty are not enough. */
  readonly visits: {
    readonly few: number | null;
    readonly likely: number | null;
    readonly many: number | null;
  };
}

export const GOALS = [0.3, 0.2, 0.1] as const;
const MOST_VISITS = 30;

/**
 * How many visits more it takes until less than a share of the follicles is alive, each at the clinic's interval and covering
 * the zone whole with the effect of the last one; before the first, with what `kill` says.
 */
export function howMany(
  of: {
    readonly site: SiteId;
    readonly own: ClinicalFigures;
  } & (
    | { readonly course: ZoneCourse }
    /** Before the first visit: what each is thought to take, 0–1. */
    | { readonly course: null; readonly kill: number }
  ),
): readonly HowMany[] {
  const { course, own, site } = of;
  const flow = follicleFlow(hairCycleOf(site, own));
  const sentToRest = figureOf(own, 'sentToRest');
  const interval = intervalWeeksOf(own, site);
  const past = course?.visits ?? [];
  const kill = of.course === null ? of.kill : defined(of.course.visits.at(-1)).killWhole;
  const more = weeksAhead({
    last: course?.visits.at(-1)?.week ?? null,
    now: course?.week ?? 0,
    interval,
    count: MOST_VISITS,
  }).map((week) => ({ week, kill }));
  const aliveAfter = (factor: number) => {
    const visits = [...past, ...more].map(({ week, kill }) => ({
      week,
      kill: Math.min(1, kill * factor),
    }));
    const last = defined(visits.at(-1)).week;
    const { at } = courseOn(flow, { visits, untilWeek: Math.ceil(last) + 1, sentToRest });
    return more.map(({ week }) => defined(at[Math.ceil(week)]).alive);
  };
  const { low, median, high } = course?.learnt.factor ?? PRIOR_FACTOR;
  const [slow, middle, fast] = [aliveAfter(low), aliveAfter(median), aliveAfter(high)];
  const now = course === null ? 1 : aliveNow(course);
  return GOALS.map((below): HowMany => {
    const count = (alive: readonly number[]) => {
      if (now < below) return 0;
      const index = alive.findIndex((share) => share < below);
      return index < 0 ? null : index + 1;
    };
    return { below, visits: { few: count(fast), likely: count(middle), many: count(slow) } };
  });
}

/** How many visits a course may take, before the first one: by what a visit is expected to take, or by the site alone. */
export const expectedFromStart = (
  site: SiteId,
  own: ClinicalFigures,
  kill: number | null = null,
): readonly HowMany[] =>
  howMany({
    site,
    own,
    course: null,
    kill: kill ?? (figureOf(own, 'killPart') + figureOf(own, 'killFull')) / 2,
  });

/** Before any count: 80 % of a log-normal with the logarithm of 1.4 as its spread. */
const PRIOR_FACTOR: Band = { low: 1.4 ** -1.2816, median: 1, high: 1.4 ** 1.2816 };

/** What the last gap between two visits cost, against the clinic's interval. */
export interface GapCost {
  readonly weeks: number;
  readonly usualWeeks: number;
  /** Share of the living follicles that the last visit met, and would have met at the clinic's interval, 0–1. */
  readonly met: number;
  readonly usual: number;
  /** What came of it: too early a visit meets less, a later one may meet more. */
  readonly came: 'asUsual' | 'metLess' | 'metMore' | 'metAsMuch';
}

/** A gap is as usual within so many weeks of the clinic's interval. */
const ABOUT_WEEKS = 1.5;
/** A share that differs by less than this is as much. */
const ABOUT_SHARE = 0.03;

function cameOf(gap: Omit<GapCost, 'came'>): GapCost['came'] {
  if (Math.abs(gap.weeks - gap.usualWeeks) < ABOUT_WEEKS) return 'asUsual';
  const more = gap.met - gap.usual;
  if (Math.abs(more) <= ABOUT_SHARE) return 'metAsMuch';
  return more < 0 ? 'metLess' : 'metMore';
}

/** How the last gap compares with the clinic's interval; null before a second visit. */
export function gapCost(of: CourseCase, upTo: Day): GapCost | null {
  const before = zoneCourse({
    ...of,
    looks: (of.looks ?? []).filter(({ on }) => on < upTo),
    history: of.history.filter(({ on }) => on < upTo),
    today: upTo,
  });
  if (before === null) return null;
  const weeks = daysBetween(defined(before.visits.at(-1)).on, upTo) / 7;
  const usualWeeks = intervalWeeksOf(of.own, of.site);
  const from = defined(before.visits.at(-1)).week;
  const { median } = before.learnt.courses;
  const gap = {
    weeks,
    usualWeeks,
    // Within the week of the last visit it has just been met.
    met: sharedAt(median, Math.max(from + weeks, Math.ceil(from))),
    usual: sharedAt(median, from + usualWeeks),
  };
  return { ...gap, came: cameOf(gap) };
}

/** What one visit more would take of all that was there before the course, and of what that is worked out. */
export interface NextTakes {
  /** growing × kill × what responds, 0–1. */
  readonly share: number;
  /** Share of all that was there that grows at the clinic's interval, 0–1. */
  readonly growing: number;
  /** Share of the growing hair that a visit takes, as the counts have corrected it, 0–1. */
  readonly kill: number;
  /** Share of what is there that has pigment, as it was found last, 0–1. */
  readonly responds: number;
  /** Whether that is hardly anything. */
  readonly isHardlyAny: boolean;
}

/** Below it a visit hardly changes anything, share of all that was there. */
const HARDLY_ANY = 0.05;

/** What one visit more would take, at the clinic's interval. */
export function nextTakes(of: CourseCase, course: ZoneCourse): NextTakes {
  const last = defined(course.visits.at(-1));
  const at = last.week + intervalWeeksOf(of.own, of.site);
  const { median } = course.learnt.courses;
  const { growing } = defined(median.at[Math.min(Math.round(at), median.at.length - 1)]);
  const kill = Math.min(1, last.killWhole * course.learnt.factor.median);
  const responds = 1 - (hairNow(of)?.paleShare ?? 0);
  const share = growing * kill * responds;
  return { share, growing, kill, responds, isHardlyAny: share < HARDLY_ANY };
}
