import type { FoundLast, VisitHeader } from '@tidy-quill/contract/visit';
import { visitRecord } from '@tidy-quill/core/record';
import { and, desc, eq, lt } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { visits } from '../../db/schema';
import { clinicDay } from '../../http/clinic-day';
import { eventsOf } from './events';

/** What was found on an area at the newest earlier visit that looked; null where none did. */
export async function foundLastBefore(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
  timeZone: string,
): Promise<FoundLast | null> {
  const rows = await db
    .select({ id: visits.id, startsAt: visits.startsAt })
    .from(visits)
    .where(
      and(
        eq(visits.clinicId, clinicId),
        eq(visits.areaId, visit.areaId),
        lt(visits.startsAt, new Date(visit.startsAt)),
      ),
    )
    .orderBy(desc(visits.startsAt));
  const events = await eventsOf(
    db,
    clinicId,
    rows.map(({ id }) => id),
  );
  for (const { id, startsAt } of rows) {
    const { findings } = visitRecord(events.get(id)!);
    if (findings !== null) return { findings, on: clinicDay(startsAt, timeZone) };
  }
  return null;
}
