import type { DueLists } from '@tidy-quill/contract/calendar';
import { courseStanding } from '@tidy-quill/core/course';
import { dueOf } from '@tidy-quill/core/calendar';
import type { SiteId } from '@tidy-quill/core/sites';
import type { Job } from '@tidy-quill/core/suitability';
import { addDays, type Day } from '@tidy-quill/core/units';
import { and, eq, gte, isNull, lt, ne, sql } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { areas, clients, visits } from '../../db/schema';
import { visitLinks } from '../../db/visit-links';
import { clinicToday, dayBounds } from '../../http/clinic-day';
import { figuresInForce } from '../catalogue/store';
import { notesOfAreas } from '../course/course-notes';
import { askedForOtherTime } from './appointments';
import { clinicOf } from './store';
import { askedAt } from './visit-messages';

/** Whoever was treated longer ago is not asked any more. */
const LONGEST_DAYS = 365;
/** How long a missed visit stands in the list, days. */
const MISSED_DAYS = 60;
/** How far ahead first visits are listed, days. */
const FIRST_DAYS = 14;
const MOST = 200;

/** Who is due by the interval of a zone without anything booked, and who missed a visit and has no other. */
export async function dueLists(db: Db, clinicId: string): Promise<DueLists> {
  const { timeZone } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  // Who comes today need not be called, whatever the hour.
  const { from } = dayBounds(today, timeZone);
  const own = await figuresInForce(db, clinicId);
  const zones = await treatedUnbooked(db, clinicId, today, from);
  const due = zones.flatMap((zone) => {
    const when = dueOf(zone, today, own);
    return when === null ? [] : [{ ...zone, ...when }];
  });
  const notes = await notesOfAreas(
    db,
    clinicId,
    due.map(({ areaId }) => areaId),
  );
  const open = due
    .filter(({ areaId }) => courseStanding(notes.get(areaId) ?? []).state === 'open')
    .sort((one, other) => other.overdueDays - one.overdueDays);
  const shown = open.slice(0, MOST);
  const recalled = await askedAt(
    db,
    clinicId,
    'recall',
    shown.map(({ clientId }) => clientId),
  );
  return {
    due: shown.map((zone) => ({ ...zone, recalledAt: recalled.get(zone.clientId) ?? null })),
    total: open.length,
    missed: await missedUnbooked(db, clinicId, today, from),
    first: await firstVisits(
      db,
      clinicId,
      from,
      dayBounds(addDays(today, FIRST_DAYS), timeZone).to,
    ),
    asking: await askingFor(db, clinicId),
  };
}

const CLIENT = {
  clientId: clients.id,
  clientName: sql<string>`${clients.givenName} || ' ' || ${clients.familyName}`,
  phone: clients.phone,
};

/** Whether nothing is booked for a client from a moment on. */
const unbooked = (from: Date) => sql`not exists (
  select from visits ahead where ahead.clinic_id = ${clients.clinicId} and ahead.client_id = ${clients.id}
    and ahead.cancelled_at is null and ahead.said <> 'missed' and ahead.starts_at >= ${from})`;

async function treatedUnbooked(db: Db, clinicId: string, today: Day, from: Date) {
  const last = db
    .select({
      areaId: sql<string>`z.area_id`.as('last_area_id'),
      lastOn: sql<string>`max(z.treated_on)`.as('last_on'),
      sessions: sql<number>`count(distinct z.treated_on)::int`.as('sessions'),
      adverse:
        sql<boolean>`(array_agg(z.new_test_spot order by z.treated_on desc, z.new_test_spot desc))[1]`.as(
          'adverse',
        ),
    })
    .from(sql`zone_sessions z`)
    .where(sql`z.clinic_id = ${clinicId} and z.treated_on is not null`)
    .groupBy(sql`z.area_id`)
    .having(sql`max(z.treated_on) >= ${addDays(today, -LONGEST_DAYS)}`)
    .as('last');
  const rows = await db
    .select({
      ...CLIENT,
      ...{ areaId: areas.id, site: areas.site, side: areas.side, job: areas.job },
      ...{ lastOn: last.lastOn, sessions: last.sessions, adverse: last.adverse },
    })
    .from(last)
    .innerJoin(areas, and(eq(areas.clinicId, clinicId), eq(areas.id, last.areaId)))
    .innerJoin(clients, and(eq(clients.clinicId, clinicId), eq(clients.id, areas.clientId)))
    .where(unbooked(from));
  return rows.map(({ site, job, ...row }) => ({ ...row, site: site as SiteId, job: job as Job }));
}

async function missedUnbooked(
  db: Db,
  clinicId: string,
  today: Day,
  from: Date,
): Promise<DueLists['missed']> {
  const rows = await db
    .select({
      ...CLIENT,
      visitId: visits.id,
      startsAt: visits.startsAt,
      site: areas.site,
      side: areas.side,
    })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .where(
      and(
        ...[eq(visits.clinicId, clinicId), eq(visits.said, 'missed'), isNull(visits.cancelledAt)],
        gte(visits.startsAt, new Date(`${addDays(today, -MISSED_DAYS)}T00:00:00Z`)),
        unbooked(from),
      ),
    );
  return rows.map(({ startsAt, ...row }) => ({ ...row, startsAt: startsAt.toISOString() }));
}

/** Visits to come of clients of whom nothing was treated yet. */
async function firstVisits(
  db: Db,
  clinicId: string,
  from: Date,
  to: Date,
): Promise<DueLists['first']> {
  const rows = await db
    .select({
      ...{ ...CLIENT, visitId: visits.id, startsAt: visits.startsAt },
      ...{ site: areas.site, side: areas.side },
    })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .where(
      and(
        ...[eq(visits.clinicId, clinicId), isNull(visits.cancelledAt), ne(visits.said, 'missed')],
        ...[gte(visits.startsAt, from), lt(visits.startsAt, to)],
        sql`not exists (select from zone_sessions z join areas own on own.clinic_id = z.clinic_id and own.id = z.area_id
          where own.clinic_id = ${clients.clinicId} and own.client_id = ${clients.id} and z.treated_on is not null)`,
      ),
    )
    .orderBy(visits.startsAt)
    .limit(MOST);
  return rows.map(({ startsAt, ...row }) => ({ ...row, startsAt: startsAt.toISOString() }));
}

async function askingFor(db: Db, clinicId: string): Promise<DueLists['asking']> {
  const rows = await db
    .select({
      ...{ ...CLIENT, visitId: visits.id, startsAt: visits.startsAt, note: visitLinks.note },
      ...{ site: areas.site, side: areas.side },
    })
    .from(visitLinks)
    .innerJoin(
      visits,
      and(eq(visits.clinicId, visitLinks.clinicId), eq(visits.id, visitLinks.visitId)),
    )
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .where(
      and(eq(visitLinks.clinicId, clinicId), askedForOtherTime, gte(visits.startsAt, new Date())),
    );
  return rows.map(({ startsAt, ...row }) => ({ ...row, startsAt: startsAt.toISOString() }));
}
