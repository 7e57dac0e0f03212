import { and, asc, eq } from 'drizzle-orm';
import { lastTreated, zoneSummaries } from '@tidy-quill/core/report';
import { zoneRecords } from '@tidy-quill/core/session';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { sessionFacts as factRows } from '../../db/session-facts';
import { visitStatus, zoneSessions } from '../../db/visit-status';
import { eventsOf } from '../visit/events';
import { factsIn } from './facts';
import { sumUp } from './store';

/** Works every projection out again from the events; gives how many visits there are. */
export async function rebuild(db: Db): Promise<number> {
  await db.update(visitStatus).set({ stale: true });
  return sumUp(db);
}

/** Visits whose projection is up to date by its own word, but says something else than their events; by id. */
export async function wrongProjections(db: Db): Promise<readonly string[]> {
  const rows = await db
    .select({ visit: visits, status: visitStatus })
    .from(visits)
    .innerJoin(visitStatus, eq(visitStatus.visitId, visits.id))
    .where(eq(visitStatus.stale, false))
    .orderBy(asc(visits.id));
  const wrong: string[] = [];
  for (const { visit, status } of rows) {
    if (status.unreadable) continue;
    const events = defined((await eventsOf(db, visit.clinicId, [visit.id])).get(visit.id));
    const zones = zoneSummaries(events, zoneRecords(events, visit.areaId));
    const kept = status.zones.map((zone, index) => ({
      ...zone,
      sessions: status.sessions[index]?.sessions,
    }));
    const treated = await db
      .select({
        areaId: zoneSessions.areaId,
        on: zoneSessions.treatedOn,
        newTestSpot: zoneSessions.newTestSpot,
      })
      .from(zoneSessions)
      .where(and(eq(zoneSessions.clinicId, visit.clinicId), eq(zoneSessions.visitId, visit.id)));
    const differs = zones.some(({ areaId, sessions }) => {
      const row = treated.find((each) => each.areaId === areaId);
      const last = lastTreated(sessions);
      return row?.on !== (last?.on ?? null) || row?.newTestSpot !== (last?.newTestSpot ?? false);
    });
    const counted = await factsOf(db, visit);
    const facts = factsIn(events, zoneRecords(events, visit.areaId));
    const sameFacts =
      facts.length === counted.length &&
      facts.every((each) => {
        const row = counted.find(({ areaId }) => areaId === each.areaId);
        return row !== undefined && inOrder({ ...row, ...each }) === inOrder(row);
      });
    if (inOrder(zones) !== inOrder(kept) || differs || !sameFacts) wrong.push(visit.id);
  }
  return wrong;
}

const factsOf = (db: Db, { clinicId, id }: typeof visits.$inferSelect) =>
  db
    .select()
    .from(factRows)
    .where(and(eq(factRows.clinicId, clinicId), eq(factRows.visitId, id)));

/** As JSON with its keys in order: a database keeps no order of keys. */
const inOrder = (value: unknown): string =>
  JSON.stringify(value, (_key, each: unknown) =>
    each !== null && typeof each === 'object' && !Array.isArray(each)
      ? Object.fromEntries(Object.entries(each).sort(([one], [other]) => (one < other ? -1 : 1)))
      : each,
  );
