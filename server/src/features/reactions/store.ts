import type { ReactionListed } from '@tidy-quill/contract/record';
import { openReactions, zoneRecords } from '@tidy-quill/core/session';
import { TRIAGE_LEVELS } from '@tidy-quill/core/reaction';
import { and, eq, inArray } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { clients, visitEvents, visits } from '../../db/schema';
import { areasById } from '../clients/store';
import { eventsOf } from '../visit/events';

/** Reactions that nobody has closed, the gravest first, then the one due first. */
export async function reactionsOpen(db: Db, clinicId: string): Promise<ReactionListed[]> {
  const told = await db
    .selectDistinct({ visitId: visitEvents.visitId })
    .from(visitEvents)
    .where(and(eq(visitEvents.clinicId, clinicId), eq(visitEvents.kind, 'reactionReported')));
  const ids = told.map(({ visitId }) => visitId);
  if (ids.length === 0) return [];
  const rows = await db
    .select({ visit: visits, client: clients })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .where(and(eq(visits.clinicId, clinicId), inArray(visits.id, ids)));
  const events = await eventsOf(db, clinicId, ids);
  const open = rows.flatMap(({ visit, client }) =>
    [...zoneRecords(events.get(visit.id)!, visit.areaId)].flatMap(([areaId, record]) =>
      openReactions(record).map((reaction) => ({ visit, client, areaId, reaction })),
    ),
  );
  if (open.length === 0) return [];
  const placeOf = await areasById(
    db,
    clinicId,
    open.map(({ areaId }) => areaId),
  );
  return open
    .map(({ visit, client, areaId, reaction }): ReactionListed => ({
      visitId: visit.id,
      areaId,
      client: {
        id: client.id,
        name: `${client.givenName} ${client.familyName}`,
        phone: client.phone,
      },
      site: placeOf.get(areaId)!.site,
      side: placeOf.get(areaId)!.side,
      treatedAt: visit.startsAt.toISOString(),
      reaction,
    }))
    .sort((one, other) => rank(other) - rank(one) || due(one).localeCompare(due(other)));
}

const rank = ({ reaction }: ReactionListed) =>
  TRIAGE_LEVELS.indexOf(reaction.triage?.level ?? 'advice');

const due = ({ reaction }: ReactionListed) => reaction.againAt ?? '9';
