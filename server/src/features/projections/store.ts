import { SUMMARY_VERSION, zoneSummaries, type ZoneSummary } from '@tidy-quill/core/report';
import { zoneRecords, type VisitRecord } from '@tidy-quill/core/session';
import type { VisitEvent } from '@tidy-quill/core/events';
import { and, asc, eq, lt, or, sql, type SQL } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { visits } from '../../db/schema';
import { visitStatus } from '../../db/visit-status';
import { eventsOf } from '../visit/events';

/** A visit with what each of its zones came to. */
export interface VisitSummed {
  readonly visit: typeof visits.$inferSelect;
  /** Each zone in turn, the one booked first; none where its events cannot be read. */
  readonly zones: readonly ZoneSummary[];
  readonly unreadable: boolean;
}

/** What later visits rest on of one. */
export interface VisitSessions {
  readonly clientId: string;
  readonly startsAt: Date;
  readonly zones: readonly Pick<ZoneSummary, 'areaId' | 'sessions'>[];
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
  await sumUp(db, and(eq(visits.clinicId, clinicId), changed)!);
  const { zones, sessions, unreadable } = visitStatus;
  const rows = await db
    .select({ visit: visits, zones, sessions, unreadable })
    .from(visits)
    .innerJoin(visitStatus, OF_VISIT)
    .where(and(eq(visits.clinicId, clinicId), matching))
    .orderBy(asc(visits.startsAt), asc(visits.id));
  return rows.map(({ visit, unreadable: broken, ...row }) => ({
    visit,
    zones: row.zones.map((zone, index) => ({ ...zone, sessions: row.sessions[index]!.sessions })),
    unreadable: broken,
  }));
}

/** What later visits rest on of some visits, by time: of whole histories nothing else is read. */
export async function sessionsOf(
  db: Queryable,
  clinicId: string,
  matching: SQL,
): Promise<readonly VisitSessions[]> {
  await sumUp(db, and(eq(visits.clinicId, clinicId), matching)!);
  return db
    .select({
      clientId: visits.clientId,
      startsAt: visits.startsAt,
      zones: visitStatus.sessions,
    })
    .from(visits)
    .innerJoin(visitStatus, OF_VISIT)
    .where(and(eq(visits.clinicId, clinicId), matching))
    .orderBy(asc(visits.startsAt), asc(visits.id));
}

const OF_VISIT = and(
  eq(visitStatus.clinicId, visits.clinicId),
  eq(visitStatus.visitId, visits.id),
)!;

const OUTDATED = or(visitStatus.stale, lt(visitStatus.version, SUMMARY_VERSION))!;

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
  let summed: Row;
  try {
    const events = (await eventsOf(tx, clinicId, [visitId])).get(visitId)!;
    summed = summedUp(events, zoneRecords(events, bookedId));
  } catch {
    // Kept before such rows were refused, or by a fault of ours: shown as what it is, by its id.
    summed = UNREADABLE;
  }
  await write(tx, key, summed);
}

type Row = Omit<typeof visitStatus.$inferInsert, 'clinicId' | 'visitId' | 'version' | 'stale'>;

const UNREADABLE: Row = {
  zones: [],
  sessions: [],
  takesPresses: [],
  openReactions: 0,
  readingFrom: null,
  unreadable: true,
};

async function write(tx: Queryable, key: VisitKey, summed: Row): Promise<void> {
  const row = { ...summed, version: SUMMARY_VERSION, stale: false };
  await tx
    .insert(visitStatus)
    .values({ ...key, ...row })
    .onConflictDoUpdate({ target: [visitStatus.clinicId, visitStatus.visitId], set: row });
}
