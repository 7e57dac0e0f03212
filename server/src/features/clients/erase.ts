import type { Client } from '@tidy-quill/contract/clients';
import { refuseErasing, type ErasingRefusal } from '@tidy-quill/core/clients';
import { and, eq, gt, inArray, isNull, sql } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { clientMerges } from '../../db/client-merges';
import { visits } from '../../db/schema';
import type { FileStore } from '../../files/file-store';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { visitsSummed } from '../projections/store';
import { mergedInto } from './merge';
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
    const refusal = await erasingRefusal(tx, clinicId, client);
    if (refusal !== null) {
      throw new HttpProblem('conflict', 'This client cannot be erased yet', { detail: refusal });
    }
    // Records that were merged into it are the same person.
    const own = [...(await mergedInto(tx, clinicId, id)), id];
    const theirs = inArray(clientMerges.clientId, own);
    await tx.execute(sql`select hold_clients()`);
    await tx
      .update(clientMerges)
      .set({ keptBefore: null })
      .where(and(eq(clientMerges.clinicId, clinicId), theirs));
    const gone: string[] = [];
    for (const each of own) {
      const { rows } = await tx.execute<{ hashes: string[] | null }>(
        sql`select erase_client(${clinicId}, ${each}, ${staffId}) as hashes`,
      );
      gone.push(...(rows[0]?.hashes ?? []));
    }
    return gone;
  });
  await files.remove(clinicId, hashes);
}

/** What keeps a client from being erased now; null for nothing. */
export async function erasingRefusal(
  db: Queryable,
  clinicId: string,
  { id, mergedInto: into }: Pick<Client, 'id' | 'mergedInto'>,
): Promise<ErasingRefusal | null> {
  const own = and(eq(visits.clinicId, clinicId), eq(visits.clientId, id));
  const toCome = and(own, isNull(visits.cancelledAt), gt(visits.startsAt, new Date()));
  const summed = await visitsSummed(db, clinicId, eq(visits.clientId, id));
  return refuseErasing({
    visitsToCome: (await db.select({ id: visits.id }).from(visits).where(toCome)).length,
    openReactions: summed.flatMap(({ zones }) => zones.flatMap((zone) => zone.openReactions))
      .length,
    merged: into !== null,
  });
}
