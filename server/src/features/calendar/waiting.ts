import type { NewWaiting, TakeTime, WaitingEntry, WaitingList } from '@tidy-quill/contract/waiting';
import { isWithin, timesForWaiting, WAITING_DAYS, type Agenda } from '@tidy-quill/core/calendar';
import type { Job } from '@tidy-quill/core/suitability';
import { addDays, defined, laterDay } from '@tidy-quill/core/units';
import { and, asc, eq, isNull } from 'drizzle-orm';
import type * as v from 'valibot';
import type { Db, Queryable } from '../../db/connect';
import { areas, clients, staff, visits } from '../../db/schema';
import { waiting } from '../../db/waiting';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { findOwnClient } from '../clients/store';
import { whoMayTreat } from '../sign-offs/store';
import { judgeMoving, moveVisit } from '../visit/slots';
import { bookVisit, cancelVisit } from '../visit/bookings';
import { agendaOf, roomsOf, staffOf } from './agenda';
import { clinicOf } from './store';
import { soughtFor } from './times';

const MOST = 200;
const TIMES = 3;

type Row = typeof waiting.$inferSelect;

const notHere = (field: string, problem: string) =>
  new HttpProblem('invalid-input', 'Some fields cannot be taken', { fields: [{ field, problem }] });

/** Puts a client on the waiting list; the same id sent twice is one. */
export async function addWaiting(
  db: Db,
  actor: Actor,
  clientId: string,
  {
    id,
    areaIds,
    visitId,
    from,
    until,
    weekdays,
    part,
    staffId,
    note,
  }: v.InferOutput<typeof NewWaiting>,
): Promise<void> {
  const { clinicId, staffId: addedBy } = actor;
  await findOwnClient(db, clinicId, clientId);
  await db.transaction(async (tx) => {
    const own = await tx
      .select({ id: areas.id })
      .from(areas)
      .where(and(eq(areas.clinicId, clinicId), eq(areas.clientId, clientId)));
    const strange = areaIds.findIndex((each) => !own.some((area) => area.id === each));
    if (strange >= 0) throw notHere(`areaIds.${strange}`, 'is not an area of this client');
    if (visitId !== null) {
      const [visit] = await tx
        .select({ id: visits.id })
        .from(visits)
        .where(
          and(
            ...[eq(visits.clinicId, clinicId), eq(visits.id, visitId)],
            ...[eq(visits.clientId, clientId), isNull(visits.cancelledAt)],
          ),
        );
      if (visit === undefined) throw notHere('visitId', 'is not a visit of this client');
    }
    if (staffId !== null) {
      const known = await tx
        .select({ id: staff.id })
        .from(staff)
        .where(and(eq(staff.clinicId, clinicId), eq(staff.id, staffId)));
      if (known.length === 0) throw notHere('staffId', 'is not known here');
    }
    await actAs(tx, actor);
    await tx
      .insert(waiting)
      .values({
        ...{
          clinicId,
          id,
          clientId,
          areaIds: [...areaIds],
          visitId,
          weekdays: [...weekdays],
          part,
        },
        ...{ fromDay: from, untilDay: until, staffId, note, addedBy },
      })
      .onConflictDoNothing();
  });
}

/**
 * Who waits, each with the soonest times that would suit: by interval, healing and answers as for any time that is sought,
 * and by what they wish.
 *
 * @param freed a visit that gave its time up: whoever could take that is marked, and stands first
 */
export async function waitingList(
  db: Db,
  clinicId: string,
  freed: string | undefined,
): Promise<WaitingList> {
  const { timeZone } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  const rows = await db
    .select({ entry: waiting, client: clients, booked: visits })
    .from(waiting)
    .innerJoin(
      clients,
      and(eq(clients.clinicId, waiting.clinicId), eq(clients.id, waiting.clientId)),
    )
    .leftJoin(visits, and(eq(visits.clinicId, waiting.clinicId), eq(visits.id, waiting.visitId)))
    .where(and(eq(waiting.clinicId, clinicId), isNull(waiting.endedAt)))
    .orderBy(asc(waiting.addedAt), asc(waiting.id))
    .limit(MOST);
  const last = rows.map(({ entry }) => entry.fromDay).reduce(laterDay, today);
  const agenda = await agendaOf(db, clinicId, { from: today, until: addDays(last, WAITING_DAYS) });
  const of = {
    ...{ today, roomIds: await roomsOf(db, clinicId), staffIds: await staffOf(db, clinicId) },
    mayTreat: await whoMayTreat(db, clinicId),
  };
  const gap = freed === undefined ? null : await slotOf(db, clinicId, freed);
  const entries: WaitingEntry[] = [];
  for (const { entry, client, booked } of rows) {
    const stands = booked !== null && booked.cancelledAt === null && booked.said !== 'missed';
    const bookedAt = stands ? booked.startsAt.toISOString() : null;
    entries.push(
      await entryOf(
        db,
        { entry, client, bookedAt, gap, handpieceId: stands ? booked.handpieceId : null },
        { ...of, agenda },
      ),
    );
  }
  return { entries: entries.sort((one, other) => Number(other.couldTake) - Number(one.couldTake)) };
}

async function entryOf(
  db: Queryable,
  {
    entry,
    client,
    bookedAt,
    gap,
    handpieceId,
  }: {
    readonly entry: Row;
    readonly client: typeof clients.$inferSelect;
    readonly bookedAt: string | null;
    readonly handpieceId: string | null;
    readonly gap: Awaited<ReturnType<typeof slotOf>>;
  },
  of: {
    readonly today: string;
    readonly roomIds: readonly string[];
    readonly staffIds: readonly string[];
    readonly agenda: Agenda;
    readonly mayTreat: Awaited<ReturnType<typeof whoMayTreat>>;
  },
): Promise<WaitingEntry> {
  const { clinicId, clientId, areaIds, weekdays, part } = entry;
  const visitId = bookedAt === null ? null : entry.visitId;
  const { first, minutes, zones } = await soughtFor(db, clinicId, clientId, {
    ...{ areaIds, visitId: visitId ?? undefined },
  });
  const [area] = await db
    .select({ site: areas.site, side: areas.side, job: areas.job })
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), eq(areas.id, defined(areaIds[0]))));
  const { site, side, job } = defined(area);
  const isWish = laterDay(first.on, entry.fromDay) !== first.on;
  const sought = {
    ...{ id: entry.id, minutes, weekdays, part, bookedAt, visitId, handpieceId },
    ...{ from: laterDay(first.on, entry.fromDay), until: entry.untilDay, staffId: entry.staffId },
  };
  const { mayBeWith } = of.mayTreat(zones);
  const most = gap === null ? TIMES : MANY;
  const times = timesForWaiting(sought, of.agenda, { ...of, most, mayBeWith });
  const fits = times.filter((time) => gap !== null && isWithin(time, minutes, gap));
  return {
    ...{ id: entry.id, clientId, phone: client.phone, site, side, job: job as Job, minutes },
    clientName: `${client.givenName} ${client.familyName}`,
    more: areaIds.length - 1,
    ...{
      weekdays,
      part,
      staffId: entry.staffId,
      until: entry.untilDay,
      note: entry.note,
      bookedAt,
    },
    firstDay: isWish ? { on: entry.fromDay, because: 'wished' } : first,
    addedAt: entry.addedAt.toISOString(),
    times: (fits.length > 0 ? fits : times).slice(0, TIMES),
    couldTake: fits.length > 0,
  };
}

/** Enough to find what has just become free among them. */
const MANY = 60;

/** What a visit held, as it was booked; null for one that held nothing. */
async function slotOf(db: Queryable, clinicId: string, visitId: string) {
  const [visit] = await db
    .select()
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), eq(visits.id, visitId)));
  if (visit === undefined || visit.plannedMinutes === null) return null;
  const { id, roomId, staffId, plannedMinutes, startsAt } = visit;
  return { id, roomId, staffId, plannedMinutes, startsAt: startsAt.toISOString() };
}

async function openEntry(tx: Queryable, clinicId: string, id: string): Promise<Row> {
  const [row] = await tx
    .select()
    .from(waiting)
    .where(and(eq(waiting.clinicId, clinicId), eq(waiting.id, id)))
    .for('update');
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such entry');
  return row;
}

const end = (tx: Queryable, { clinicId, id }: Row, ended: 'taken' | 'takenOff') =>
  tx
    .update(waiting)
    .set({ ended, endedAt: new Date() })
    .where(and(eq(waiting.clinicId, clinicId), eq(waiting.id, id)));

/** Takes somebody off the list; it stays on the record. */
export async function endWaiting(db: Db, actor: Actor, id: string): Promise<void> {
  await db.transaction(async (tx) => {
    const row = await openEntry(tx, actor.clinicId, id);
    if (row.endedAt !== null) return;
    await actAs(tx, actor);
    await end(tx, row, 'takenOff');
  });
}

/** What another visit keeps of one that gives way to it: its length, its handpiece, and cream before. */
const needsOf = (booked: typeof visits.$inferSelect | undefined) =>
  booked === undefined
    ? {}
    : {
        ...{ handpieceId: booked.handpieceId, numbs: booked.numbs },
        ...(booked.plannedMinutes === null ? {} : { plannedMinutes: booked.plannedMinutes }),
      };

const GAVE_WAY = 'Given another time from the waiting list';

/**
 * Gives somebody who waits a time: their visit is moved there, or one is booked, and they leave the list; all of it, or
 * nothing. Gives the visit.
 * @throws HttpProblem 409 where the time is taken, or the entry was ended
 */
export async function takeTime(
  db: Db,
  actor: Actor,
  id: string,
  { visitId, startsAt, roomId, staffId }: TakeTime,
): Promise<string> {
  const { clinicId } = actor;
  return db.transaction(async (tx) => {
    const row = await openEntry(tx, clinicId, id);
    if (row.endedAt !== null) {
      throw new HttpProblem('conflict', 'This client is off the waiting list already');
    }
    const [booked] =
      row.visitId === null
        ? []
        : await tx
            .select()
            .from(visits)
            .where(and(eq(visits.clinicId, clinicId), eq(visits.id, row.visitId)));
    const moves = booked !== undefined && booked.cancelledAt === null && booked.said !== 'missed';
    const from = booked?.startsAt.toISOString() ?? '';
    const refusal = moves
      ? (await judgeMoving(tx, clinicId, { ...booked, startsAt: from }, startsAt)).refusal
      : null;
    // What was answered holds for its day: the visit gives way to another, in which it is asked again.
    const givesWay = refusal === 'holdsForItsDay';
    if (moves && givesWay) await cancelVisit(tx, actor, booked.id, GAVE_WAY);
    if (moves && !givesWay) {
      await moveVisit(tx, actor, booked.id, { from, startsAt, roomId, staffId });
    } else {
      const [areaId, ...alsoAreaIds] = row.areaIds;
      const visit = { id: visitId, areaId: defined(areaId), alsoAreaIds };
      const place = { roomId, staffId, startsAt };
      await bookVisit(tx, actor, row.clientId, { ...visit, ...place, ...needsOf(booked) });
    }
    await actAs(tx, actor);
    await end(tx, row, 'taken');
    return moves && !givesWay ? booked.id : visitId;
  });
}
