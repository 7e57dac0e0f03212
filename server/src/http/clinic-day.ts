import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone.js';
import utc from 'dayjs/plugin/utc.js';
import type { Day } from '@tidy-quill/core/units';

dayjs.extend(utc);
dayjs.extend(timezone);

/** Today's day where the clinic is. */
export function clinicToday(timeZone: string): Day {
  return dayjs().tz(timeZone).format('YYYY-MM-DD');
}

/** The moments at which a day begins and ends where the clinic is. */
export function dayBounds(day: Day, timeZone: string): { from: Date; to: Date } {
  const start = dayjs.tz(`${day} 00:00`, timeZone);
  return { from: start.toDate(), to: start.add(1, 'day').toDate() };
}

/** The moment of a clock time, HH:mm, on a day where the clinic is. */
export function momentAt(day: Day, clock: string, timeZone: string): Date {
  return dayjs.tz(`${day} ${clock}`, timeZone).toDate();
}
