import type { CalendarUse, HandpieceUse } from '@tidy-quill/contract/calendar';
import { useOf } from '@tidy-quill/core/calendar';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, asc, count, eq, gte, isNotNull, lt } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { rooms, staff, visits } from '../../db/schema';
import { dayBounds, momentAt } from '../../http/clinic-day';
import { visitsSummed } from '../projections/store';
import { awayBetween, bookedBetween, clinicOf } from './store';

/** How much rooms, people and handpieces were used from one day to another, both included. */
export async function calendarUse(
  db: Db,
  clinicId: string,
  { from, until }: { readonly from: Day; readonly until: Day },
): Promise<CalendarUse> {
  const { timeZone, openingHours: hours } = await clinicOf(db, clinicId);
  const bounds = { from: dayBounds(from, timeZone).from, to: dayBounds(until, timeZone).to };
  const among = and(
    ...[eq(visits.clinicId, clinicId), gte(visits.startsAt, bounds.from)],
    lt(visits.startsAt, bounds.to),
  );
  const of = {
    ...{ from, until, hours },
    visits: await bookedBetween(db, clinicId, bounds),
    unavailable: await awayBetween(db, clinicId, bounds),
    momentOf: (day: Day, clock: string) => momentAt(day, clock, timeZone).toISOString(),
  };
  const roomIds = await db
    .select({ id: rooms.id })
    .from(rooms)
    .where(eq(rooms.clinicId, clinicId))
    .orderBy(asc(rooms.name));
  const staffIds = await db
    .select({ id: staff.id })
    .from(staff)
    .where(eq(staff.clinicId, clinicId))
    .orderBy(asc(staff.name));
  const people = useOf({ ...of, by: 'staff', ids: staffIds.map(({ id }) => id) });
  const [cancelled] = await db
    .select({ n: count() })
    .from(visits)
    .where(and(among, isNotNull(visits.cancelledAt)));
  return {
    ...{ from, until, cancelled: cancelled?.n ?? 0 },
    rooms: useOf({ ...of, by: 'room', ids: roomIds.map(({ id }) => id) }),
    // Who neither treated nor missed anybody is left out.
    staff: people.filter((each) => each.visits + each.missed > 0),
    handpieces: await handpieceUse(db, clinicId, bounds),
  };
}

async function handpieceUse(
  db: Db,
  clinicId: string,
  { from, to }: { readonly from: Date; readonly to: Date },
): Promise<readonly HandpieceUse[]> {
  const summed = await visitsSummed(
    db,
    clinicId,
    defined(and(gte(visits.startsAt, from), lt(visits.startsAt, to))),
  );
  const byId = new Map<string, { sessions: number; pulses: number }>();
  for (const session of summed.flatMap(({ zones }) => zones.flatMap(({ sessions }) => sessions))) {
    if (session.test === true) continue;
    const { handpieceId } = session.setting;
    const before = byId.get(handpieceId) ?? { sessions: 0, pulses: 0 };
    byId.set(handpieceId, {
      sessions: before.sessions + 1,
      pulses: before.pulses + (session.pulses ?? 0),
    });
  }
  return [...byId]
    .map(([id, use]) => ({ id, ...use }))
    .sort((one, other) => other.pulses - one.pulses);
}
