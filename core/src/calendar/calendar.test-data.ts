import type { Booking } from './bookings';
import type { Agenda, TimeSought } from './free-times';
import type { OpeningHours } from './hours';

export const span = (from: string, until: string) => ({ from, until });
export const WORKDAY = [span('09:00', '12:30'), span('13:00', '17:00')];
/** Closed on Sundays, mornings alone on Saturdays. */
export const HOURS: OpeningHours = [
  ...Array.from({ length: 5 }, () => WORKDAY),
  [span('10:00', '12:00')],
  [],
];

/** London's clocks: an hour ahead from the last Sunday of March to the last of October. */
export const momentOf = (day: string, clock: string): string => {
  const summer = day >= '2026-03-29' && day < '2026-10-25';
  const at = Date.parse(`${day}T${clock}:00.000Z`) - (summer ? 3_600_000 : 0);
  return new Date(at).toISOString();
};

export const agenda = (more: Partial<Agenda> = {}): Agenda => ({
  hours: HOURS,
  bookings: [],
  unavailable: [],
  now: '2026-12-01T00:00:00.000Z',
  momentOf,
  ...more,
});
export const sought = (more: Partial<TimeSought> = {}): TimeSought => ({
  ...{ id: 'new', minutes: 45, from: '2026-12-07', until: '2026-12-07' },
  ...{ roomIds: ['window', 'garden'], staffIds: ['idony'], weekdays: [], part: 'any' },
  ...more,
});
export const booking = (
  startsAt: string,
  minutes: number,
  more: Partial<Booking> = {},
): Booking => ({
  ...{ id: startsAt, startsAt, roomId: 'window', staffId: 'idony', plannedMinutes: minutes },
  ...more,
});
