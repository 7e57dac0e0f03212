import type { HandpieceSession, HandpieceUse } from '@tidy-quill/contract/handpieces';
import { defined, addDays, type Day } from '@tidy-quill/core/units';
import { and, gte, lt } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import type { clients } from '../../db/schema';
import { visits } from '../../db/schema';
import { clinicDay, dayBounds } from '../../http/clinic-day';
import { catalogueInForce } from '../catalogue/store';
import { areasById, clientsById } from '../clients/store';
import { visitsSummed } from '../projections/store';

/** What a handpiece was used for between two days, both included: sessions, incidents of theirs, and what was told of later. */
export async function useOf(
  db: Db,
  clinicId: string,
  timeZone: string,
  handpieceId: string,
  { from, to }: { readonly from: Day; readonly to: Day },
): Promise<HandpieceUse> {
  const summed = await visitsSummed(
    db,
    clinicId,
    defined(
      and(
        gte(visits.startsAt, dayBounds(from, timeZone).from),
        lt(visits.startsAt, dayBounds(addDays(to, 1), timeZone).from),
      ),
    ),
  );
  const used = summed.toReversed().flatMap(({ visit, zones: all }) =>
    all.flatMap((zone) => {
      const own = zone.settings.filter(({ setting }) => setting.handpieceId === handpieceId);
      return own.length === 0 ? [] : [{ visit, zone, own }];
    }),
  );
  const clientOf = await clientsById(
    db,
    clinicId,
    used.map(({ visit }) => visit.clientId),
  );
  const zones = used.map((each) => ({
    ...each,
    client: defined(clientOf.get(each.visit.clientId)),
  }));
  const places = await areasById(
    db,
    clinicId,
    zones.map(({ zone }) => zone.areaId),
  );
  const { handpieces } = await catalogueInForce(db, clinicId);
  const nameOf = (client: typeof clients.$inferSelect) =>
    `${client.givenName} ${client.familyName}`;
  return {
    handpiece: handpieces.find(({ id }) => id === handpieceId) ?? null,
    sessions: zones.flatMap(({ visit, client, zone: { areaId }, own }) =>
      own.map(({ setting, pulses, energyJ, answer }): HandpieceSession => ({
        visitId: visit.id,
        areaId,
        on: clinicDay(visit.startsAt, timeZone),
        client: { name: nameOf(client), reference: client.reference },
        site: defined(places.get(areaId)).site,
        side: defined(places.get(areaId)).side,
        ...{ setting, pulses, energyJ, answer },
      })),
    ),
    incidents: zones.flatMap(({ visit, zone }) =>
      zone.incidents.map(({ at, what, detail }) => ({ visitId: visit.id, at, what, detail })),
    ),
    reactions: zones.flatMap(({ visit, client, zone }) =>
      zone.reactions.map((reaction) => ({
        ...{ visitId: visit.id, areaId: zone.areaId, client: nameOf(client), reaction },
      })),
    ),
  };
}
