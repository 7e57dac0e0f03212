import type { Attention, Day, DayVisit } from '@tidy-quill/contract/today';
import { intervalState, type SiteId } from '@tidy-quill/core/course';
import { stepRule, type PastSession } from '@tidy-quill/core/plan';
import {
  currentStage,
  isFinished,
  isStopped,
  pastSession,
  visitRecord,
  type VisitRecord,
} from '@tidy-quill/core/record';
import { and, asc, eq, gte, inArray, lt } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { areas, clients, rooms, staff, visits } from '../../db/schema';
import { dayBounds } from '../../http/clinic-day';
import { consentsOf, treatmentConsent } from '../consent/store';
import { suitabilityInForce } from '../suitability/store';
import { eventsOf } from '../visit/events';

/** The visits of a day by hour and room, each with its stage and what needs attention. */
export async function visitsOfDay(
  db: Db,
  clinicId: string,
  timeZone: string,
  day: string,
): Promise<Day> {
  const { from, to } = dayBounds(day, timeZone);
  const rows = await db
    .select({ visit: visits, client: clients, area: areas, room: rooms.name, staff: staff.name })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .innerJoin(rooms, and(eq(rooms.clinicId, visits.clinicId), eq(rooms.id, visits.roomId)))
    .innerJoin(staff, and(eq(staff.clinicId, visits.clinicId), eq(staff.id, visits.staffId)))
    .where(and(eq(visits.clinicId, clinicId), gte(visits.startsAt, from), lt(visits.startsAt, to)))
    .orderBy(asc(visits.startsAt), asc(rooms.name));
  const records = await recordsOfAreas(
    db,
    clinicId,
    rows.map(({ area }) => area.id),
  );
  const consents = await consentsOf(
    db,
    clinicId,
    rows.map(({ client }) => client.id),
  );
  const { ages } = (await suitabilityInForce(db, clinicId)).content;
  return {
    day,
    visits: rows.map(({ visit, client, area, room, staff: name }): DayVisit => {
      const record = records.get(visit.id)!.record;
      const given = consents.get(client.id)!;
      const consented =
        treatmentConsent(given, area, client.birthDate, day, ages.alone).state === 'valid';
      const history = [...records.values()]
        .filter(({ row }) => row.areaId === area.id && row.startsAt < visit.startsAt)
        .flatMap((earlier) => pastSession(earlier.record) ?? []);
      return {
        id: visit.id,
        startsAt: visit.startsAt.toISOString(),
        room,
        staff: name,
        client: {
          id: client.id,
          name: `${client.givenName} ${client.familyName}`,
          reference: client.reference,
        },
        site: area.site,
        side: area.side,
        job: area.job,
        stage: currentStage(record, consented),
        finished: isFinished(record),
        running: record.run.state === 'running' || record.run.state === 'paused',
        attention: attentionFor(record, consented, history, area.site as SiteId, day),
      };
    }),
  };
}

type VisitRow = typeof visits.$inferSelect;

/** Every visit to some areas, rebuilt, oldest first. */
async function recordsOfAreas(
  db: Db,
  clinicId: string,
  areaIds: readonly string[],
): Promise<Map<string, { row: VisitRow; record: VisitRecord }>> {
  if (areaIds.length === 0) return new Map();
  const rows = await db
    .select()
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), inArray(visits.areaId, [...areaIds])))
    .orderBy(asc(visits.startsAt));
  const events = await eventsOf(
    db,
    clinicId,
    rows.map(({ id }) => id),
  );
  return new Map(rows.map((row) => [row.id, { row, record: visitRecord(events.get(row.id)!) }]));
}

function attentionFor(
  record: VisitRecord,
  consented: boolean,
  history: readonly PastSession[],
  site: SiteId,
  day: string,
): readonly Attention[] {
  const last = history.at(-1) ?? null;
  const interval = intervalState(site, last?.on ?? null, day);
  const tan = record.findings?.skin.tan ?? 'none';
  const list: [Attention, boolean][] = [
    ['stopped', isStopped(record)],
    ['noConsent', !consented],
    ['planStale', record.planIsStale],
    ['reactionLastTime', last !== null && stepRule(last.answer).newTestSpot],
    ['tan', tan !== 'none'],
    ['firstVisit', interval === 'first'],
    ['tooSoon', interval === 'tooSoon'],
    ['late', interval === 'late'],
  ];
  return list.filter(([, holds]) => holds).map(([attention]) => attention);
}
