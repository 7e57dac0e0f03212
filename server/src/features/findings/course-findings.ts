import type { CountedReduction, DropOuts, FindingsFilter } from '@tidy-quill/contract/findings';
import { countChanges } from '@tidy-quill/core/course';
import { DROP_OUT_WEEKS, isEnough } from '@tidy-quill/core/findings';
import type { SiteId } from '@tidy-quill/core/sites';
import { addDays, defined, type Day } from '@tidy-quill/core/units';
import { and, eq, inArray, isNotNull, sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { countChanges as changeRows, sessionFacts as t } from '../../db/session-facts';
import { figuresInForce } from '../catalogue/store';
import { visitsSummed } from '../projections/store';
import { matching } from './sums';

/** How many areas are worked out at a time. */
const AT_ONCE = 200;

/** Works out again what the courses of areas expected whose sessions or counts have changed since. */
export async function workOutCounts(db: Db, clinicId: string, today: Day): Promise<void> {
  const own = await figuresInForce(db, clinicId);
  for (;;) {
    const stale = await db
      .selectDistinct({ areaId: t.areaId, site: t.site })
      .from(t)
      .where(and(eq(t.clinicId, clinicId), t.countsStale, isNotNull(t.hairsPerCm2)))
      .limit(AT_ONCE);
    if (stale.length === 0) return;
    const areaIds = stale.map(({ areaId }) => areaId);
    const of = await visitsOf(db, clinicId, areaIds);
    await db.transaction(async (tx) => {
      const areas = and(eq(changeRows.clinicId, clinicId), inArray(changeRows.areaId, areaIds));
      await tx.delete(changeRows).where(areas);
      const made = stale.flatMap(({ areaId, site }) => {
        const its = of.get(areaId) ?? [];
        const history = its.flatMap(({ sessions }) => sessions);
        const changes = countChanges({ site: site as SiteId, own, history, today });
        return changes.flatMap(({ on, visits: visitsBetween, seenShare, expectedShare }) => {
          const visitId = its.find(({ sessions }) => sessions.some((each) => each.on === on))?.id;
          return visitId === undefined
            ? []
            : [{ clinicId, areaId, visitId, visitsBetween, seenShare, expectedShare }];
        });
      });
      if (made.length > 0) await tx.insert(changeRows).values(made).onConflictDoNothing();
      await tx
        .update(t)
        .set({ countsStale: false })
        .where(and(eq(t.clinicId, clinicId), inArray(t.areaId, areaIds)));
    });
  }
}

/** The visits of areas with their sessions on each, in order of time. */
async function visitsOf(db: Db, clinicId: string, areaIds: readonly string[]) {
  const treated = db
    .select({ id: t.visitId })
    .from(t)
    .where(and(eq(t.clinicId, clinicId), inArray(t.areaId, [...areaIds])));
  const summed = await visitsSummed(db, clinicId, inArray(visits.id, treated));
  const of = new Map(areaIds.map((areaId) => [areaId, [] as VisitOfArea[]]));
  for (const { visit, zones } of summed) {
    for (const { areaId, sessions } of zones) {
      of.get(areaId)?.push({ id: visit.id, sessions: sessions.filter(({ test }) => !test) });
    }
  }
  return of;
}

type Zones = Awaited<ReturnType<typeof visitsSummed>>[number]['zones'];

interface VisitOfArea {
  readonly id: string;
  readonly sessions: Zones[number]['sessions'];
}

/** How counted hair went on, beside what the courses expected; null of fewer clients than may be shown apart. */
export async function countedReduction(
  db: Db,
  clinicId: string,
  filter: FindingsFilter,
): Promise<CountedReduction | null> {
  const each = (share: string) =>
    sql.raw(`percentile_cont(0.5) within group (order by power(${share}, 1.0 / visits_between))`);
  // Every change by its own session: there are few of them beside all sessions.
  const found = await db.execute<{
    changes: number;
    clients: number;
    visits: number;
    seenShare: number | null;
    expectedShare: number | null;
  }>(sql`
    select count(*)::int as changes, count(distinct client_id)::int as clients,
      coalesce(sum(visits_between), 0)::int as visits,
      ${each('seen_share')} as "seenShare", ${each('expected_share')} as "expectedShare"
    from (
      select area_id as changed_area, visit_id as changed_visit, visits_between, seen_share, expected_share
      from count_changes where clinic_id = ${clinicId}
    ) c join session_facts on visit_id = changed_visit and area_id = changed_area
    where ${matching(clinicId, filter)}`);
  const [row] = found.rows;
  const { changes, clients, visits: between, seenShare, expectedShare } = defined(row);
  if (!isEnough(clients) || seenShare === null || expectedShare === null) return null;
  return { changes, clients, visits: between, seenShare, expectedShare };
}

/**
 * How many of the courses that began within the filter were left: their last session lies weeks back, nothing is booked, and
 * nobody has paused or ended them. Courses that began too short a while ago are left out.
 */
export async function dropOuts(
  db: Db,
  clinicId: string,
  filter: FindingsFilter,
  today: Day,
): Promise<DropOuts | null> {
  const longAgo = addDays(today, -7 * DROP_OUT_WEEKS);
  const until = filter.until < longAgo ? filter.until : longAgo;
  if (until < filter.from) return null;
  const { rows } = await db.execute<{ courses: number; clients: number; left: number }>(sql`
    with begun as (${begunCourses(clinicId, { ...filter, until })}), gone as (${leftCourses(clinicId, longAgo)})
    select (select count(*) from (select distinct area_id from begun) a)::int as courses,
      (select count(*) from (select distinct client_id from begun) c)::int as clients,
      (select count(*) from gone)::int as left`);
  const [row] = rows;
  if (row === undefined || !isEnough(row.clients)) return null;
  return { courses: row.courses, left: row.left };
}

const begunCourses = (clinicId: string, filter: FindingsFilter): SQL => sql`
  select area_id, client_id from session_facts where is_first and ${matching(clinicId, filter)}`;

/** The areas of `begun` whose course was left. */
const leftCourses = (clinicId: string, longAgo: Day): SQL => sql`
  select area_id from begun where exists (
    select from session_facts l where l.clinic_id = ${clinicId} and l.area_id = begun.area_id and l.is_last
      and l.treated_on <= ${longAgo})
  except
  select area_id from visits where clinic_id = ${clinicId} and starts_at > now() and cancelled_at is null
  except
  select area_id from (
    select distinct on (area_id) area_id, kind from course_notes
    where clinic_id = ${clinicId} and kind <> 'planGiven' order by area_id, at desc
  ) n where kind in ('paused', 'stopped')`;

/** The last sessions of courses that began within the filter and were left, as a condition on a session. */
export function isLastOfLeft(clinicId: string, filter: FindingsFilter, today: Day): SQL {
  const longAgo = addDays(today, -7 * DROP_OUT_WEEKS);
  const until = filter.until < longAgo ? filter.until : longAgo;
  if (until < filter.from) return sql`false`;
  return sql`clinic_id = ${clinicId} and is_last and area_id in (
    with begun as (${begunCourses(clinicId, { ...filter, until })}) ${leftCourses(clinicId, longAgo)})`;
}
