import type { Agenda } from '@tidy-quill/core/calendar';
import { addDays, type Day } from '@tidy-quill/core/units';
import { and, asc, eq } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { rooms, staff } from '../../db/schema';
import { dayBounds, momentAt } from '../../http/clinic-day';
import { awayBetween, bookedBetween, clinicOf } from './store';

/** All that is in the way of a visit from one day to another, both included. */
export async function agendaOf(
  db: Queryable,
  clinicId: string,
  { from, until }: { readonly from: Day; readonly until: Day },
): Promise<Agenda> {
  const { timeZone, openingHours: hours } = await clinicOf(db, clinicId);
  const bounds = {
    from: dayBounds(from, timeZone).from,
    to: dayBounds(addDays(until, 1), timeZone).from,
  };
  const booked = await bookedBetween(db, clinicId, bounds);
  return {
    hours,
    // A visit that was missed holds nothing any more.
    bookings: booked.filter(({ status }) => status !== 'missed'),
    unavailable: await awayBetween(db, clinicId, bounds),
    now: new Date().toISOString(),
    momentOf: (day, clock) => momentAt(day, clock, timeZone).toISOString(),
  };
}

export const roomsOf = async (db: Queryable, clinicId: string): Promise<readonly string[]> =>
  (
    await db
      .select({ id: rooms.id })
      .from(rooms)
      .where(eq(rooms.clinicId, clinicId))
      .orderBy(asc(rooms.name))
  ).map(({ id }) => id);

/** Who treats: technicians first. */
export async function staffOf(db: Queryable, clinicId: string): Promise<readonly string[]> {
  const all = await db
    .select({ id: staff.id, role: staff.role })
    .from(staff)
    .where(and(eq(staff.clinicId, clinicId), eq(staff.active, true)))
    .orderBy(asc(staff.name));
  const technicians = all.filter(({ role }) => role === 'technician');
  return (technicians.length > 0 ? technicians : all).map(({ id }) => id);
}
