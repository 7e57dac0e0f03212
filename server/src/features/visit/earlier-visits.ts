import type { AreaBefore, VisitHeader } from '@tidy-quill/contract/visit-opened';
import { sessionDays } from '@tidy-quill/core/plan';
import { and, eq, lt } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Queryable } from '../../db/connect';
import { together } from '../../db/together';
import { visits } from '../../db/schema';
import { clinicDay } from '../../http/clinic-day';
import { typedSessionsOf } from '../imports/store';
import { visitsSummed } from '../projections/store';

const NOTHING: AreaBefore = { history: [], foundLast: null, fades: [], openReactions: [] };

/** What a client's earlier visits tell of each area, by area. */
export async function earlierVisits(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
  timeZone: string,
): Promise<ReadonlyMap<string, AreaBefore>> {
  const { clientId } = visit;
  const isEarlier = and(
    eq(visits.clientId, clientId),
    lt(visits.startsAt, new Date(visit.startsAt)),
  );
  const [earlier, typed] = await together(
    visitsSummed(db, clinicId, defined(isEarlier)),
    typedSessionsOf(db, clinicId, clientId),
  );
  const day = clinicDay(new Date(visit.startsAt), timeZone);
  const before = new Map<string, AreaBefore>(
    [...typed].map(([areaId, sessions]) => [
      areaId,
      { ...NOTHING, history: sessions.filter(({ on }) => on < day) },
    ]),
  );
  for (const { visit: one, zones } of earlier) {
    for (const { areaId, findings, fading, sessions: own, openReactions: followed } of zones) {
      const known = before.get(areaId) ?? NOTHING;
      const { history, foundLast, fades, openReactions: open } = known;
      const on = clinicDay(one.startsAt, timeZone);
      const sessions = sessionDays(history);
      before.set(areaId, {
        history: typed.has(areaId) ? inOrder([...history, ...own]) : [...history, ...own],
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

/** By day: what was typed in may be of a day between two of this clinic’s own. */
const inOrder = (history: AreaBefore['history']): AreaBefore['history'] =>
  history.toSorted((one, other) => (one.on < other.on ? -1 : one.on > other.on ? 1 : 0));

/** What is known of one area. */
export const earlierVisitsOf = (
  before: ReadonlyMap<string, AreaBefore>,
  areaId: string,
): AreaBefore => before.get(areaId) ?? NOTHING;
