import type { MoveVisit } from '@tidy-quill/contract/clients';
import {
  awayAsBookings,
  firstFree,
  plannedMinutes,
  refuseMoving,
  type Booking,
} from '@tidy-quill/core/calendar';
import { zoneRecords } from '@tidy-quill/core/session';
import { defined } from '@tidy-quill/core/units';
import { and, eq, gte, inArray, isNotNull, isNull, lt, ne, sql } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { areas, clinics, visits } from '../../db/schema';
import { clinicDay, dayBounds } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { cancelled } from '../ahead/store';
import { actAs } from '../audit/store';
import { figuresInForce } from '../catalogue/store';
import { awayBetween, refuseAway } from '../calendar/store';
import { eventsOf } from './events';
import { findVisit } from './store';
import { asHeader } from './visit-header';

/** How long a visit of some areas is booked for, minutes, by the clinic's numbers. */
export async function minutesFor(
  tx: Queryable,
  clinicId: string,
  clientId: string,
  areaIds: readonly string[],
  numbs = false,
): Promise<number> {
  const zones = await tx
    .select({ areaCm2: areas.areaCm2 })
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), inArray(areas.id, [...areaIds])));
  const before = await tx
    .select({ id: visits.id })
    .from(visits)
    .where(
      and(eq(visits.clinicId, clinicId), eq(visits.clientId, clientId), isNull(visits.cancelledAt)),
    )
    .limit(1);
  const own = await figuresInForce(tx, clinicId);
  return plannedMinutes({ zones, isFirst: before.length === 0, numbs }, own);
}

/**
 * The first start on a booking's day, from its own on, at which its room and whoever treats are free.
 * @throws HttpProblem 409 where there is none
 */
export async function freeOnTheDay(
  tx: Queryable,
  clinicId: string,
  wanted: Booking,
): Promise<Date> {
  const timeZone = await timeZoneOf(tx, clinicId);
  const day = clinicDay(new Date(wanted.startsAt), timeZone);
  const { from, to } = dayBounds(day, timeZone);
  const rows = await tx
    .select()
    .from(visits)
    .where(
      and(
        eq(visits.clinicId, clinicId),
        isNull(visits.cancelledAt),
        ne(visits.said, 'missed'),
        gte(visits.startsAt, from),
        lt(visits.startsAt, to),
      ),
    );
  const away = awayAsBookings(wanted, await awayBetween(tx, clinicId, { from, to }));
  const start = new Date(firstFree(wanted, [...rows.map(asHeader), ...away]));
  if (start >= to) {
    throw new HttpProblem('conflict', 'Nothing is free in that room later that day', {
      detail: 'Choose another day or room.',
    });
  }
  return start;
}

async function timeZoneOf(tx: Queryable, clinicId: string): Promise<string> {
  const [clinic] = await tx
    .select({ timeZone: clinics.timeZone })
    .from(clinics)
    .where(eq(clinics.id, clinicId));
  return defined(clinic).timeZone;
}

const REFUSED = {
  zoneBegun: 'Something was fired in this visit: it stays where it is',
  startsInPast: 'A visit cannot be moved into the past',
  holdsForItsDay:
    'What was answered, found or planned in this visit holds for its day: cancel it, and book another',
} as const;

/** Why a visit cannot be moved to a start, and its zones as they stand; null where it can. */
export async function judgeMoving(
  tx: Queryable,
  clinicId: string,
  visit: Pick<ReturnType<typeof asHeader>, 'id' | 'areaId' | 'startsAt'>,
  startsAt: string,
) {
  const events = defined((await eventsOf(tx, clinicId, [visit.id])).get(visit.id));
  const zones = zoneRecords(events, visit.areaId);
  const timeZone = await timeZoneOf(tx, clinicId);
  const dayOf = (at: string) => clinicDay(new Date(at), timeZone);
  const sameDay = dayOf(startsAt) === dayOf(visit.startsAt);
  const now = new Date().toISOString();
  return { zones, refusal: refuseMoving({ zones, sameDay, startsAt, now }) };
}

/**
 * Frees the handpiece that was kept for a visit: it is treated with another. Done twice, it is done once.
 * @throws HttpProblem 404 where there is no such visit
 */
export async function freeHandpiece(tx: Queryable, actor: Actor, visitId: string): Promise<void> {
  const { clinicId } = actor;
  await findVisit(tx, clinicId, visitId);
  await actAs(tx, actor);
  await tx
    .update(visits)
    .set({ handpieceId: null, sequence: sql`${visits.sequence} + 1` })
    .where(
      and(eq(visits.clinicId, clinicId), eq(visits.id, visitId), isNotNull(visits.handpieceId)),
    );
}

/**
 * Moves a booked visit to another start, room or person. The database itself lets no two hold one room or person.
 * @throws HttpProblem 409 where another has moved it meanwhile, or the slot is taken; 422 where it can be moved no more
 */
export async function moveVisit(
  tx: Queryable,
  actor: Actor,
  visitId: string,
  { from, startsAt, roomId, staffId, plannedMinutes }: MoveVisit,
): Promise<void> {
  const { clinicId } = actor;
  const its = and(eq(visits.clinicId, clinicId), eq(visits.id, visitId));
  const [row] = await tx.select().from(visits).where(its).for('update');
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such visit');
  const visit = asHeader(row);
  if (visit.cancelled !== null) throw cancelled();
  const isThere =
    visit.startsAt === new Date(startsAt).toISOString() &&
    visit.roomId === roomId &&
    visit.staffId === staffId &&
    (plannedMinutes === undefined || visit.plannedMinutes === plannedMinutes);
  if (isThere) return;
  if (visit.startsAt !== new Date(from).toISOString()) {
    throw new HttpProblem('conflict', 'Somebody else has moved this visit meanwhile', {
      current: visit,
    });
  }
  const { zones, refusal } = await judgeMoving(tx, clinicId, visit, startsAt);
  if (refusal !== null) {
    throw new HttpProblem('refused-by-rule', REFUSED[refusal], { detail: refusal });
  }
  const minutes =
    plannedMinutes ??
    visit.plannedMinutes ??
    (await minutesFor(tx, clinicId, visit.clientId, [...zones.keys()], row.numbs));
  const at = new Date(startsAt);
  const wanted = {
    ...{ id: visitId, roomId, staffId, plannedMinutes: minutes },
    handpieceId: row.handpieceId,
  };
  await refuseAway(tx, clinicId, { ...wanted, startsAt: at.toISOString() });
  await actAs(tx, actor);
  await tx
    .update(visits)
    .set({
      ...{ roomId, staffId, plannedMinutes: minutes, startsAt: at, sequence: row.sequence + 1 },
      // Whoever confirmed another hour has not confirmed this one.
      ...(at.getTime() === row.startsAt.getTime() ? {} : { said: 'booked' as const }),
    })
    .where(its);
}
