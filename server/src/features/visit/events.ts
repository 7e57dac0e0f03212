import { readBody, type KeptBody } from '@tidy-quill/contract/kept-bodies';
import type { BodyOf, EventKind, VisitEvent } from '@tidy-quill/core/events';
import type { EventsKept } from '@tidy-quill/contract/visit';
import { and, asc, eq, gt, inArray } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Queryable } from '../../db/connect';
import { visitEvents } from '../../db/schema';
import { HttpProblem } from '../../http/problem';

/** What is read of an event. */
export type Row = Omit<typeof visitEvents.$inferSelect, 'clinicId' | 'visitId'>;

/** The events of several visits, by visit. */
export async function eventsOf(
  db: Queryable,
  clinicId: string,
  visitIds: readonly string[],
): Promise<ReadonlyMap<string, VisitEvent[]>> {
  const byVisit = new Map<string, VisitEvent[]>(visitIds.map((id) => [id, []]));
  if (visitIds.length === 0) return byVisit;
  const rows = await db
    .select()
    .from(visitEvents)
    .where(and(eq(visitEvents.clinicId, clinicId), inArray(visitEvents.visitId, [...visitIds])))
    .orderBy(asc(visitEvents.at), asc(visitEvents.id));
  for (const row of rows) {
    defined(byVisit.get(row.visitId)).push(asEvent(row));
  }
  return byVisit;
}

/** The events of a visit that were kept after a place, in the order in which they were kept. */
export async function eventsSince(
  db: Queryable,
  clinicId: string,
  visitId: string,
  after: number,
): Promise<EventsKept> {
  const rows = await db
    .select()
    .from(visitEvents)
    .where(
      and(
        eq(visitEvents.clinicId, clinicId),
        eq(visitEvents.visitId, visitId),
        gt(visitEvents.seq, after),
      ),
    )
    .orderBy(asc(visitEvents.seq));
  return { events: rows.map(asEvent), after: rows.at(-1)?.seq ?? after };
}

/**
 * An event as it was kept, in today's shape.
 * @throws HttpProblem where its time is none that can be, kept before such were refused, or its body cannot be read
 */
export function asEvent(row: Row): VisitEvent {
  const { id, staffId, areaId, seq, seen } = row;
  if (Number.isNaN(row.at.getTime())) throw unreadable(id, 'has a time that cannot be');
  const body = bodyOf(row);
  const receivedAt = row.recordedAt.toISOString();
  const zone = areaId === null ? {} : { areaId };
  const read = seen === null ? {} : { seen };
  return { id, at: row.at.toISOString(), staffId, ...zone, body, ...read, seq, receivedAt };
}

/**
 * What a kept event holds, whatever version it was kept under.
 * @throws HttpProblem where it cannot be read
 */
export function bodyOf(row: KeptBody & { readonly id: string }): BodyOf<EventKind> {
  const body = readBody(row);
  if (body === null)
    throw unreadable(
      row.id,
      `(${row.kind}, version ${row.version}) does not hold what its kind holds`,
    );
  return body;
}

const unreadable = (id: string, why: string) =>
  new HttpProblem('unreadable', 'An entry of this visit cannot be read', {
    detail: `Entry ${id} ${why}.`,
  });
