import { nextVisitOf } from '../course';
import type { ClinicalFigures } from '../figures';
import { sessionDays } from '../plan';
import { addDays, laterDay, type Day } from '../units';
import { clashesOf } from './bookings';
import type { ZoneSought } from './first-day';
import { freeTimes, isInHours, type Agenda, type FreeTime, type TimeSought } from './free-times';
import { awayDuring } from './unavailable';

/**
 * The days of the visits that follow one, by the interval of whichever zone asks for the longest: each as if the one before it
 * went well.
 */
export function courseDays(of: {
  readonly zones: readonly ZoneSought[];
  /** The day of the first visit that is booked. */
  readonly from: Day;
  /** How many follow it. */
  readonly count: number;
  readonly own: ClinicalFigures;
}): readonly Day[] {
  const days: Day[] = [];
  let before = of.from;
  for (let index = 1; index <= of.count; index += 1) {
    const next = of.zones.map(
      ({ job, site, history }) =>
        nextVisitOf({
          ...{ job, site, own: of.own, adverse: false, treatedOn: before },
          visitNumber: sessionDays(history) + index,
        }).on,
    );
    before = next.reduce(laterDay);
    days.push(before);
  }
  return days;
}

/** How many days on a visit of a course is moved where its own day has no time. */
const LATER_DAYS = 6;

/**
 * A time for a visit of a course: at the clock time that is wished for, on its day or one of the six after it; else the first
 * that is free in them. Null where none is.
 */
export function timeNear(
  sought: Omit<TimeSought, 'until' | 'weekdays' | 'part'>,
  clock: string,
  agenda: Agenda,
): FreeTime | null {
  const until = addDays(sought.from, LATER_DAYS);
  for (let day = sought.from; day <= until; day = addDays(day, 1)) {
    const startsAt = agenda.momentOf(day, clock);
    for (const staffId of sought.staffIds) {
      for (const roomId of sought.roomIds) {
        const booking = {
          id: sought.id,
          startsAt,
          roomId,
          staffId,
          plannedMinutes: sought.minutes,
          handpieceId: sought.handpieceId,
        };
        const free =
          startsAt >= agenda.now &&
          isInHours(booking, day, agenda) &&
          awayDuring(booking, agenda.unavailable).length === 0 &&
          clashesOf(booking, agenda.bookings).length === 0;
        if (free) return { day, startsAt, roomId, staffId };
      }
    }
  }
  const any = { ...sought, until, weekdays: [], part: 'any' } as const;
  return freeTimes(any, agenda, { most: 1, aDay: 1 })[0] ?? null;
}
