import { refuseErasing } from '@tidy-quill/core/clients';
import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import type { FileStore } from '../../files/file-store';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { visitsSummed } from '../projections/store';
import { findClient } from './store';

/**
 * Takes away who a client was, for good, wherever it was kept; numbers stay under the reference. Done twice, it is done once.
 * @throws HttpProblem 404 where there is no such client, 400 where the reference is another's, 409 with the rule that forbids it
 */
export async function eraseClient(
  db: Db,
  files: FileStore,
  actor: Actor,
  id: string,
  reference: string,
): Promise<void> {
  const { clinicId, staffId } = actor;
  const client = await findClient(db, clinicId, id);
  if (client.erasedAt !== null) return;
  if (reference !== client.reference) {
    throw new HttpProblem('invalid-input', 'This is another reference', {
      fields: [{ field: 'reference', problem: `must be ${client.reference}` }],
    });
  }
  const hashes = await db.transaction(async (tx) => {
    const own = and(eq(visits.clinicId, clinicId), eq(visits.clientId, id));
    const toCome = and(own, isNull(visits.cancelledAt), gt(visits.startsAt, new Date()));
    const summed = await visitsSummed(tx, clinicId, eq(visits.clientId, id));
    const refusal = refuseErasing({
      visitsToCome: await tx.$count(visits, toCome),
      openReactions: summed.flatMap(({ zones }) => zones.flatMap((zone) => zone.openReactions))
        .length,
    });
    if (refusal !== null) {
      throw new HttpProblem('conflict', 'This client cannot be erased yet', { detail: refusal });
    }
    const { rows } = await tx.execute<{ hashes: string[] | null }>(
      sql`select erase_client(${clinicId}, ${id}, ${staffId}) as hashes`,
    );
    return rows[0]?.hashes ?? [];
  });
  await files.remove(clinicId, hashes);
}
