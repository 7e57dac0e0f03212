import { addDays, laterDay, type Day } from '../units';
import { endOf, type Booking } from './bookings';
import { freeTimes, type Agenda, type FreeTime } from './free-times';
import type { DayPart } from './hours';

/** What somebody wishes of a time. */
export interface Wishes {
  /** Days of the week, 0 for Monday; any where empty. */
  readonly weekdays: readonly number[];
  readonly part: DayPart;
}

/** Somebody who would come sooner, or at another hour, if a time became free. */
export interface Waiting extends Wishes {
  readonly id: string;
  readonly minutes: number;
  /** The first day that makes sense for the zones, and the last that is wished for; null for any later one. */
  readonly from: Day;
  readonly until: Day | null;
  /** With whom; anybody where null. */
  readonly staffId: string | null;
  /** The visit that is booked for them meanwhile, ISO 8601: only something earlier helps. Null where there is none. */
  readonly bookedAt: string | null;
  /** Its id, so that it is in nobody's way. */
  readonly visitId: string | null;
  /** The handpiece that is kept free for it. */
  readonly handpieceId?: string | null | undefined;
}

/** How far ahead times are looked for, days. */
export const WAITING_DAYS = 42;

/** The free times that would suit somebody who waits, soonest first. */
export function timesForWaiting(
  waiting: Waiting,
  agenda: Agenda,
  of: {
    readonly today: Day;
    readonly roomIds: readonly string[];
    readonly staffIds: readonly string[];
    readonly most: number;
    /** As for any time that is sought; whoever is wished for may treat all the same. */
    readonly mayBeWith?: ((staffId: string, on: Day) => boolean) | undefined;
  },
): readonly FreeTime[] {
  const from = laterDay(waiting.from, of.today);
  const last = addDays(from, WAITING_DAYS);
  const until = waiting.until === null || waiting.until > last ? last : waiting.until;
  const { id, minutes, weekdays, part, staffId, bookedAt, visitId, handpieceId } = waiting;
  const staffIds = staffId === null ? of.staffIds : of.staffIds.filter((each) => each === staffId);
  const times = freeTimes(
    {
      ...{ id: visitId ?? id, minutes, from, until, weekdays, part },
      ...{ roomIds: of.roomIds, staffIds, handpieceId },
      mayBeWith: staffId === null ? of.mayBeWith : undefined,
    },
    agenda,
    { most: of.most, aDay: of.most },
  );
  return bookedAt === null ? times : times.filter(({ startsAt }) => startsAt < bookedAt);
}

/** Whether a time lies within what became free: its room, or its person, in its span. */
export const isWithin = (
  time: Pick<FreeTime, 'startsAt' | 'roomId' | 'staffId'>,
  minutes: number,
  freed: Booking,
): boolean => {
  const wanted = { ...time, id: '', plannedMinutes: minutes };
  return (
    (time.roomId === freed.roomId || time.staffId === freed.staffId) &&
    Date.parse(time.startsAt) < Date.parse(endOf(freed)) &&
    Date.parse(freed.startsAt) < Date.parse(endOf(wanted))
  );
};
