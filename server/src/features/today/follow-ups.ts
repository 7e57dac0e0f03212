import type { FollowUp } from '@tidy-quill/contract/today';
import { faintEnough, zoneRecords } from '@tidy-quill/core/session';
import { laterReasons, spotVerdict } from '@tidy-quill/core/spot';
import { and, eq, gte, inArray } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { areas, clients, visitEvents, visits } from '../../db/schema';
import { eventsOf } from '../visit/events';

// Nobody comes back later than that to have a spot looked at.
const DAYS_BACK = 14;
const DAY_MS = 86_400_000;

/** Test spots that wait to be looked at, the one due first at the head. */
export async function followUps(db: Db, clinicId: string, now: Date): Promise<FollowUp[]> {
  const since = new Date(now.getTime() - DAYS_BACK * DAY_MS);
  const fired = await db
    .selectDistinct({ visitId: visitEvents.visitId })
    .from(visitEvents)
    .where(
      and(
        eq(visitEvents.clinicId, clinicId),
        eq(visitEvents.kind, 'spotFired'),
        gte(visitEvents.at, since),
      ),
    );
  const ids = fired.map(({ visitId }) => visitId);
  if (ids.length === 0) return [];
  const rows = await db
    .select({ visit: visits, client: clients })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .where(and(eq(visits.clinicId, clinicId), inArray(visits.id, ids)));
  const events = await eventsOf(db, clinicId, ids);
  const waiting = rows.flatMap(({ visit, client }) =>
    [...zoneRecords(events.get(visit.id)!, visit.areaId)].flatMap(([areaId, record]) => {
      const { spots, plan } = record;
      const later = plan !== null && laterReasons(plan.subject).length > 0;
      const verdict = spotVerdict(spots, later, plan !== null && faintEnough(plan));
      if (verdict.state !== 'waiting') return [];
      const { kind, from, until } = verdict.next;
      const due = { kind, from, until };
      return [{ visitId: visit.id, areaId, client, spots: spots.length, due }];
    }),
  );
  if (waiting.length === 0) return [];
  const areaIds = waiting.map(({ areaId }) => areaId);
  const places = await db
    .select()
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), inArray(areas.id, areaIds)));
  const placeOf = new Map(places.map((area) => [area.id, area] as const));
  return waiting
    .sort((one, other) => (one.due.from < other.due.from ? -1 : 1))
    .map(({ client, ...each }) => ({
      ...each,
      client: {
        id: client.id,
        name: `${client.givenName} ${client.familyName}`,
        phone: client.phone,
      },
      site: placeOf.get(each.areaId)!.site,
      side: placeOf.get(each.areaId)!.side,
    }));
}
