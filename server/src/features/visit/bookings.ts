import type { NewVisit } from '@tidy-quill/contract/clients';
import { COURSE_REFUSAL_WORDS } from '@tidy-quill/contract/labels/course';
import type { NewEvent } from '@tidy-quill/contract/visit';
import { mayRestore } from '@tidy-quill/core/calendar';
import { zoneRecords } from '@tidy-quill/core/session';
import { refuseCancelling } from '@tidy-quill/core/workflow';
import { defined } from '@tidy-quill/core/units';
import { and, eq, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Queryable } from '../../db/connect';
import { areas, visits } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { endInvitations } from '../ahead/store';
import { actAs } from '../audit/store';
import { clinicDay } from '../../http/clinic-day';
import { clinicOf, refuseAway } from '../calendar/store';
import { isFollowedUpOn } from '../trials/follow-ups';
import { findOwnClient } from '../clients/store';
import { catalogueInForce } from '../catalogue/store';
import { standingsOf } from '../course/course-notes';
import { eventsOf } from './events';
import { freeOnTheDay, minutesFor } from './slots';
import { findVisit, insertEvents } from './store';
import { asHeader } from './visit-header';
/**
 * Cancels a booked visit, with a reason; its links to the questions end. A second time it stays as it was cancelled.
 * @throws HttpProblem 422 where something was fired in it
 */
export async function cancelVisit(
  tx: Queryable,
  actor: Actor,
  visitId: string,
  reason: string,
): Promise<void> {
  const { clinicId, staffId } = actor;
  const its = and(eq(visits.clinicId, clinicId), eq(visits.id, visitId));
  await tx.select({ id: visits.id }).from(visits).where(its).for('update');
  const visit = await findVisit(tx, clinicId, visitId);
  if (visit.cancelled !== null) return;
  const events = defined((await eventsOf(tx, clinicId, [visitId])).get(visitId));
  const refusal = refuseCancelling(zoneRecords(events, visit.areaId));
  if (refusal !== null) {
    throw new HttpProblem('refused-by-rule', 'This visit cannot be cancelled', {
      detail: refusal,
    });
  }
  await actAs(tx, actor);
  await tx
    .update(visits)
    .set({
      cancelledAt: new Date(),
      cancelledBy: staffId,
      cancelReason: reason,
      sequence: sql`${visits.sequence} + 1`,
    })
    .where(its);
  await endInvitations(tx, clinicId, visitId);
}

/**
 * Takes a cancellation back: the visit stands again where it was. Links that ended with it stay ended.
 * @throws HttpProblem 409 where its room, person or handpiece has another visit then, 422 where its hour has passed
 */
export async function restoreVisit(tx: Queryable, actor: Actor, visitId: string): Promise<void> {
  const { clinicId } = actor;
  const its = and(eq(visits.clinicId, clinicId), eq(visits.id, visitId));
  const [row] = await tx.select().from(visits).where(its).for('update');
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such visit');
  if (row.cancelledAt === null) return;
  if (!mayRestore(row.startsAt.toISOString(), new Date().toISOString())) {
    throw new HttpProblem('refused-by-rule', 'The hour of this visit has passed: book another', {
      detail: 'hasPassed',
    });
  }
  const events = defined((await eventsOf(tx, clinicId, [visitId])).get(visitId));
  const zones = zoneRecords(events, row.areaId);
  await refuseHeldCourse(tx, clinicId, row.clientId, [...zones.keys()], row.startsAt);
  await refuseAway(tx, clinicId, { ...asHeader(row), startsAt: row.startsAt.toISOString() });
  await actAs(tx, actor);
  await tx
    .update(visits)
    .set({
      ...{ cancelledAt: null, cancelledBy: null, cancelReason: null, said: 'booked' },
      sequence: sql`${visits.sequence} + 1`,
    })
    .where(its);
}

/**
 * Books a visit, with every area that is treated in it. Sent twice, it is booked once. Runs within a transaction.
 *
 * @param orNextFree whether it may begin later that day where its room or whoever treats is taken
 * @throws HttpProblem 409 where they are taken
 */
export async function bookVisit(
  tx: Queryable,
  actor: Pick<Actor, 'clinicId' | 'staffId'>,
  clientId: string,
  { alsoAreaIds = [], ...visit }: NewVisit,
  { orNextFree = false }: { readonly orNextFree?: boolean } = {},
): Promise<void> {
  const { clinicId } = actor;
  await findOwnClient(tx, clinicId, clientId);
  const own = await tx
    .select({ id: areas.id })
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), eq(areas.clientId, clientId)));
  const known = new Set(own.map(({ id }) => id));
  const strange = [visit.areaId, ...alsoAreaIds].findIndex((id) => !known.has(id));
  if (strange >= 0) {
    const field = strange === 0 ? 'areaId' : `alsoAreaIds.${strange - 1}`;
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
      fields: [{ field, problem: 'is not an area of this client' }],
    });
  }
  const all = [visit.areaId, ...alsoAreaIds];
  await refuseHeldCourse(tx, clinicId, clientId, all, new Date(visit.startsAt));
  await refuseStrangeHandpiece(tx, clinicId, visit.handpieceId ?? null);
  const minutes =
    visit.plannedMinutes ?? (await minutesFor(tx, clinicId, clientId, all, visit.numbs));
  const wanted = { ...visit, plannedMinutes: minutes };
  const startsAt = orNextFree ? await freeOnTheDay(tx, clinicId, wanted) : new Date(visit.startsAt);
  await refuseAway(tx, clinicId, { ...wanted, startsAt: startsAt.toISOString() });
  await actAs(tx, actor);
  const added = await tx
    .insert(visits)
    .values({ clinicId, clientId, ...wanted, startsAt })
    // Only the same visit sent twice: a room that is taken is an error.
    .onConflictDoNothing({ target: [visits.clinicId, visits.id] })
    .returning({ id: visits.id });
  if (added.length === 0) return;
  const at = new Date().toISOString();
  const others = new Set(alsoAreaIds.filter((id) => id !== visit.areaId));
  const events = [...others].map((areaId): NewEvent => ({
    id: v7(),
    at,
    body: { kind: 'zoneAdded', areaId, assessment: null },
  }));
  await insertEvents(tx, actor, visit.id, events);
}

async function refuseStrangeHandpiece(tx: Queryable, clinicId: string, id: string | null) {
  if (id === null) return;
  const { handpieces } = await catalogueInForce(tx, clinicId);
  if (handpieces.some((each) => each.id === id)) return;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
    fields: [{ field: 'handpieceId', problem: 'is not known here' }],
  });
}

/**
 * No visit is booked for an area whose course is paused or was stopped: it is reopened first, with a reason. A trial's follow-up is
 * no part of the course.
 */
async function refuseHeldCourse(
  tx: Queryable,
  clinicId: string,
  clientId: string,
  areaIds: readonly string[],
  startsAt: Date,
): Promise<void> {
  const standings = await standingsOf(tx, clinicId, clientId);
  for (const id of areaIds) {
    const standing = standings.get(id);
    if (standing === undefined || standing.state === 'open') continue;
    const { timeZone } = await clinicOf(tx, clinicId);
    if (await isFollowedUpOn(tx, clinicId, areaIds, clinicDay(startsAt, timeZone))) return;
    const refusal = standing.state === 'paused' ? 'courseIsPaused' : 'courseIsStopped';
    throw new HttpProblem('refused-by-rule', COURSE_REFUSAL_WORDS[refusal], {
      detail: `${standing.reason} Reopen it on the client’s page, with a reason, then book.`,
    });
  }
}
