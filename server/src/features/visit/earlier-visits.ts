import type { AreaBefore, VisitHeader } from '@tidy-quill/contract/visit-opened';
import { sessionDays } from '@tidy-quill/core/plan';
import { and, eq, lt } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Queryable } from '../../db/connect';
import { visits } from '../../db/schema';
import { clinicDay } from '../../http/clinic-day';
import { visitsSummed } from '../projections/store';

const NOTHING: AreaBefore = { history: [], foundLast: null, fades: [], openReactions: [] };

/** What a client's earlier visits tell of each area, by area. */
export async function earlierVisits(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
  timeZone: string,
): Promise<ReadonlyMap<string, AreaBefore>> {
  const earlier = await visitsSummed(
    db,
    clinicId,
    defined(
      and(eq(visits.clientId, visit.clientId), lt(visits.startsAt, new Date(visit.startsAt))),
    ),
  );
  const before = new Map<string, AreaBefore>();
  for (const { visit: one, zones } of earlier) {
    for (const { areaId, findings, fading, sessions: own, openReactions: followed } of zones) {
      const known = before.get(areaId) ?? NOTHING;
      const { history, foundLast, fades, openReactions: open } = known;
      const on = clinicDay(one.startsAt, timeZone);
      const sessions = sessionDays(history);
      before.set(areaId, {
        history: [...history, ...own],
        foundLast: findings === null ? foundLast : { findings, on },
        fades:
          fading === null
            ? fades
            : [...fades, { on, sessions, how: fading.how, fades: fading.fades }],
        openReactions: [...open, ...followed.map((reaction) => ({ visitId: one.id, reaction }))],
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
