import {
  lastTreated,
  SUMMARY_VERSION,
  zoneSummaries,
  type LastTreated,
  type ZoneSummary,
} from '@tidy-quill/core/report';
import { zoneRecords, type VisitRecord } from '@tidy-quill/core/session';
import type { VisitEvent } from '@tidy-quill/core/events';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, asc, desc, eq, inArray, lt, lte, or, sql, type SQL } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { together } from '../../db/together';
import { visits } from '../../db/schema';
import { visitStatus, zoneSessions } from '../../db/visit-status';
import { eventsOf } from '../visit/events';
import { factsIn, writeFacts, type FactsOfZone } from './facts';

/** A visit with what each of its zones came to. */
export interface VisitSummed {
  readonly visit: typeof visits.$inferSelect;
  /** Each zone in turn, the one booked first; none where its events cannot be read. */
  readonly zones: readonly ZoneSummary[];
  readonly unreadable: boolean;
}

/** Days up to one on which areas of some clients were treated, the last first: of their sessions nothing else is read. */
export async function treatedOf(
  db: Queryable,
  clinicId: string,
  of: {
    readonly clientIds: readonly string[];
    readonly areaIds: readonly string[];
    readonly until: Day;
  },
): Promise<readonly (LastTreated & { readonly visitId: string; readonly areaId: string })[]> {
  if (of.areaIds.length === 0) return [];
  await sumUp(
    db,
    defined(and(eq(visits.clinicId, clinicId), inArray(visits.clientId, [...of.clientIds]))),
  );
  const { visitId, areaId, treatedOn, newTestSpot } = zoneSessions;
  const rows = await db
    .select({ visitId, areaId, on: treatedOn, newTestSpot })
    .from(zoneSessions)
    .where(
      and(
        eq(zoneSessions.clinicId, clinicId),
        inArray(areaId, [...of.areaIds]),
        lte(treatedOn, of.until),
      ),
    )
    .orderBy(desc(treatedOn));
  return rows.map(({ on, ...row }) => ({ ...row, on: defined(on) }));
}

interface VisitKey {
  readonly clinicId: string;
  readonly visitId: string;
}

/** Writes what a visit came to, in the transaction that locked the visit and added to it. */
export const projectVisit = (
  tx: Queryable,
  key: VisitKey,
  events: readonly VisitEvent[],
  records: ReadonlyMap<string, VisitRecord>,
): Promise<void> => write(tx, key, summedUp(events, records));

function summedUp(events: readonly VisitEvent[], records: ReadonlyMap<string, VisitRecord>): Row {
  const zones = zoneSummaries(events, records);
  const reading = zones
    .flatMap((zone) => zone.reading?.from ?? [])
    .sort()
    .at(-1);
  return {
    treated: zones.map(({ areaId, sessions }) => ({ areaId, last: lastTreated(sessions) })),
    facts: factsIn(events, records),
    zones: zones.map(({ sessions: _, ...zone }) => zone),
    sessions: zones.map(({ areaId, sessions }) => ({ areaId, sessions })),
    takesPresses: zones.filter(({ takesPresses }) => takesPresses).map(({ areaId }) => areaId),
    openReactions: zones.reduce((sum, zone) => sum + zone.openReactions.length, 0),
    readingFrom: reading === undefined ? null : new Date(reading),
    unreadable: false,
  };
}

/**
 * Visits of a clinic that match, by time, whatever came to them a moment ago.
 *
 * @param changed which of the outdated ones have to be summed up first; those that match, where what matches is no
 * part of a summary
 */
export async function visitsSummed(
  db: Queryable,
  clinicId: string,
  matching: SQL,
  changed: SQL = matching,
): Promise<VisitSummed[]> {
  const { zones, sessions, unreadable, stale, version } = visitStatus;
  const asked = () =>
    db
      .select({ visit: visits, zones, sessions, unreadable, stale, version })
      .from(visits)
      .innerJoin(visitStatus, OF_VISIT)
      .where(and(eq(visits.clinicId, clinicId), matching))
      .orderBy(asc(visits.startsAt), asc(visits.id));
  // Mostly nothing is outdated, and the rows themselves say so.
  let rows = changed === matching ? await asked() : null;
  if (rows === null || rows.some((row) => row.stale || row.version < SUMMARY_VERSION)) {
    await sumUp(db, defined(and(eq(visits.clinicId, clinicId), changed)));
    rows = await asked();
  }
  return rows.map(({ visit, unreadable: broken, ...row }) => ({
    visit,
    zones: row.zones.map((zone, index) => ({
      ...zone,
      sessions: defined(row.sessions[index]).sessions,
    })),
    unreadable: broken,
  }));
}

const OF_VISIT = defined(
  and(eq(visitStatus.clinicId, visits.clinicId), eq(visitStatus.visitId, visits.id)),
);

const OUTDATED = defined(or(visitStatus.stale, lt(visitStatus.version, SUMMARY_VERSION)));

/** Sums up visits again that got events since, or were summed up by an older core; gives how many. */
export async function sumUp(db: Queryable, matching: SQL = sql`true`): Promise<number> {
  const outdated = await db
    .select({ clinicId: visits.clinicId, visitId: visits.id, bookedId: visits.areaId })
    .from(visits)
    .innerJoin(visitStatus, OF_VISIT)
    .where(and(OUTDATED, matching));
  for (const { bookedId, ...key } of outdated) {
    await db.transaction((tx) => sumUpOne(tx, key, bookedId));
  }
  return outdated.length;
}

/** Reads one visit under its lock, so that no event can come in between unseen. */
async function sumUpOne(tx: Queryable, key: VisitKey, bookedId: string): Promise<void> {
  const { clinicId, visitId } = key;
  await tx
    .select({ id: visits.id })
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), eq(visits.id, visitId)))
    .for('update');
  const [status] = await tx
    .select({ visitId: visitStatus.visitId })
    .from(visitStatus)
    .where(and(eq(visitStatus.clinicId, clinicId), eq(visitStatus.visitId, visitId), OUTDATED));
  // Somebody else summed it up meanwhile.
  if (status === undefined) return;
  let summed: Row;
  try {
    const events = defined((await eventsOf(tx, clinicId, [visitId])).get(visitId));
    summed = summedUp(events, zoneRecords(events, bookedId));
  } catch {
    // Kept before such rows were refused, or by a fault of ours: shown as what it is, by its id.
    summed = UNREADABLE;
  }
  await write(tx, key, summed);
}

interface Row extends Omit<
  typeof visitStatus.$inferInsert,
  'clinicId' | 'visitId' | 'version' | 'stale'
> {
  readonly treated: readonly { readonly areaId: string; readonly last: LastTreated | null }[];
  readonly facts: readonly FactsOfZone[];
}

const UNREADABLE: Row = {
  treated: [],
  facts: [],
  zones: [],
  sessions: [],
  takesPresses: [],
  openReactions: 0,
  readingFrom: null,
  unreadable: true,
};

async function write(
  tx: Queryable,
  key: VisitKey,
  { treated, facts, ...summed }: Row,
): Promise<void> {
  const row = { ...summed, version: SUMMARY_VERSION, stale: false };
  await together(
    tx
      .insert(visitStatus)
      .values({ ...key, ...row })
      .onConflictDoUpdate({ target: [visitStatus.clinicId, visitStatus.visitId], set: row }),
    writeTreated(tx, key, treated),
    writeFacts(tx, key, facts),
  );
}

/** Writes on which day each zone was last treated. */
async function writeTreated(tx: Queryable, key: VisitKey, treated: Row['treated']): Promise<void> {
  const rows = treated.map(({ areaId, last }) => ({
    ...{ ...key, areaId, treatedOn: last?.on ?? null, newTestSpot: last?.newTestSpot ?? false },
  }));
  if (rows.length === 0) return;
  const { clinicId, visitId, areaId, treatedOn, newTestSpot } = zoneSessions;
  await tx
    .insert(zoneSessions)
    .values(rows)
    .onConflictDoUpdate({
      target: [clinicId, visitId, areaId],
      set: {
        treatedOn: sql`excluded.${sql.identifier(treatedOn.name)}`,
        newTestSpot: sql`excluded.${sql.identifier(newTestSpot.name)}`,
      },
      // Most presses change neither.
      setWhere: sql`(${treatedOn}, ${newTestSpot}) is distinct from (excluded.treated_on, excluded.new_test_spot)`,
    });
}
