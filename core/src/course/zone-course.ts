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

/** Share of the follicles that is alive today, by what was learnt. */
export const aliveNow = (
  { learnt, week }: ZoneCourse,
  of: 'low' | 'median' | 'high' = 'median',
): number =>
  // Nothing dies between two visits: the whole week after today is as it is today.
  defined(learnt.courses[of].at[Math.ceil(week)]).alive;

/** Whether hair is to be counted at this visit: the first, and every so many after it by the clinic's rhythm. */
export const isCountDue = (visitNumber: number, own: ClinicalFigures): boolean =>
  (visitNumber - 1) % Math.round(figureOf(own, 'countEvery')) === 0;
