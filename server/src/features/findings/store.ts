import type { FindingField, FindingsAnswer, FindingsFilter } from '@tidy-quill/contract/findings';
import { added, lookAt, summarise, uChart, type FactSums } from '@tidy-quill/core/findings';
import { addMonths, defined, type Day } from '@tidy-quill/core/units';
import { eq, sql } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { clinicToday } from '../../http/clinic-day';
import { clinicOf } from '../calendar/store';
import { sumUp } from '../projections/store';
import { circumstancesOf } from './circumstances';
import { clientsBehind } from './clients-behind';
import { countedReduction, dropOuts, workOutCounts } from './course-findings';
import { addUpMonths, groupSums, matching, monthSums } from './sums';

/** Brings all that findings are read from up to date; gives the clinic's own day. */
export async function upToDate(db: Db, clinicId: string): Promise<Day> {
  const { timeZone } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  await sumUp(db, eq(visits.clinicId, clinicId));
  await Promise.all([addUpMonths(db, clinicId), workOutCounts(db, clinicId, today)]);
  return today;
}

/** What a set of sessions shows, and the same apart by a field. */
export async function findingsOf(
  db: Db,
  clinicId: string,
  { by, ...filter }: FindingsFilter & { readonly by: FindingField },
): Promise<FindingsAnswer> {
  const today = await upToDate(db, clinicId);
  const [byMonth, byGroup, clients, reduction, left, incidentReports] = await Promise.all([
    monthSums(db, clinicId, filter),
    groupSums(db, clinicId, filter, by),
    clientsBehind(db, clinicId, filter, by),
    countedReduction(db, clinicId, filter),
    dropOuts(db, clinicId, filter, today),
    incidentReportsOf(db, clinicId, filter),
  ]);
  const sums = added(byMonth);
  const summary = summarise(sums, clients.all);
  const shown = byGroup.flatMap(({ value, ...group }) => {
    const found = summarise(group, clients.of.get(value) ?? null);
    return found === null ? [] : [{ value, summary: found }];
  });
  const few = byGroup.filter(({ value }) => shown.every((each) => each.value !== value));
  const chart = uChart(summary === null ? [] : withEmptyMonths(byMonth));
  return {
    ...{ summary, chart, reduction, dropOuts: left, incidentReports },
    sessions: sums.sessions,
    lookAt: chart.points.some(({ signal }) => signal !== null)
      ? lookAt(chart.points, await circumstancesOf(db, clinicId), byMonth)
      : [],
    groups: summary === null ? [] : shown,
    others: few.length === 0 ? null : { values: few.length, sessions: added(few).sessions },
  };
}

type MonthSums = FactSums & { readonly at: string };

/** Every month from the first to the last, those without a session too: a chart over time leaves none out. */
function withEmptyMonths(months: readonly MonthSums[]) {
  const [first, last] = [months[0], months.at(-1)];
  if (first === undefined || last === undefined) return [];
  const points: { at: string; events: number; sessions: number }[] = [];
  for (let day = `${first.at}-01`; day.slice(0, 7) <= last.at; day = addMonths(day, 1)) {
    const at = day.slice(0, 7);
    const found = months.find((month) => month.at === at);
    points.push({ at, events: found?.adverse ?? 0, sessions: found?.sessions ?? 0 });
  }
  return points;
}

/** Reports to the register of incidents that name a visit behind these sessions. */
async function incidentReportsOf(
  db: Db,
  clinicId: string,
  filter: FindingsFilter,
): Promise<number> {
  const { rows } = await db.execute<{ n: number }>(sql`
    select count(*)::int as n from incident_entries i
    where i.clinic_id = ${clinicId} and i.kind = 'reported' and i.visit_id in (
      select visit_id from session_facts where ${matching(clinicId, filter)}
        and visit_id in (select visit_id from incident_entries where clinic_id = ${clinicId} and kind = 'reported'))`);
  return defined(rows[0]).n;
}
