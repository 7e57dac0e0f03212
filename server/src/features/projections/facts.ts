import type { VisitEvent } from '@tidy-quill/core/events';
import { sessionFacts, type SessionFacts } from '@tidy-quill/core/findings';
import type { VisitRecord } from '@tidy-quill/core/session';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { visits } from '../../db/schema';
import { sessionFacts as t, staleMonths } from '../../db/session-facts';

/** What counts of a zone, with the hair that was counted before it. */
export interface FactsOfZone extends SessionFacts {
  readonly hairsPerCm2: number | null;
}

/** What counts of every zone of a visit whose treatment has ended. */
export const factsIn = (
  events: readonly VisitEvent[],
  records: ReadonlyMap<string, VisitRecord>,
): readonly FactsOfZone[] =>
  sessionFacts(events, records).map((facts) => {
    const findings = records.get(facts.areaId)?.findings ?? null;
    const counted = findings !== null && 'hair' in findings ? findings.hair.hairsPerCm2 : null;
    return { ...facts, hairsPerCm2: counted ?? null };
  });

/** The first day of a day's month. */
export const monthOf = (on: Day): Day => `${on.slice(0, 7)}-01`;

/**
 * Puts a visit's facts in the place of those from before: a treatment that was reopened, or an area that was merged, has none.
 * Marks their months and the courses' counts as to be worked out again.
 */
export async function writeFacts(
  tx: Queryable,
  { clinicId, visitId }: { readonly clinicId: string; readonly visitId: string },
  facts: readonly FactsOfZone[],
): Promise<void> {
  const before = await tx
    .select()
    .from(t)
    .where(and(eq(t.clinicId, clinicId), eq(t.visitId, visitId)));
  if (before.length + facts.length === 0) return;
  await holdAreas(tx, clinicId, [...before, ...facts]);
  const gone = before.filter(({ areaId }) => facts.every((each) => each.areaId !== areaId));
  const goneIds = gone.map(({ areaId }) => areaId);
  if (goneIds.length > 0) {
    await tx
      .delete(t)
      .where(and(eq(t.clinicId, clinicId), eq(t.visitId, visitId), inArray(t.areaId, goneIds)));
  }
  const { clientId, plannedMinutes } = visits;
  const [of] = await tx
    .select({ clientId, plannedMinutes })
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), eq(visits.id, visitId)));
  for (const each of facts) {
    const planned = each.visitMinutes === null ? null : defined(of).plannedMinutes;
    const row = { ...each, clientId: defined(of).clientId, plannedMinutes: planned };
    await tx
      .insert(t)
      .values({ clinicId, visitId, ...row, isFirst: true, isLast: true })
      .onConflictDoUpdate({
        target: [t.clinicId, t.visitId, t.areaId],
        set: { ...row, countsStale: true },
      });
  }
  const areaIds = [...new Set([...goneIds, ...facts.map(({ areaId }) => areaId)])];
  for (const areaId of areaIds) await markEnds(tx, clinicId, areaId);
  const months = [...before, ...facts].map(({ treatedOn }) => monthOf(treatedOn));
  await tx
    .insert(staleMonths)
    .values([...new Set(months)].sort().map((month) => ({ clinicId, month })))
    // Waits for whoever adds the month up just now: this session is not in their sum, and they are about to call it done.
    .onConflictDoUpdate({
      target: [staleMonths.clinicId, staleMonths.month],
      set: { month: sql`excluded.month` },
    });
}

/** One at a time writes the sessions of an area, as each changes rows of the others; in order, so that none wait in a circle. */
async function holdAreas(
  tx: Queryable,
  clinicId: string,
  of: readonly { readonly areaId: string }[],
): Promise<void> {
  for (const areaId of [...new Set(of.map(({ areaId }) => areaId))].sort()) {
    await tx.execute(
      sql`select pg_advisory_xact_lock(hashtextextended(${`${clinicId} ${areaId}`}, 0))`,
    );
  }
}

/** Says of each session of an area whether it is the first or the last one, and has its counts looked at again. */
async function markEnds(tx: Queryable, clinicId: string, areaId: string): Promise<void> {
  const own = sql`from session_facts where clinic_id = ${clinicId} and area_id = ${areaId}`;
  await tx
    .update(t)
    .set({
      isFirst: sql`${t.treatedOn} = (select min(treated_on) ${own})`,
      isLast: sql`${t.treatedOn} = (select max(treated_on) ${own})`,
      countsStale: true,
    })
    .where(and(eq(t.clinicId, clinicId), eq(t.areaId, areaId)));
}
