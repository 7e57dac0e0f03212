import type { IncidentShown, NewFollowUp, NewIncident } from '@tidy-quill/contract/incidents';
import { INCIDENT_SORT_WORDS } from '@tidy-quill/contract/labels/incidents';
import { closingProblem, takesOutOfUse, type IncidentFollowUp } from '@tidy-quill/core/incidents';
import { hasRight } from '@tidy-quill/core/access';
import { and, asc, eq, sql } from 'drizzle-orm';
import { v5 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { incidentEntries } from '../../db/device-tables';
import { clients, staff, visits } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { documentInForce } from '../catalogue/store';
import { insertEntry, knownHandpiece } from '../devices/store';
import { findVisit } from '../visit/store';

/** The register of incidents, the newest report first. */
export async function incidentsOf(db: Queryable, clinicId: string): Promise<IncidentShown[]> {
  const rows = await db
    .select({
      row: incidentEntries,
      by: staff.name,
      client: sql<string | null>`${clients.givenName} || ' ' || ${clients.familyName}`,
    })
    .from(incidentEntries)
    .innerJoin(
      staff,
      and(eq(staff.clinicId, incidentEntries.clinicId), eq(staff.id, incidentEntries.addedBy)),
    )
    .leftJoin(
      visits,
      and(eq(visits.clinicId, incidentEntries.clinicId), eq(visits.id, incidentEntries.visitId)),
    )
    .leftJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .where(eq(incidentEntries.clinicId, clinicId))
    .orderBy(asc(incidentEntries.addedAt), asc(incidentEntries.id));
  const { content: handpieces } = await documentInForce(db, clinicId, 'devices', []);
  const nameOf = (id: string) => handpieces.find((each) => each.id === id)?.name ?? id;
  return rows
    .flatMap(({ row, by, client }): IncidentShown[] => {
      if (row.body.kind !== 'reported') return [];
      return [
        {
          ...{ id: row.id, by, report: row.body.report },
          reportedAt: row.addedAt.toISOString(),
          visit: row.visitId === null ? null : { id: row.visitId, client: client ?? '' },
          handpiece:
            row.handpieceId === null
              ? null
              : { id: row.handpieceId, name: nameOf(row.handpieceId) },
          followUps: rows.flatMap((other) =>
            other.row.incidentId === row.id && other.row.body.kind !== 'reported'
              ? [
                  {
                    ...{ at: other.row.addedAt.toISOString(), by: other.by },
                    followUp: other.row.body,
                  },
                ]
              : [],
          ),
        },
      ];
    })
    .reverse();
}

// A namespace of our own (RFC 9562, version 5): what an incident writes into a device’s log is one however often it is sent.
const NAMESPACE = '3f0ad1b4-6a1b-4a39-8f57-0a0a5d2e7c42';

/**
 * Keeps a report; of a device that fired by itself, smoked or fell it takes that out of use in the same transaction. The
 * same id sent twice is one.
 * @throws HttpProblem 404 for a visit or handpiece that is not the clinic's
 */
export async function reportIncident(
  db: Db,
  actor: Actor,
  { id, visitId, handpieceId, report }: NewIncident,
): Promise<void> {
  const { clinicId, staffId: addedBy } = actor;
  if (visitId !== null) await findVisit(db, clinicId, visitId);
  if (handpieceId !== null) await knownHandpiece(db, clinicId, handpieceId);
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    const body = { kind: 'reported' as const, report };
    await tx
      .insert(incidentEntries)
      .values({
        clinicId,
        id,
        incidentId: id,
        kind: 'reported',
        body,
        visitId,
        handpieceId,
        addedBy,
      })
      .onConflictDoNothing();
    if (handpieceId === null || !takesOutOfUse(report.sort)) return;
    await insertEntry(tx, actor, handpieceId, {
      id: v5(id, NAMESPACE),
      body: {
        kind: 'takenOut',
        reason: `Incident: ${INCIDENT_SORT_WORDS[report.sort]}`,
        until: null,
      },
    });
  });
}

/**
 * Keeps what was told later of an incident.
 * @throws HttpProblem 404 where there is no such incident, 403 for closing by others than a supervisor, 422 where it cannot be closed
 */
export async function followIncident(
  db: Db,
  actor: Actor,
  incidentId: string,
  { id, followUp }: NewFollowUp,
): Promise<void> {
  const { clinicId, staffId: addedBy } = actor;
  if (followUp.kind === 'closed' && !hasRight(actor.role, 'approve')) {
    throw new HttpProblem('not-allowed', 'Only a supervisor closes an incident');
  }
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    const own = and(
      eq(incidentEntries.clinicId, clinicId),
      eq(incidentEntries.incidentId, incidentId),
    );
    // Held, so that it is not closed twice.
    await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${incidentId}, 0))`);
    const rows = await tx.select().from(incidentEntries).where(own);
    if (rows.some((row) => row.id === id)) return;
    const report = rows.find((row) => row.id === incidentId);
    if (report?.body.kind !== 'reported') {
      throw new HttpProblem('not-found', 'There is no such incident');
    }
    const told = rows.flatMap(({ body }): IncidentFollowUp[] =>
      body.kind === 'reported' ? [] : [body],
    );
    const problem =
      followUp.kind === 'closed' ? closingProblem(report.body.report.sort, told) : null;
    if (problem !== null) {
      throw new HttpProblem('refused-by-rule', CLOSING_WORDS[problem], { detail: problem });
    }
    await tx.insert(incidentEntries).values({
      ...{ clinicId, id, incidentId, kind: followUp.kind, body: followUp, addedBy },
      ...{ visitId: report.visitId, handpieceId: report.handpieceId },
    });
  });
}

const CLOSING_WORDS = {
  closedAlready: 'This incident is closed already',
  notSeen: 'A clinician has to have seen it first',
} as const;
