import { endOf, type Booking } from './bookings';

/** What may be away for a while. */
export const UNAVAILABLE = ['clinic', 'room', 'staff', 'handpiece'] as const;

/** A closure of the clinic, a room or handpiece out of use, or somebody's absence. */
export interface Unavailable {
  readonly id: string;
  readonly what: (typeof UNAVAILABLE)[number];
  /** Which room, person or handpiece; null for the whole clinic. */
  readonly whatId: string | null;
  /** ISO 8601. */
  readonly from: string;
  /** ISO 8601; the first moment at which it is over. */
  readonly until: string;
  readonly reason: string;
  /** Whether it follows from a device’s log, and ends there. */
  readonly fromLog?: boolean | undefined;
}

/** What of a list a booking needs, whenever that is. */
function awayNeeded<U extends Unavailable>(booking: Booking, list: readonly U[]): readonly U[] {
  const needed: Readonly<Record<Unavailable['what'], string | null>> = {
    clinic: null,
    room: booking.roomId,
    staff: booking.staffId,
    handpiece: booking.handpieceId ?? null,
  };
  return list.filter(({ what, whatId }) => what === 'clinic' || whatId === needed[what]);
}

/** What a booking needs and is away then; a booking of no length needs nothing. */
export function awayDuring<U extends Unavailable>(
  booking: Booking,
  list: readonly U[],
): readonly U[] {
  const start = Date.parse(booking.startsAt);
  const end = Date.parse(endOf(booking));
  if (end <= start) return [];
  return awayNeeded(booking, list).filter(
    ({ from, until }) => Date.parse(from) < end && start < Date.parse(until),
  );
}

/** Whether somebody may enter that something is away: a technician their own absence alone. */
export const mayMakeUnavailable = (
  who: { readonly staffId: string; readonly role: 'technician' | 'supervisor' | 'owner' },
  { what, whatId }: Pick<Unavailable, 'what' | 'whatId'>,
): boolean => who.role !== 'technician' || (what === 'staff' && whatId === who.staffId);

/** What is away as bookings of what a booking needs, so that a free start is sought past both alike. */
export const awayAsBookings = (
  booking: Booking,
  list: readonly Unavailable[],
): readonly Booking[] =>
  awayNeeded(booking, list).map(({ id, what, from, until }) => ({
    ...{ id, startsAt: from, plannedMinutes: (Date.parse(until) - Date.parse(from)) / 60_000 },
    roomId: what === 'staff' ? '' : booking.roomId,
    staffId: what === 'room' ? '' : booking.staffId,
    handpieceId: booking.handpieceId,
  }));

/** Handpieces as they are at a moment, ISO 8601: one that is away then is out of service, whatever its catalogue says. */
export function inServiceAt<H extends { readonly id: string; readonly inService: boolean }>(
  handpieces: readonly H[],
  list: readonly Unavailable[],
  at: string,
): readonly H[] {
  const moment = Date.parse(at);
  const away = new Set(
    list
      .filter(({ what, from, until }) => {
        const isThen = Date.parse(from) <= moment && moment < Date.parse(until);
        return what === 'handpiece' && isThen;
      })
      .map(({ whatId }) => whatId),
  );
  return handpieces.map((each) => (away.has(each.id) ? { ...each, inService: false } : each));
}
