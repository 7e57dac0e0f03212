/** What a visit holds for a while: a room, whoever treats in it, and a handpiece where one was kept free for it. */
export interface Booking {
  readonly id: string;
  /** ISO 8601. */
  readonly startsAt: string;
  readonly roomId: string;
  readonly staffId: string;
  /** Null where no length was kept, as in older visits: they hold nothing. */
  readonly plannedMinutes: number | null;
  readonly handpieceId?: string | null | undefined;
}

/** A booking that is in the way of another, and what both want. */
export interface Clash<B extends Booking = Booking> {
  readonly with: B;
  readonly wants: 'room' | 'staff' | 'handpiece';
}

const MINUTE_MS = 60_000;

const startMs = ({ startsAt }: Booking) => Date.parse(startsAt);
const endMs = (booking: Booking) => startMs(booking) + (booking.plannedMinutes ?? 0) * MINUTE_MS;

/** When a booking ends, ISO 8601. */
export const endOf = (booking: Booking): string => new Date(endMs(booking)).toISOString();

const holds = ({ plannedMinutes }: Booking) => plannedMinutes !== null && plannedMinutes > 0;

/** Whether two bookings share any moment; one that ends as the other begins does not. */
const overlap = (one: Booking, other: Booking) =>
  holds(one) && holds(other) && startMs(one) < endMs(other) && startMs(other) < endMs(one);

/** The bookings that are in the way of one: in its room, of whoever treats, or with its handpiece. Its own former self is not. */
export function clashesOf<B extends Booking>(
  booking: Booking,
  others: readonly B[],
): readonly Clash<B>[] {
  return others
    .filter((other) => other.id !== booking.id && overlap(booking, other))
    .flatMap((other) => [
      ...(other.roomId === booking.roomId ? [{ with: other, wants: 'room' } as const] : []),
      ...(other.staffId === booking.staffId ? [{ with: other, wants: 'staff' } as const] : []),
      ...(booking.handpieceId != null && other.handpieceId === booking.handpieceId
        ? [{ with: other, wants: 'handpiece' } as const]
        : []),
    ]);
}

/** A start is tried at every quarter of an hour. */
const QUARTER_MS = 15 * MINUTE_MS;

/**
 * The first start from a booking's own on, at its own moment or where another ends, on the quarter, at which nothing is in
 * its way. ISO 8601.
 */
export function firstFree(booking: Booking, others: readonly Booking[]): string {
  let at = startMs(booking);
  for (;;) {
    const here = { ...booking, startsAt: new Date(at).toISOString() };
    const clashes = clashesOf(here, others);
    if (clashes.length === 0) return here.startsAt;
    // Each of them ends, and none is tried again: this comes to an end.
    const free = Math.max(...clashes.map((clash) => endMs(clash.with)));
    at = Math.ceil(free / QUARTER_MS) * QUARTER_MS;
  }
}
