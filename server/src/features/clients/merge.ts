import type {
  MergeCompared,
  MergeListed,
  MergeRests,
  MergeSide,
  NewMerge,
} from '@tidy-quill/contract/merges';
import { mergedFields, refuseMerging, refusePairs, samePlaces } from '@tidy-quill/core/clients';
import { isUnderWay } from '@tidy-quill/core/report';
import { defined } from '@tidy-quill/core/units';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { clientMerges } from '../../db/client-merges';
import type { Db, Queryable } from '../../db/connect';
import { clients, clinics, staff, visits } from '../../db/schema';
import { clinicDay } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { consentsOf } from '../consent/store';
import { visitsSummed } from '../projections/store';
import { searchTextOf } from './search-text';
import { areasOf, findClient } from './store';

/** Two records side by side, and what merging the second into the first would make of them. */
export async function compareClients(
  db: Queryable,
  clinicId: string,
  keptId: string,
  goneId: string,
): Promise<MergeCompared> {
  const kept = await sideOf(db, clinicId, keptId);
  const gone = await sideOf(db, clinicId, goneId);
  return {
    kept: kept.side,
    gone: gone.side,
    pairs: samePlaces(kept.side.areas, gone.side.areas),
    after: mergedFields(kept.side.client, gone.side.client),
    refusal: refuseMerging(kept.side.client, gone.side.client, kept.underWay + gone.underWay),
  };
}

async function sideOf(db: Queryable, clinicId: string, id: string) {
  const client = await findClient(db, clinicId, id);
  const summed = await visitsSummed(db, clinicId, eq(visits.clientId, id));
  const standing = summed.filter(({ visit }) => visit.cancelledAt === null);
  const last = standing.map(({ visit }) => visit.startsAt).findLast((at) => at <= new Date());
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const side: MergeSide = {
    client,
    areas: await areasOf(db, clinicId, id),
    visits: standing.length,
    lastVisitOn: last === undefined ? null : clinicDay(last, defined(clinic).timeZone),
    consents: defined((await consentsOf(db, clinicId, [id])).get(id)).length,
  };
  return { side, underWay: standing.filter(({ zones }) => zones.some(isUnderWay)).length };
}

/**
 * Makes one record of two that turned out to be one client's. Sent twice, it is done once.
 * @throws HttpProblem 404 where one is not here, 409 where one was changed meanwhile or a rule forbids it, 400 for pairs that are none
 */
export async function mergeClients(
  db: Db,
  actor: Actor,
  keptId: string,
  { id, goneId, pairs, ...versions }: NewMerge,
): Promise<void> {
  const { clinicId, staffId } = actor;
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await tx.execute(sql`select hold_clients()`);
    const its = and(eq(clientMerges.clinicId, clinicId), eq(clientMerges.id, id));
    if ((await tx.$count(clientMerges, its)) > 0) return;
    const { kept, gone, after, refusal } = await compareClients(tx, clinicId, keptId, goneId);
    if (refusal !== null) throw notMerged(refusal);
    if (kept.client.version !== versions.version || gone.client.version !== versions.goneVersion) {
      throw new HttpProblem('conflict', 'Somebody else changed one of them meanwhile', {
        detail: 'Compare them again.',
      });
    }
    const wrong = refusePairs(kept.areas, gone.areas, pairs);
    if (wrong !== null) {
      throw new HttpProblem('invalid-input', 'These areas cannot be brought together', {
        detail: wrong,
        fields: [{ field: 'pairs', problem: wrong }],
      });
    }
    const { phone, email, contactBy, language, guardian, wishes, ...more } = kept.client;
    const { doNotContact, alert, note } = more;
    const version = kept.client.version + 1;
    await tx.insert(clientMerges).values({
      ...{ clinicId, id, clientId: keptId, goneId, pairs, keptVersion: version },
      keptBefore: {
        phone,
        email,
        contactBy,
        language,
        guardian,
        wishes,
        doNotContact,
        alert,
        note,
      },
      createdBy: staffId,
    });
    await setFields(tx, clinicId, keptId, version, after);
    await tx.execute(sql`select merge_clients(${clinicId}, ${id})`);
  });
}

/**
 * Parts two records that were merged, as they were; done twice, it is done once.
 * @throws HttpProblem 404 where there is no such merge, 409 where something rests on it
 */
export async function undoMerge(db: Db, actor: Actor, mergeId: string): Promise<void> {
  const { clinicId, staffId } = actor;
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await tx.execute(sql`select hold_clients()`);
    const [merge] = await tx
      .select()
      .from(clientMerges)
      .where(and(eq(clientMerges.clinicId, clinicId), eq(clientMerges.id, mergeId)));
    if (merge === undefined) throw new HttpProblem('not-found', 'There is no such merge');
    const keptId = merge.clientId;
    if (merge.undoneAt !== null) return;
    const kept = await findClient(tx, clinicId, keptId);
    const gone = await findClient(tx, clinicId, merge.goneId);
    const before = merge.keptBefore;
    if (before === null) throw rests('erased');
    if (!sameWishes(kept, before.wishes ?? gone.wishes)) throw rests('edited');
    const { rows } = await tx.execute<{ rests: string | null }>(
      sql`select unmerge_clients(${clinicId}, ${mergeId}, ${staffId}) as rests`,
    );
    const what = rows[0]?.rests ?? null;
    if (what !== null) throw rests(what);
    await setFields(tx, clinicId, keptId, kept.version + 1, before);
    // What was merged into it before rests on its version, which is another one now.
    await tx
      .update(clientMerges)
      .set({ keptVersion: kept.version + 1 })
      .where(
        and(
          eq(clientMerges.clinicId, clinicId),
          eq(clientMerges.clientId, keptId),
          isNull(clientMerges.undoneAt),
          eq(clientMerges.keptVersion, merge.keptVersion - 1),
        ),
      );
  });
}

const sameWishes = (client: { wishes: unknown }, wishes: unknown): boolean =>
  JSON.stringify(client.wishes) === JSON.stringify(wishes);

const rests = (what: string) =>
  new HttpProblem('conflict', 'Something rests on this merge', {
    // The database names tables.
    detail: what.replace(/_(\w)/g, (_, letter: string) =>
      letter.toUpperCase(),
    ) satisfies string as MergeRests,
  });

const notMerged = (detail: string) =>
  new HttpProblem('conflict', 'These records cannot be merged', { detail });

async function setFields(
  tx: Queryable,
  clinicId: string,
  id: string,
  version: number,
  { wishes, ...fields }: MergeCompared['after'],
): Promise<void> {
  const its = and(eq(clients.clinicId, clinicId), eq(clients.id, id));
  const [row] = await tx
    .update(clients)
    .set({
      ...{ ...fields, version },
      wishes: wishes === null ? null : { ...wishes, weekdays: [...wishes.weekdays] },
    })
    .where(its)
    .returning();
  await tx
    .update(clients)
    .set({ searchText: searchTextOf(defined(row)) })
    .where(its);
}

/** The records that went into one, oldest first. */
export async function mergesOf(
  db: Queryable,
  clinicId: string,
  clientId: string,
): Promise<MergeListed[]> {
  const rows = await db
    .select({ merge: clientMerges, gone: clients, by: staff.name })
    .from(clientMerges)
    .innerJoin(
      clients,
      and(eq(clients.clinicId, clientMerges.clinicId), eq(clients.id, clientMerges.goneId)),
    )
    .innerJoin(
      staff,
      and(eq(staff.clinicId, clientMerges.clinicId), eq(staff.id, clientMerges.createdBy)),
    )
    .where(
      and(
        eq(clientMerges.clinicId, clinicId),
        eq(clientMerges.clientId, clientId),
        isNull(clientMerges.undoneAt),
      ),
    )
    .orderBy(asc(clientMerges.createdAt));
  return rows.map(({ merge, gone: { id, reference, givenName, familyName }, by }) => ({
    ...{ id: merge.id, gone: { id, reference, givenName, familyName }, by },
    at: merge.createdAt.toISOString(),
  }));
}

/** The ids of all records that went into one, those that went into them too. */
export async function mergedInto(
  db: Queryable,
  clinicId: string,
  clientId: string,
): Promise<string[]> {
  const { rows } = await db.execute<{ id: string }>(sql`
    with recursive own as (
      select id from clients where clinic_id = ${clinicId} and merged_into = ${clientId}
      union select c.id from clients c join own on c.merged_into = own.id where c.clinic_id = ${clinicId}
    ) select id from own`);
  return rows.map(({ id }) => id);
}
