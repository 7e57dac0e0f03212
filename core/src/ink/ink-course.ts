import type { InkColour } from '../look';
import { daysBetween, weeksAhead, type Day } from '../units';
import { clearance, CLEARED_SHARE, type Clearance } from './fading';

/** How much of a colour had faded when it was looked at on a day. */
export interface FadeOn {
  readonly on: Day;
  readonly colour: InkColour;
  /** Days of sessions here, for whatever colour, before it was looked at. */
  readonly sessions: number;
  /** 0–1. */
  readonly faded: number;
}

/** Share of a colour that is left, 0–1, and the ends of its band. */
export interface InkLeft {
  readonly week: number;
  readonly left: number;
  readonly low: number;
  readonly high: number;
}

/** How one colour goes: session by session, what was seen, and what is expected. */
export interface ColourCourse {
  readonly colour: InkColour;
  /** Sessions here that were meant for it. */
  readonly sessions: number;
  readonly course: Clearance;
  /** What was seen, oldest first. */
  readonly seen: readonly { readonly week: number; readonly left: number }[];
  /** As it stands at the first session of all, and before and after each that was meant for it. */
  readonly made: readonly InkLeft[];
  readonly now: InkLeft;
  /** The same of those to come. */
  readonly expected: readonly InkLeft[];
}

/** A tattoo's course so far, and what is to be expected of it. */
export interface InkCourse {
  readonly startedOn: Day;
  /** Weeks of the sessions made, and of those to come. */
  readonly visits: readonly number[];
  readonly ahead: readonly number[];
  /** Week of the course that today is. */
  readonly week: number;
  readonly colours: readonly ColourCourse[];
}

/** How many sessions to come are followed at most. */
const MOST_AHEAD = 6;

/** A session on a tattoo, and the colours that it was meant for; all of them where that was not kept. */
export interface InkSession {
  readonly on: Day;
  readonly colours: readonly InkColour[] | null;
}

/**
 * The course of a tattoo over its weeks, from its first session or, before it, from today. Each session takes a colour's
 * share of what is there, where it was meant for that colour.
 */
export function inkCourse(of: {
  readonly colours: readonly InkColour[];
  /** Oldest first; a day may stand twice, with a light each. */
  readonly sessions: readonly InkSession[];
  readonly fades: readonly FadeOn[];
  /** The published estimate for the whole course. */
  readonly expectedSessions: number;
  readonly intervalWeeks: number;
  readonly today: Day;
  /** Days of sessions that are booked and not cancelled. */
  readonly booked?: readonly Day[] | undefined;
}): InkCourse {
  const startedOn = of.sessions[0]?.on ?? of.today;
  const weekOf = (on: Day) => daysBetween(startedOn, on) / 7;
  const daysOf = (sessions: readonly InkSession[]) => [...new Set(sessions.map(({ on }) => on))];
  const days = daysOf(of.sessions);
  const visits = days.map(weekOf);
  const week = weekOf(of.today);
  const courses = of.colours.map((colour) => {
    const own = daysOf(of.sessions.filter(({ colours }) => colours?.includes(colour) ?? true));
    const seen = of.fades.filter((each) => each.colour === colour);
    const fades = seen.map(({ sessions, faded }) => ({
      sessions: own.filter((day) => days.indexOf(day) < sessions).length,
      faded,
    }));
    return { colour, own, seen, course: clearance(of.expectedSessions, fades) };
  });
  const most = Math.max(0, ...courses.map(({ course }) => course.left.likely));
  const ahead = weeksAhead({
    last: visits.at(-1) ?? null,
    now: week,
    booked: (of.booked ?? []).map(weekOf),
    interval: of.intervalWeeks,
    count: Math.min(most, MOST_AHEAD),
  });
  return {
    startedOn,
    visits,
    ahead,
    week,
    colours: courses.map(({ colour, own, seen, course }) => ({
      colour,
      course,
      sessions: own.length,
      seen: seen.map(({ on, faded }) => ({ week: weekOf(on), left: 1 - faded })),
      made: [leftAfter(0, 0, course), ...stepsOf(own.map(weekOf), 0, course)],
      now: leftAfter(week, own.length, course),
      expected: stepsOf(ahead, own.length, course),
    })),
  };
}

const stepsOf = (weeks: readonly number[], done: number, course: Clearance): readonly InkLeft[] =>
  weeks.flatMap((week, index) => [
    leftAfter(week, done + index, course),
    leftAfter(week, done + index + 1, course),
  ]);

/** What is left of a colour after so many sessions that take the same share each. */
function leftAfter(week: number, done: number, { perSession, spread }: Clearance): InkLeft {
  // (1 − c)^N = 0.05: more sessions for the whole are less a session.
  const left = (by: number) => CLEARED_SHARE ** (done / (sessions * by));
  const sessions = Math.log(CLEARED_SHARE) / Math.log(1 - perSession);
  return { week, left: left(1), low: left(1 - spread), high: left(1 + spread) };
}
