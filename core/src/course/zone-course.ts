import { figureOf, hasNoTarget, intervalWeeksOf, type ClinicalFigures } from '../figures';
import {
  expectedAt,
  modelSilence,
  windowFor,
  windowInput,
  wholeSessions,
  workingSkin,
  type Expected,
  type HairFinding,
  type ModelWindow,
  type PastSession,
  type Protocol,
  type Subject,
} from '../plan';
import type { SiteId } from '../sites';
import { addDays, daysBetween, defined, type Day } from '../units';
import { courseOn, follicleFlow, type HairCourse } from './follicles';
import { hairCycleOf } from './hair-cycle';
import { learnCourse, type Band, type HairCount, type LearntCourse } from './learn-course';

/** What a course of hair is worked out from. */
export interface CourseCase {
  readonly site: SiteId;
  /** Sessions on the zone, oldest first; test spots are left out of account. */
  readonly history: readonly PastSession[];
  /** The clinic's own numbers, and how its techniques work. */
  readonly own: ClinicalFigures & Partial<Pick<Protocol, 'techniques'>>;
  readonly today: Day;
  /** Hair as it was found by looking, oldest first; where it was treated the same day, the session knows it too. */
  readonly looks?: readonly { readonly on: Day; readonly hair: HairFinding }[] | undefined;
}

/** One visit of a course: what it is thought to have taken. */
export interface CourseDay {
  readonly on: Day;
  readonly week: number;
  /** What the fluence that was used may be hoped to do. */
  readonly works: Expected;
  /** Share of the zone that was covered, 0–1. */
  readonly covered: number;
  /** Share of the growing hair that it takes for good, before any count, 0–1. */
  readonly kill: number;
}

/** A zone's course so far, and what is to be expected of it. */
export interface ZoneCourse {
  readonly startedOn: Day;
  readonly visits: readonly CourseDay[];
  readonly counts: readonly (HairCount & { readonly on: Day })[];
  /** Week of the course that today is. */
  readonly week: number;
  readonly learnt: LearntCourse;
}

/** How far ahead a course is followed, weeks. */
const AHEAD_WEEKS = 78;

/** The course of a zone; null before its first session. */
export function zoneCourse(of: CourseCase): ZoneCourse | null {
  const sessions = wholeSessions(of.history);
  const [first] = sessions;
  if (first === undefined) return null;
  const startedOn = first.on;
  const weekOf = (on: Day) => daysBetween(startedOn, on) / 7;
  const days = [...new Set(sessions.map(({ on }) => on))];
  const visits = days.map((on): CourseDay => {
    const own = sessions.filter((session) => session.on === on);
    return { on, week: weekOf(on), ...workOf(of, own) };
  });
  const week = Math.max(0, weekOf(of.today));
  const found = [
    ...sessions.flatMap(({ on, hair }) => (hair === undefined ? [] : [{ on, hair }])),
    ...(of.looks ?? []).filter(({ on }) => on >= startedOn && on <= of.today),
  ];
  const counted = new Map(
    found.flatMap(({ on, hair: { hairsPerCm2 } }) =>
      hairsPerCm2 === undefined ? [] : [[on, hairsPerCm2] as const],
    ),
  );
  const counts = [...counted]
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([on, perCm2]) => ({ on, week: weekOf(on), perCm2, how: 'eye' as const }));
  return {
    startedOn,
    visits,
    counts,
    week,
    learnt: learnCourse({
      cycle: hairCycleOf(of.site, of.own),
      visits,
      counts,
      untilWeek: Math.ceil(week) + AHEAD_WEEKS,
      sentToRest: figureOf(of.own, 'sentToRest'),
    }),
  };
}

/** What the settings of one day may have taken, weighed by their pulses. */
function workOf(
  of: CourseCase,
  sessions: readonly PastSession[],
): Pick<CourseDay, 'works' | 'covered' | 'kill'> {
  const weighed = sessions.map((session) => ({
    ...killOf(of, session),
    weight: session.pulses ?? 1,
  }));
  const all = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const kill = weighed.reduce((sum, each) => sum + (each.kill * each.weight) / all, 0);
  const most = weighed.reduce((best, each) => (each.weight > best.weight ? each : best));
  const covered = Math.max(...sessions.map((session) => session.covered ?? 1));
  return { works: most.works, covered, kill: kill * covered };
}

function killOf(of: CourseCase, session: PastSession): { works: Expected; kill: number } {
  const model = modelOf(of, session);
  const fluence = session.setting.fluenceJcm2;
  const works = expectedAt(fluence, model);
  const prior = (id: 'killFull' | 'killPart' | 'killLittle' | 'killUnknown') =>
    figureOf(of.own, id);
  switch (works) {
    case 'toTheBulb':
      return { works, kill: prior('killFull') };
    case 'inPart': {
      const { floorJcm2, fullJcm2 } = defined(model);
      const [from, to] = [prior('killPart'), prior('killFull')];
      if (floorJcm2 === null || fullJcm2 === null || fullJcm2 <= floorJcm2)
        return { works, kill: from };
      return {
        works,
        kill: from + ((to - from) * (fluence - floorJcm2)) / (fullJcm2 - floorJcm2),
      };
    }
    case 'tooLittle':
      return { works, kill: prior('killLittle') };
    case 'unknown':
      return { works, kill: prior('killUnknown') };
  }
}

/** The model's window of an earlier session, on the skin and hair of that day; null where it cannot speak. */
function modelOf(of: CourseCase, { skin, hair, used, setting }: PastSession): ModelWindow | null {
  if (skin === undefined || hair === undefined || used === undefined) return null;
  const subject: Subject = { site: of.site, areaCm2: 1, skin, hair, history: [] };
  if (modelSilence(subject) !== null) return null;
  return windowFor(
    windowInput(subject, workingSkin(subject), used, setting, of.own.techniques ?? {}),
  );
}

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

/** A course that goes on at the clinic's interval: by what was learnt, and the ends of its band. */
export interface CourseAhead {
  /** Weeks of the visits to come. */
  readonly visits: readonly number[];
  readonly low: HairCourse;
  readonly median: HairCourse;
  readonly high: HairCourse;
}

/** The course with some visits more, the next one at the clinic's interval or today, each taking what the last one did. */
export function courseAhead(of: CourseCase, course: ZoneCourse, more: number): CourseAhead {
  const flow = follicleFlow(hairCycleOf(of.site, of.own));
  const sentToRest = figureOf(of.own, 'sentToRest');
  const interval = intervalWeeksOf(of.own, of.site);
  const last = defined(course.visits.at(-1));
  const next = Math.max(last.week + interval, course.week);
  const visits = Array.from({ length: more }, (_, index) => next + interval * index);
  const followed = (factor: number) =>
    courseOn(flow, {
      visits: [...course.visits, ...visits.map((week) => ({ week, kill: last.kill }))].map(
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
 * How many visits more it takes until less than a share of the follicles is alive, each at the clinic's interval and taking
 * what the last did; before the first, what `kill` says.
 */
export function howMany(of: {
  readonly site: SiteId;
  readonly own: ClinicalFigures;
  readonly course: ZoneCourse | null;
  /** What each visit to come is thought to take, before any count, 0–1. */
  readonly kill: number;
}): readonly HowMany[] {
  const { course, own, site } = of;
  const flow = follicleFlow(hairCycleOf(site, own));
  const sentToRest = figureOf(own, 'sentToRest');
  const interval = intervalWeeksOf(own, site);
  const past = course?.visits ?? [];
  const from = past.at(-1)?.week ?? -interval;
  const aliveAfter = (factor: number) => {
    const more = Array.from({ length: MOST_VISITS }, (_, index) => ({
      week: from + interval * (index + 1),
      kill: of.kill,
    }));
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

/** How many visits a course may take at a site, before anything is known of the hair and the handpiece. */
export const expectedFromStart = (site: SiteId, own: ClinicalFigures): readonly HowMany[] =>
  howMany({
    site,
    own,
    course: null,
    kill: (figureOf(own, 'killPart') + figureOf(own, 'killFull')) / 2,
  });

/** Before any count: 80 % of a log-normal with the logarithm of 1.4 as its spread. */
const PRIOR_FACTOR: Band = { low: 1.4 ** -1.2816, median: 1, high: 1.4 ** 1.2816 };

/** Share of the follicles that is alive today, by what was learnt. */
export const aliveNow = ({ learnt, week }: ZoneCourse): number =>
  defined(learnt.courses.median.at[Math.floor(week)]).alive;

/** What the last gap between two visits cost, against the clinic's interval. */
export interface GapCost {
  readonly weeks: number;
  readonly usualWeeks: number;
  /** Share of the living follicles that the last visit met, and would have met at the clinic's interval, 0–1. */
  readonly met: number;
  readonly usual: number;
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
  return {
    weeks,
    usualWeeks,
    met: sharedAt(median, from + weeks),
    usual: sharedAt(median, from + usualWeeks),
  };
}

/** What one visit more would take of all that was there before the course, at the clinic's interval, 0–1. */
export function nextTakes(of: CourseCase, course: ZoneCourse): number {
  const last = defined(course.visits.at(-1));
  const at = last.week + intervalWeeksOf(of.own, of.site);
  const { median } = course.learnt.courses;
  const growing = defined(median.at[Math.min(Math.round(at), median.at.length - 1)]).growing;
  return growing * Math.min(1, last.kill * course.learnt.factor.median);
}

/** Whether hair is to be counted at this visit: the first, and every so many after it by the clinic's rhythm. */
export const isCountDue = (visitNumber: number, own: ClinicalFigures): boolean =>
  (visitNumber - 1) % Math.round(figureOf(own, 'countEvery')) === 0;

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
