import type { CourseBooked, NewCourseVisits } from '@tidy-quill/contract/clients';
import { courseDays, timeNear } from '@tidy-quill/core/calendar';
import { addDays, defined } from '@tidy-quill/core/units';
import { and, eq, inArray } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { clinicClock, clinicDay } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { figuresInForce } from '../catalogue/store';
import { bookVisit } from '../visit/bookings';
import { agendaOf } from './agenda';
import { clinicOf } from './store';
import { zonesSought } from './times';

/** One that finds no time on its day is looked for within the week after it. */
const WEEK_DAYS = 7;

/**
 * Books a visit and those that follow it in the course: each by the interval of its zones, at the same hour, in the same room
 * and with the same person, or as near as one is free. All or none; sent twice, once.
 * @throws HttpProblem 409 where one of them finds no time in its week
 */
export async function bookCourse(
  db: Db,
  actor: Actor,
  clientId: string,
  { first, ids }: NewCourseVisits,
): Promise<CourseBooked> {
  const { clinicId } = actor;
  const own = await figuresInForce(db, clinicId);
  const { timeZone } = await clinicOf(db, clinicId);
  const areaIds = [first.areaId, ...(first.alsoAreaIds ?? [])];
  const { zones } = await zonesSought(db, clinicId, clientId, areaIds);
  const starts = new Date(first.startsAt);
  const clock = clinicClock(starts, timeZone);
  const days = courseDays({
    ...{ zones, own, count: ids.length },
    from: clinicDay(starts, timeZone),
  });
  await db.transaction(async (tx) => {
    await bookVisit(tx, actor, clientId, first);
    const [booked] = await tx
      .select({ minutes: visits.plannedMinutes })
      .from(visits)
      .where(and(eq(visits.clinicId, clinicId), eq(visits.id, first.id)));
    const minutes = defined(defined(booked).minutes);
    for (const [index, day] of days.entries()) {
      const id = defined(ids[index]);
      const near = timeNear(
        {
          ...{ id, minutes, from: day, roomIds: [first.roomId], staffIds: [first.staffId] },
          handpieceId: first.handpieceId ?? null,
        },
        clock,
        await agendaOf(tx, clinicId, { from: day, until: addDays(day, WEEK_DAYS) }),
      );
      if (near === null) {
        throw new HttpProblem('conflict', `Visit ${index + 2} finds no time`, {
          detail: `Nothing is free with this person in this room in the week from ${day}. None was booked.`,
        });
      }
      await bookVisit(tx, actor, clientId, {
        ...{ ...first, id, startsAt: near.startsAt, plannedMinutes: minutes },
      });
    }
  });
  const made = await db
    .select({ id: visits.id, startsAt: visits.startsAt })
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), inArray(visits.id, [first.id, ...ids])))
    .orderBy(visits.startsAt);
  return { visits: made.map(({ id, startsAt }) => ({ id, startsAt: startsAt.toISOString() })) };
}
