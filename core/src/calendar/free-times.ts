import { addDays, type Day } from '../units';
import { clashesOf, endOf, type Booking } from './bookings';
import { DAY_PARTS, openOn, weekdayOf, type DayPart, type OpeningHours } from './hours';
import { awayDuring, type Unavailable } from './unavailable';

/** What a time is sought for, and by whose wishes. */
export interface TimeSought {
  /** Of the visit: where it is now is in nobody's way. */
  readonly id: string;
  readonly minutes: number;
  /** The first and the last day to look at. */
  readonly from: Day;
  readonly until: Day;
  /** Any of these will do, the first that is free is taken. */
  readonly roomIds: readonly string[];
  readonly staffIds: readonly string[];
  /** Kept free as well; null where none is meant. */
  readonly handpieceId?: string | null | undefined;
  /** Days of the week, 0 for Monday; any where empty. */
  readonly weekdays: readonly number[];
  readonly part: DayPart;
  /** Whether somebody may treat it on a day; everybody always where absent. */
  readonly mayBeWith?: ((staffId: string, on: Day) => boolean) | undefined;
}

/** All that may be in the way of a booking. */
export interface Agenda {
  /** Null where the clinic has said none. */
  readonly hours: OpeningHours | null;
  readonly bookings: readonly Booking[];
  readonly unavailable: readonly Unavailable[];
  /** ISO 8601: nothing earlier is offered. */
  readonly now: string;
  /** The moment of a day and clock time where the clinic is, ISO 8601. */
  readonly momentOf: (day: Day, clock: string) => string;
}

/** A start at which everything that a visit needs is free. */
export interface FreeTime {
  readonly day: Day;
  /** ISO 8601. */
  readonly startsAt: string;
  readonly roomId: string;
  readonly staffId: string;
}

const MINUTE_MS = 60_000;
const QUARTER_MS = 15 * MINUTE_MS;
/** Starts that are offered on one day lie this far apart at least: a choice, not a list of quarters. */
const APART_MS = 90 * MINUTE_MS;

/**
 * Starts on the quarter at which a visit can be booked, day by day: in opening hours, with a room and somebody free all the
 * while, on the days and in the part of the day that are wished for.
 *
 * @param of how many are given at most, and how many of one day
 */
export function freeTimes(
  sought: TimeSought,
  agenda: Agenda,
  of: { readonly most: number; readonly aDay: number },
): readonly FreeTime[] {
  const found: FreeTime[] = [];
  for (let day = sought.from; day <= sought.until; day = addDays(day, 1)) {
    if (sought.weekdays.length > 0 && !sought.weekdays.includes(weekdayOf(day))) continue;
    found.push(...freeOn(day, sought, agenda, Math.min(of.aDay, of.most - found.length)));
    if (found.length >= of.most) break;
  }
  return found;
}

function freeOn(day: Day, sought: TimeSought, agenda: Agenda, most: number): readonly FreeTime[] {
  const found: FreeTime[] = [];
  const { mayBeWith } = sought;
  const staffIds = sought.staffIds.filter((id) => mayBeWith?.(id, day) ?? true);
  const { momentOf } = agenda;
  const part = DAY_PARTS[sought.part];
  const [partFrom, partUntil] = [part.from, part.until].map((clock) =>
    Date.parse(momentOf(day, clock)),
  ) as [number, number];
  const that = { ...agenda, ...onlyOf(day, agenda) };
  for (const span of openOn(agenda.hours, day)) {
    const closes = Date.parse(momentOf(day, span.until));
    for (const startMs of quarters(
      Math.max(Date.parse(momentOf(day, span.from)), partFrom, Date.parse(agenda.now)),
      Math.min(closes - sought.minutes * MINUTE_MS + 1, partUntil),
    )) {
      if (found.length >= most) return found;
      const last = found.at(-1);
      if (last !== undefined && startMs - Date.parse(last.startsAt) < APART_MS) continue;
      const free = freeAt(new Date(startMs).toISOString(), { ...sought, staffIds }, that);
      if (free !== null) found.push({ day, ...free });
    }
  }
  return found;
}

/** What of an agenda can be in the way on a day: a long list is not gone through at every quarter. */
function onlyOf(
  day: Day,
  { bookings, unavailable, momentOf }: Agenda,
): Pick<Agenda, 'bookings' | 'unavailable'> {
  const [from, until] = [day, addDays(day, 1)].map((each) =>
    Date.parse(momentOf(each, '00:00')),
  ) as [number, number];
  return {
    bookings: bookings.filter(
      (each) => Date.parse(endOf(each)) > from && Date.parse(each.startsAt) < until,
    ),
    unavailable: unavailable.filter(
      (each) => Date.parse(each.until) > from && Date.parse(each.from) < until,
    ),
  };
}

/** Moments on the quarter from one on, before another, ms. */
function quarters(from: number, before: number): readonly number[] {
  const list: number[] = [];
  for (let at = Math.ceil(from / QUARTER_MS) * QUARTER_MS; at < before; at += QUARTER_MS)
    list.push(at);
  return list;
}

/** The first person and room that are free from a start on; null where none are. */
function freeAt(
  startsAt: string,
  { id, minutes, roomIds, staffIds, handpieceId }: TimeSought,
  { bookings, unavailable }: Agenda,
): Omit<FreeTime, 'day'> | null {
  for (const staffId of staffIds) {
    for (const roomId of roomIds) {
      const place = { roomId, staffId, handpieceId };
      const booking: Booking = { id, startsAt, ...place, plannedMinutes: minutes };
      const free =
        awayDuring(booking, unavailable).length === 0 && clashesOf(booking, bookings).length === 0;
      if (free) return { startsAt, roomId, staffId };
    }
  }
  return null;
}

/** Whether a booking lies wholly within one span in which the clinic is open on its day; always where it has said no hours. */
export const isInHours = (
  booking: Booking,
  day: Day,
  { hours, momentOf }: Pick<Agenda, 'hours' | 'momentOf'>,
): boolean =>
  hours === null ||
  openOn(hours, day).some(
    ({ from, until }) =>
      momentOf(day, from) <= booking.startsAt && endOf(booking) <= momentOf(day, until),
  );
