import type { AreaBefore, VisitHeader } from '@tidy-quill/contract/visit-opened';
import { sessionDays } from '@tidy-quill/core/plan';
import { openReactions, pastSessions, zoneRecords } from '@tidy-quill/core/session';
import { and, asc, eq, lt } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { visits } from '../../db/schema';
import { clinicDay } from '../../http/clinic-day';
import { eventsOf } from './events';

const NOTHING: AreaBefore = { history: [], foundLast: null, fades: [], openReactions: [] };

/** What a client's earlier visits tell of each area, by area. */
export async function earlierVisits(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
  timeZone: string,
): Promise<ReadonlyMap<string, AreaBefore>> {
  const earlier = await db
    .select({ id: visits.id, areaId: visits.areaId, startsAt: visits.startsAt })
    .from(visits)
    .where(
      and(
        eq(visits.clinicId, clinicId),
        eq(visits.clientId, visit.clientId),
        lt(visits.startsAt, new Date(visit.startsAt)),
      ),
    )
    .orderBy(asc(visits.startsAt), asc(visits.id));
  const events = await eventsOf(
    db,
    clinicId,
    earlier.map(({ id }) => id),
  );
  const before = new Map<string, AreaBefore>();
  for (const { id, areaId: bookedId, startsAt } of earlier) {
    for (const [areaId, record] of zoneRecords(events.get(id)!, bookedId)) {
      const known = before.get(areaId) ?? NOTHING;
      const { history, foundLast, fades, openReactions: open } = known;
      const { findings, fading } = record;
      const on = clinicDay(startsAt, timeZone);
      const sessions = sessionDays(history);
      before.set(areaId, {
        history: [...history, ...pastSessions(record)],
        foundLast: findings === null ? foundLast : { findings, on },
        fades:
          fading === null
            ? fades
            : [...fades, { on, sessions, how: fading.how, fades: fading.fades }],
        openReactions: [
          ...open,
          ...openReactions(record).map((reaction) => ({ visitId: id, reaction })),
        ],
      });
    }
  }
  return before;
}

/** What is known of one area. */
export const earlierVisitsOf = (
  before: ReadonlyMap<string, AreaBefore>,
  areaId: string,
): AreaBefore => before.get(areaId) ?? NOTHING;
