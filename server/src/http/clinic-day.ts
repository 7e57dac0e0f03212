import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone.js';
import utc from 'dayjs/plugin/utc.js';
import { clockOf, dayOf } from '@tidy-quill/contract/labels/format';
import { addDays, type Day } from '@tidy-quill/core/units';

dayjs.extend(utc);
dayjs.extend(timezone);

/** Today's day where the clinic is. */
export function clinicToday(timeZone: string): Day {
  return clinicDay(new Date(), timeZone);
}

/** The day of a moment where the clinic is. */
export function clinicDay(at: Date, timeZone: string): Day {
  return dayOf(at.toISOString(), timeZone);
}

/** The clock time of a moment where the clinic is, HH:mm. */
export function clinicClock(at: Date, timeZone: string): string {
  return clockOf(at.toISOString(), timeZone);
}

/** The moments at which a day begins and ends where the clinic is. */
export function dayBounds(day: Day, timeZone: string): { from: Date; to: Date } {
  // Midnight to midnight by the clinic's own clocks: a day of changing clocks is not 24 hours long.
  return {
    from: momentAt(day, '00:00', timeZone),
    to: momentAt(addDays(day, 1), '00:00', timeZone),
  };
}

/** The moment of a clock time, HH:mm, on a day where the clinic is. */
export function momentAt(day: Day, clock: string, timeZone: string): Date {
  return dayjs.tz(`${day} ${clock}`, timeZone).toDate();
}
