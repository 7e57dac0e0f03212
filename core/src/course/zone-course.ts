import { figureOf, type ClinicalFigures } from '../figures';
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
import { daysBetween, defined, type Day } from '../units';
import { countsOf, type DayCount } from './counts';
import { hairCycleOf } from './hair-cycle';
import { learnCourse, type HairCount, type LearntCourse } from './learn-course';

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
  /** Days of visits to the zone that are booked and not cancelled, in any order; those that have passed are left out. */
  readonly booked?: readonly Day[] | undefined;
}

/** One visit of a course: what it is thought to have taken. */
export interface CourseDay {
  readonly on: Day;
  readonly week: number;
  /** What the fluence that was used may be hoped to do. */
  readonly works: Expected;
  /** Share of the zone that was covered, 0–1. */
  readonly covered: number;
  /** Share of the zone's growing hair that it takes for good, before any count, 0–1. */
  readonly kill: number;
  /** The same where it covered: what a visit like it takes of a zone covered whole. */
  readonly killWhole: number;
}

/** A zone's course so far, and what is to be expected of it. */
export interface ZoneCourse {
  readonly startedOn: Day;
  readonly visits: readonly CourseDay[];
  readonly counts: readonly (DayCount & HairCount)[];
  /** Week of the course that today is. */
  readonly week: number;
  readonly learnt: LearntCourse;
}

/** How far ahead a course is followed, weeks. */
const AHEAD_WEEKS = 78;

/** The visits of a course and what was counted, before anything is learnt from it. */
export type CourseSoFar = Pick<ZoneCourse, 'startedOn' | 'visits' | 'counts'>;

/** The course of a zone; null before its first session. */
export function zoneCourse(of: CourseCase): ZoneCourse | null {
  const so = courseSoFar(of);
  if (so === null) return null;
  const week = Math.max(0, daysBetween(so.startedOn, of.today) / 7);
  return {
    ...so,
    week,
    learnt: learnCourse({
      cycle: hairCycleOf(of.site, of.own),
      visits: so.visits,
      counts: so.counts,
      untilWeek: Math.ceil(week) + AHEAD_WEEKS,
      sentToRest: figureOf(of.own, 'sentToRest'),
    }),
  };
}

/** What was done and counted in a zone; null before its first session. */
export function courseSoFar(of: CourseCase): CourseSoFar | null {
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
  const found = [
    ...sessions.flatMap(({ on, hair }) => (hair === undefined ? [] : [{ on, hair }])),
    ...(of.looks ?? []).filter(({ on }) => on >= startedOn && on <= of.today),
  ];
  const counts = countsOf(found).map((count) => ({ ...count, week: weekOf(count.on) }));
  return { startedOn, visits, counts };
}

/** What the settings of one day may have taken, weighed by their pulses. */
function workOf(
  of: CourseCase,
  sessions: readonly PastSession[],
): Pick<CourseDay, 'works' | 'covered' | 'kill' | 'killWhole'> {
  const weighed = sessions.map((session) => ({
    ...killOf(of, session),
    weight: session.pulses ?? 1,
  }));
  const all = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const killWhole = weighed.reduce((sum, each) => sum + (each.kill * each.weight) / all, 0);
  const most = weighed.reduce((best, each) => (each.weight > best.weight ? each : best));
  const covered = Math.max(...sessions.map((session) => session.covered ?? 1));
  return { works: most.works, covered, kill: killWhole * covered, killWhole };
}

function killOf(of: CourseCase, session: PastSession): { works: Expected; kill: number } {
  const model = modelOf(of, session);
  const fluence = session.setting.fluenceJcm2;
  return { works: expectedAt(fluence, model), kill: killAt(fluence, model, of.own) };
}

/** Share of the growing hair that a fluence is thought to take for good, before any count, 0–1. */
export function killAt(
  fluenceJcm2: number,
  model: ModelWindow | null,
  own: ClinicalFigures,
): number {
  const prior = (id: 'killFull' | 'killPart' | 'killLittle' | 'killUnknown') => figureOf(own, id);
  switch (expectedAt(fluenceJcm2, model)) {
    case 'toTheBulb':
      return prior('killFull');
    case 'inPart': {
      const { floorJcm2, fullJcm2 } = defined(model);
      const [from, to] = [prior('killPart'), prior('killFull')];
      if (floorJcm2 === null || fullJcm2 === null || fullJcm2 <= floorJcm2) return from;
      return from + ((to - from) * (fluenceJcm2 - floorJcm2)) / (fullJcm2 - floorJcm2);
    }
    case 'tooLittle':
      return prior('killLittle');
    case 'unknown':
      return prior('killUnknown');
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

/** Hair as it was found last; undefined where nobody has looked. */
export const hairNow = ({
  looks = [],
  history,
}: Pick<CourseCase, 'looks' | 'history'>): HairFinding | undefined =>
  looks.at(-1)?.hair ?? wholeSessions(history).at(-1)?.hair;
