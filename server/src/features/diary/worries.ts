import type { DiaryWorry } from '@tidy-quill/contract/diary';
import {
  asksForLook,
  isUrgentAtHome,
  isWorrying,
  reportFromHome,
  triage,
  TRIAGE_LEVELS,
} from '@tidy-quill/core/reaction';
import { lastFiredAt, triageCase, zoneRecords } from '@tidy-quill/core/session';
import { type VisitEvent } from '@tidy-quill/core/events';
import type { SiteId } from '@tidy-quill/core/sites';
import dayjs from 'dayjs';
import { and, desc, eq, gte, inArray } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { diaryEntries, diaryReads } from '../../db/diary-tables';
import { areas, clients, visits } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { visitsSummed } from '../projections/store';
import { eventsOf } from '../visit/events';
import { asRead } from './store';

const READ_DAYS = 14;

/**
 * Entries of the last two weeks that somebody has to act on, each with its triage: the gravest first, then the newest.
 * One goes once a reaction was reported from it, or it was read and asks for nothing. What was urgent stays though the
 * client has corrected it since.
 */
export async function diaryWorries(db: Db, clinicId: string): Promise<DiaryWorry[]> {
  const since = dayjs().subtract(READ_DAYS, 'day').toDate();
  const rows = await db
    .select({ entry: diaryEntries, visit: visits, client: clients, area: areas })
    .from(diaryEntries)
    .innerJoin(
      visits,
      and(eq(visits.clinicId, diaryEntries.clinicId), eq(visits.id, diaryEntries.visitId)),
    )
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .where(and(eq(diaryEntries.clinicId, clinicId), gte(diaryEntries.givenAt, since)))
    .orderBy(desc(diaryEntries.givenAt));
  const read = await readOf(
    db,
    clinicId,
    rows.map(({ entry }) => entry.id),
  );
  const corrected = new Set(rows.map(({ entry }) => entry.replaces));
  const worrying = rows.filter(
    ({ entry, area }) =>
      isWorrying(entry) &&
      !read.has(entry.id) &&
      (!corrected.has(entry.id) || isUrgentAtHome(entry, area.job)),
  );
  const told = inArray(
    visits.id,
    worrying.map(({ visit }) => visit.id),
  );
  const readable = (await visitsSummed(db, clinicId, told)).filter(({ unreadable }) => !unreadable);
  const events = await eventsOf(
    db,
    clinicId,
    readable.map(({ visit }) => visit.id),
  );
  const reported = new Set([...events.values()].flat().flatMap(entryReported));
  // Newest first: a report from a correction takes up what it corrects.
  for (const { entry } of rows) {
    if (reported.has(entry.id) && entry.replaces !== null) reported.add(entry.replaces);
  }
  return worrying
    .filter(({ entry }) => !reported.has(entry.id))
    .map(({ entry, visit, client, area }): DiaryWorry => {
      const records = zoneRecords(events.get(visit.id) ?? [], visit.areaId);
      // The area that was booked may have been left out.
      const record = records.get(visit.areaId) ?? [...records.values()][0];
      const givenAt = entry.givenAt.toISOString();
      // Tablets' clocks differ: nothing begins before the last pulse.
      const firedAt = (record === undefined ? null : lastFiredAt(record)) ?? givenAt;
      const report = reportFromHome(entry, givenAt < firedAt ? firedAt : givenAt);
      const of = record === undefined ? null : triageCase(record, report, new Date().toISOString());
      return {
        visitId: visit.id,
        areaId: visit.areaId,
        site: area.site as SiteId,
        side: area.side,
        treatedAt: visit.startsAt.toISOString(),
        client: {
          id: client.id,
          name: `${client.givenName} ${client.familyName}`,
          phone: client.phone,
        },
        entry: asRead(entry),
        report,
        triage: of === null ? null : triage(of),
      };
    })
    .sort((one, other) => rank(other) - rank(one));
}

const entryReported = ({ body }: VisitEvent): readonly string[] =>
  body.kind === 'reactionReported' && body.fromDiary !== undefined ? [body.fromDiary] : [];

const rank = ({ triage: found }: DiaryWorry) => TRIAGE_LEVELS.indexOf(found?.level ?? 'advice');

async function readOf(db: Db, clinicId: string, ids: readonly string[]) {
  const rows = await db
    .select({ id: diaryReads.entryId })
    .from(diaryReads)
    .where(and(eq(diaryReads.clinicId, clinicId), inArray(diaryReads.entryId, [...ids])));
  return new Set(rows.map(({ id }) => id));
}

/**
 * Marks an entry as read, with nothing more to be done.
 * @throws HttpProblem 404 for no entry of this clinic; 422 for one that somebody has to look at: it becomes a reaction,
 * which is followed.
 */
export async function readEntry(db: Db, actor: Actor, entryId: string): Promise<void> {
  const { clinicId, staffId } = actor;
  const [entry] = await db
    .select({ id: diaryEntries.id })
    .from(diaryEntries)
    .where(and(eq(diaryEntries.clinicId, clinicId), eq(diaryEntries.id, entryId)));
  if (entry === undefined) throw new HttpProblem('not-found', 'There is no such diary entry');
  const worry = (await diaryWorries(db, clinicId)).find((each) => each.entry.id === entryId);
  if (worry?.triage != null && asksForLook(worry.triage.level)) {
    throw new HttpProblem('refused-by-rule', 'This entry has to be looked at, not only read', {
      detail: 'Report it as a reaction, which is followed until it is closed.',
    });
  }
  await db.insert(diaryReads).values({ clinicId, entryId, staffId }).onConflictDoNothing();
}
