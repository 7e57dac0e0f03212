import type {
  AwayMade,
  AwayRead,
  BookedVisit,
  Calendar,
  NewUnavailable,
} from '@tidy-quill/contract/calendar';
import {
  awayDuring,
  mayMakeUnavailable,
  refuseStatus,
  visitStatus,
  type Booking,
  type SaidStatus,
  type StatusRefusal,
  type Unavailable,
} from '@tidy-quill/core/calendar';
import type { Job } from '@tidy-quill/core/suitability';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, asc, eq, gt, gte, isNull, lt, sql, type SQL } from 'drizzle-orm';
import { v5 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { areas, clients, clinics, rooms, staff, visits } from '../../db/schema';
import { together } from '../../db/together';
import { unavailable } from '../../db/unavailable';
import { visitStatus as statuses } from '../../db/visit-status';
import { clinicDay, clinicToday, dayBounds } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { cancelled } from '../ahead/store';
import { actAs } from '../audit/store';
import { catalogueInForce } from '../catalogue/store';
import { logsNow, outOfUseBy, type LogsNow } from '../devices/log';
import { sumUp } from '../projections/store';
import { readAway } from './ics';

/** What is booked and what is away from one day to another, both included. */
export async function calendarOf(
  db: Db,
  clinicId: string,
  { from, until }: { readonly from: Day; readonly until: Day },
): Promise<Calendar> {
  const { timeZone, openingHours } = await clinicOf(db, clinicId);
  const bounds = { from: dayBounds(from, timeZone).from, to: dayBounds(until, timeZone).to };
  return {
    ...{ from, until, hours: openingHours },
    visits: await bookedBetween(db, clinicId, bounds),
    unavailable: await awayBetween(db, clinicId, bounds),
  };
}

interface Between {
  readonly from: Date;
  readonly to: Date;
}

export async function clinicOf(db: Queryable, clinicId: string) {
  return defined((await db.select().from(clinics).where(eq(clinics.id, clinicId)))[0]);
}

/** Visits that were not cancelled and start between two moments, by time. */
export async function bookedBetween(
  db: Queryable,
  clinicId: string,
  { from, to }: Between,
): Promise<readonly BookedVisit[]> {
  const between = defined(and(gte(visits.startsAt, from), lt(visits.startsAt, to)));
  await sumUp(db, defined(and(eq(visits.clinicId, clinicId), between)));
  const { zones } = statuses;
  // What was found and answered in a zone stays where it is: two words of it are wanted.
  const holds = (what: string): SQL<boolean> =>
    sql<boolean>`coalesce(jsonb_path_exists(${zones}, ${sql.raw(`'$[*] ? (@.${what} == true)'`)}), false)`;
  const rows = await db
    .select({
      ...{ visit: visits, givenName: clients.givenName, familyName: clients.familyName },
      ...{ site: areas.site, side: areas.side, job: areas.job },
      ...{ begun: holds('begun'), finished: holds('finished') },
    })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .leftJoin(
      statuses,
      and(eq(statuses.clinicId, visits.clinicId), eq(statuses.visitId, visits.id)),
    )
    .where(and(eq(visits.clinicId, clinicId), isNull(visits.cancelledAt), between))
    .orderBy(asc(visits.startsAt), asc(visits.id));
  return rows.map(({ visit, givenName, familyName, site, side, job, begun, finished }) => ({
    ...{ id: visit.id, clientId: visit.clientId, clientName: `${givenName} ${familyName}` },
    startsAt: visit.startsAt.toISOString(),
    ...{ roomId: visit.roomId, staffId: visit.staffId, plannedMinutes: visit.plannedMinutes },
    handpieceId: visit.handpieceId,
    ...{ site, side, job: job as Job },
    status: visitStatus({ said: visit.said, cancelled: false, begun, finished }),
  }));
}

/** What is away at some time between two moments, the first to begin first; of devices what their log has out of use too. */
export async function awayBetween(
  db: Queryable,
  clinicId: string,
  between: Between,
): Promise<readonly Unavailable[]> {
  return (await awayAndLogs(db, clinicId, between)).away;
}

/** The same, with the devices' logs that it was read from. */
export async function awayAndLogs(
  db: Queryable,
  clinicId: string,
  { from, to }: Between,
): Promise<{ readonly away: readonly Unavailable[]; readonly logs: LogsNow }> {
  const [rows, logs] = await together(
    db
      .select()
      .from(unavailable)
      .where(
        and(
          eq(unavailable.clinicId, clinicId),
          isNull(unavailable.removedAt),
          gt(unavailable.untilAt, from),
          lt(unavailable.fromAt, to),
        ),
      )
      .orderBy(asc(unavailable.fromAt), asc(unavailable.id)),
    logsNow(db, clinicId),
  );
  const out = outOfUseBy(logs).filter(
    (each) => new Date(each.until) > from && new Date(each.from) < to,
  );
  return { away: [...rows.map(asAway), ...out], logs };
}

const asAway = (row: typeof unavailable.$inferSelect): Unavailable => ({
  id: row.id,
  what: row.what,
  whatId: row.roomId ?? row.staffId ?? row.handpieceId,
  from: row.fromAt.toISOString(),
  until: row.untilAt.toISOString(),
  reason: row.reason,
});

const AWAY_WORDS: Readonly<Record<Unavailable['what'], string>> = {
  clinic: 'The clinic is closed then',
  room: 'The room is out of use then',
  staff: 'Whoever would treat is away then',
  handpiece: 'The handpiece is out of use then',
};

/** @throws HttpProblem 409 where something that a booking needs is away */
export async function refuseAway(tx: Queryable, clinicId: string, booking: Booking): Promise<void> {
  const from = new Date(booking.startsAt);
  const to = new Date(from.getTime() + (booking.plannedMinutes ?? 0) * 60_000);
  const [away] = awayDuring(booking, await awayBetween(tx, clinicId, { from, to }));
  if (away === undefined) return;
  throw new HttpProblem('conflict', AWAY_WORDS[away.what], { detail: away.reason });
}

/**
 * Enters a closure, an absence, or a room or handpiece out of use; gives the visits that are booked into it, which somebody
 * has to move. The same id sent twice is one.
 */
export async function makeUnavailable(
  db: Db,
  actor: Actor,
  { id, what, whatId, from, until, reason }: NewUnavailable,
): Promise<AwayMade> {
  const { clinicId, staffId: addedBy } = actor;
  if (!mayMakeUnavailable(actor, { what, whatId })) {
    throw new HttpProblem('not-allowed', 'A technician enters their own absence alone');
  }
  await refuseUnknown(db, clinicId, { what, whatId });
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await tx
      .insert(unavailable)
      .values({
        ...{ clinicId, id, what, reason, addedBy },
        ...{ fromAt: new Date(from), untilAt: new Date(until) },
        ...(what === 'room' ? { roomId: whatId } : {}),
        ...(what === 'staff' ? { staffId: whatId } : {}),
        ...(what === 'handpiece' ? { handpieceId: whatId } : {}),
      })
      .onConflictDoNothing();
  });
  const around = { from: new Date(Date.parse(from) - DAY_MS), to: new Date(until) };
  const booked = await bookedBetween(db, clinicId, around);
  const away = [{ id, what, whatId, from, until, reason }];
  return { id, inTheWay: booked.filter((each) => awayDuring(each, away).length > 0) };
}

/** Enters one's own times away as another calendar has them, all or none. The same event read twice is one. */
export async function readUnavailable(db: Db, actor: Actor, text: string): Promise<AwayRead> {
  const { clinicId, staffId } = actor;
  const { timeZone } = await clinicOf(db, clinicId);
  const list = readAway(text, timeZone);
  const rows = list.map(({ uid, from, until, reason }) => ({
    ...{ clinicId, id: v5(`${clinicId} ${staffId} ${uid} ${from} ${until}`, NAMESPACE) },
    ...{ what: 'staff' as const, staffId, addedBy: staffId, reason },
    ...{ fromAt: new Date(from), untilAt: new Date(until) },
  }));
  const added = await db.transaction(async (tx) => {
    await actAs(tx, actor);
    return tx
      .insert(unavailable)
      .values(rows)
      .onConflictDoNothing()
      .returning({ id: unavailable.id });
  });
  const away = rows.map((row) => asAway({ ...row, ...NOTHING_ELSE }));
  const booked = await bookedBetween(db, clinicId, {
    from: new Date(Math.min(...rows.map(({ fromAt }) => fromAt.getTime())) - DAY_MS),
    to: new Date(Math.max(...rows.map(({ untilAt }) => untilAt.getTime()))),
  });
  const inTheWay = booked.filter((each) => awayDuring(each, away).length > 0);
  return { added: added.length, inTheWay };
}

const NOTHING_ELSE = { roomId: null, handpieceId: null, removedAt: null } as const;
const DAY_MS = 86_400_000;
// A namespace of our own (RFC 9562, version 5).
const NAMESPACE = '0f5a2b4e-8d56-4f0c-9a0e-6a1de2a3c7b1';

async function refuseUnknown(
  db: Queryable,
  clinicId: string,
  { what, whatId }: Pick<Unavailable, 'what' | 'whatId'>,
): Promise<void> {
  if (what === 'clinic' || whatId === null) return;
  const known =
    what === 'handpiece'
      ? (await catalogueInForce(db, clinicId)).handpieces
      : what === 'room'
        ? await db.select({ id: rooms.id }).from(rooms).where(eq(rooms.clinicId, clinicId))
        : await db.select({ id: staff.id }).from(staff).where(eq(staff.clinicId, clinicId));
  if (known.some(({ id }) => id === whatId)) return;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
    fields: [{ field: 'whatId', problem: 'is not known here' }],
  });
}

/** Takes a closure or an absence back; it stays on the record. */
export async function endUnavailable(db: Db, actor: Actor, id: string): Promise<void> {
  const { clinicId } = actor;
  const its = and(eq(unavailable.clinicId, clinicId), eq(unavailable.id, id));
  await db.transaction(async (tx) => {
    const [row] = await tx.select().from(unavailable).where(its).for('update');
    if (row === undefined) throw new HttpProblem('not-found', 'There is no such entry');
    if (!mayMakeUnavailable(actor, asAway(row))) {
      throw new HttpProblem('not-allowed', 'A technician takes back their own absence alone');
    }
    if (row.removedAt !== null) return;
    await actAs(tx, actor);
    await tx.update(unavailable).set({ removedAt: new Date() }).where(its);
  });
}

const STATUS_REFUSED: Readonly<Record<StatusRefusal, string>> = {
  hasBegun: 'Something was recorded in this visit: it says itself how it stands',
  isCancelled: 'This visit was cancelled',
  notYet: 'Nobody has missed a visit before it begins',
  notToday: 'Nobody arrives for a visit of another day',
};

/** Says how a visit stands: confirmed, arrived or missed, or booked as before. */
export async function sayStatus(
  db: Db,
  actor: Actor,
  visitId: string,
  to: SaidStatus,
): Promise<void> {
  const { clinicId } = actor;
  const its = and(eq(visits.clinicId, clinicId), eq(visits.id, visitId));
  await db.transaction(async (tx) => {
    const [row] = await tx.select().from(visits).where(its).for('update');
    if (row === undefined) throw new HttpProblem('not-found', 'There is no such visit');
    if (row.cancelledAt !== null) throw cancelled();
    if (row.said === to) return;
    const { timeZone } = await clinicOf(tx, clinicId);
    const next = new Date(row.startsAt.getTime() + 1);
    const booked = await bookedBetween(tx, clinicId, { from: row.startsAt, to: next });
    const { status } = defined(booked.find(({ id }) => id === visitId));
    const refusal = refuseStatus({
      ...{ status, to, startsAt: row.startsAt.toISOString(), now: new Date().toISOString() },
      isToday: clinicDay(row.startsAt, timeZone) === clinicToday(timeZone),
    });
    if (refusal !== null) {
      throw new HttpProblem('refused-by-rule', STATUS_REFUSED[refusal], { detail: refusal });
    }
    await actAs(tx, actor);
    await tx.update(visits).set({ said: to }).where(its);
  });
}
