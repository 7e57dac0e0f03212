import type { HandpieceSession, HandpieceUse } from '@tidy-quill/contract/handpieces';
import { segmentsOf, zoneRecords } from '@tidy-quill/core/session';
import { addDays, type Day } from '@tidy-quill/core/units';
import { and, desc, eq, gte, lt } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { clients, visits } from '../../db/schema';
import { clinicDay, dayBounds } from '../../http/clinic-day';
import { catalogueInForce } from '../catalogue/store';
import { areasById } from '../clients/store';
import { eventsOf } from '../visit/events';

/** What a handpiece was used for between two days, both included: sessions, incidents of theirs, and what was told of later. */
export async function useOf(
  db: Db,
  clinicId: string,
  timeZone: string,
  handpieceId: string,
  { from, to }: { readonly from: Day; readonly to: Day },
): Promise<HandpieceUse> {
  const rows = await db
    .select({ visit: visits, client: clients })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .where(
      and(
        eq(visits.clinicId, clinicId),
        gte(visits.startsAt, dayBounds(from, timeZone).from),
        lt(visits.startsAt, dayBounds(addDays(to, 1), timeZone).from),
      ),
    )
    .orderBy(desc(visits.startsAt));
  const events = await eventsOf(
    db,
    clinicId,
    rows.map(({ visit }) => visit.id),
  );
  const zones = rows.flatMap(({ visit, client }) =>
    [...zoneRecords(events.get(visit.id)!, visit.areaId)].flatMap(([areaId, record]) => {
      const used = segmentsOf(record).filter(
        ({ pulses, setting }) => pulses > 0 && setting.handpieceId === handpieceId,
      );
      return used.length === 0 ? [] : [{ visit, client, areaId, record, used }];
    }),
  );
  const places = await areasById(
    db,
    clinicId,
    zones.map(({ areaId }) => areaId),
  );
  const { handpieces } = await catalogueInForce(db, clinicId);
  const nameOf = (client: typeof clients.$inferSelect) =>
    `${client.givenName} ${client.familyName}`;
  return {
    handpiece: handpieces.find(({ id }) => id === handpieceId) ?? null,
    sessions: zones.flatMap(({ visit, client, areaId, used }) =>
      used.map(({ setting, pulses, energyJ, answer }): HandpieceSession => ({
        visitId: visit.id,
        areaId,
        on: clinicDay(visit.startsAt, timeZone),
        client: { name: nameOf(client), reference: client.reference },
        site: places.get(areaId)!.site,
        side: places.get(areaId)!.side,
        ...{ setting, pulses, energyJ, answer },
      })),
    ),
    incidents: zones.flatMap(({ visit, record }) =>
      record.incidents.map(({ at, what, detail }) => ({ visitId: visit.id, at, what, detail })),
    ),
    reactions: zones.flatMap(({ visit, client, areaId, record }) =>
      record.reactions.map((reaction) => ({
        ...{ visitId: visit.id, areaId, client: nameOf(client), reaction },
      })),
    ),
  };
}
