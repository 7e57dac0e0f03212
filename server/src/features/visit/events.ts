import type { VisitEvent } from '@tidy-quill/core/record';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { visitEvents } from '../../db/schema';

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
    byVisit.get(row.visitId)!.push({
      id: row.id,
      at: row.at.toISOString(),
      staffId: row.staffId,
      ...(row.areaId === null ? {} : { areaId: row.areaId }),
      body: row.body,
    });
  }
  return byVisit;
}
