import type { ReactionListed } from '@tidy-quill/contract/record';
import { TRIAGE_LEVELS } from '@tidy-quill/core/reaction';
import { gt, sql } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { visitStatus } from '../../db/visit-status';
import { areasById, clientsById } from '../clients/store';
import { visitsSummed } from '../projections/store';

/** Reactions that nobody has closed, the gravest first, then the one due first. */
export async function reactionsOpen(db: Db, clinicId: string): Promise<ReactionListed[]> {
  // Whatever got events since may have got a reaction.
  const changed = sql`true`;
  const followed = await visitsSummed(db, clinicId, gt(visitStatus.openReactions, 0), changed);
  const clientOf = await clientsById(
    db,
    clinicId,
    followed.map(({ visit }) => visit.clientId),
  );
  const open = followed.flatMap(({ visit, zones }) =>
    zones.flatMap(({ areaId, openReactions }) =>
      openReactions.map((reaction) => ({
        ...{ visit, client: defined(clientOf.get(visit.clientId)), areaId, reaction },
      })),
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
      site: defined(placeOf.get(areaId)).site,
      side: defined(placeOf.get(areaId)).side,
      treatedAt: visit.startsAt.toISOString(),
      reaction,
    }))
    .sort((one, other) => rank(other) - rank(one) || due(one).localeCompare(due(other)));
}

const rank = ({ reaction }: ReactionListed) =>
  TRIAGE_LEVELS.indexOf(reaction.triage?.level ?? 'advice');

const due = ({ reaction }: ReactionListed) => reaction.againAt ?? '9';
