import type { FollowUp } from '@tidy-quill/contract/today';
import { gte, sql } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { visitStatus } from '../../db/visit-status';
import { areasById, clientsById } from '../clients/store';
import { visitsSummed } from '../projections/store';

// Nobody comes back later than that to have a spot looked at.
const DAYS_BACK = 14;
const DAY_MS = 86_400_000;

/** Test spots that wait to be looked at, the one due first at the head. */
export async function followUps(db: Db, clinicId: string, now: Date): Promise<FollowUp[]> {
  const since = new Date(now.getTime() - DAYS_BACK * DAY_MS);
  const due = await visitsSummed(
    db,
    clinicId,
    gte(visitStatus.readingFrom, since),
    // Whatever got events since may have got spots.
    sql`true`,
  );
  const clientOf = await clientsById(
    db,
    clinicId,
    due.map(({ visit }) => visit.clientId),
  );
  const waiting = due.flatMap(({ visit, zones }) =>
    zones.flatMap(({ areaId, reading }) => {
      if (reading === null || Date.parse(reading.from) < since.getTime()) return [];
      const { spots, ...next } = reading;
      const client = defined(clientOf.get(visit.clientId));
      return [{ visitId: visit.id, areaId, client, spots, due: next }];
    }),
  );
  if (waiting.length === 0) return [];
  const placeOf = await areasById(
    db,
    clinicId,
    waiting.map(({ areaId }) => areaId),
  );
  return waiting
    .sort((one, other) => (one.due.from < other.due.from ? -1 : 1))
    .map(({ client, ...each }) => ({
      ...each,
      client: {
        id: client.id,
        name: `${client.givenName} ${client.familyName}`,
        phone: client.phone,
      },
      site: defined(placeOf.get(each.areaId)).site,
      side: defined(placeOf.get(each.areaId)).side,
    }));
}
