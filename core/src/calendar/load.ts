import type { Day } from '../units';
import type { Booking } from './bookings';
import { openOn, type OpeningHours } from './hours';

const MINUTES_AN_HOUR = 60;

/** Minutes from midnight of a clock time “HH:mm”. */
export const clockMinutes = (clock: string): number => {
  const [hours, minutes] = clock.split(':').map(Number);
  return (hours ?? 0) * MINUTES_AN_HOUR + (minutes ?? 0);
};

/** How full a day is. */
export interface DayLoad {
  readonly visits: number;
  /** Minutes that visits are booked for, in all rooms. */
  readonly bookedMinutes: number;
  /** Minutes for which all rooms are open; null where the clinic has said no hours. */
  readonly openMinutes: number | null;
}

/** How full a day is, by the visits that are booked on it; a visit of no kept length counts as one, and no minutes. */
export function dayLoad(
  day: Day,
  bookings: readonly Pick<Booking, 'plannedMinutes'>[],
  { hours, rooms }: { readonly hours: OpeningHours | null; readonly rooms: number },
): DayLoad {
  const open = openOn(hours, day).reduce(
    (sum, { from, until }) => sum + clockMinutes(until) - clockMinutes(from),
    0,
  );
  return {
    visits: bookings.length,
    bookedMinutes: bookings.reduce((sum, { plannedMinutes }) => sum + (plannedMinutes ?? 0), 0),
    openMinutes: hours === null ? null : open * rooms,
  };
}
