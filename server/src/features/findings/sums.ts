import type { FindingField, FindingsFilter } from '@tidy-quill/contract/findings';
import { FEWEST_CLIENTS, OVERRUN_MINUTES, type FactSums } from '@tidy-quill/core/findings';
import { addDays, defined, type Day } from '@tidy-quill/core/units';
import { and, asc, between, eq, sql, type SQL } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { monthFacts, monthUses, sessionFacts, staleMonths } from '../../db/session-facts';
import { monthOf } from '../projections/facts';

const t = sessionFacts;

/** The column of each field by which sessions are told apart. */
export const FIELD_COLUMN = {
  job: t.job,
  site: t.site,
  skinType: t.skinType,
  target: t.target,
  handpieceId: t.handpieceId,
  technique: t.technique,
  staffId: t.staffId,
} as const satisfies Readonly<Record<FindingField, unknown>>;

const FIELDS = Object.keys(FIELD_COLUMN) as FindingField[];

const name = (column: { readonly name: string }) => sql.identifier(column.name);

/** What sessions that a filter lets through have in common, whichever table they are read from. */
const alike = (clinicId: string, filter: FindingsFilter): SQL =>
  sql.join(
    [
      sql`clinic_id = ${clinicId}`,
      ...FIELDS.filter((field) => filter[field] !== undefined).map(
        (field) => sql`${name(FIELD_COLUMN[field])} = ${filter[field]}`,
      ),
    ],
    sql` and `,
  );

/** The sessions of a clinic that a filter lets through. */
export const matching = (clinicId: string, filter: FindingsFilter): SQL =>
  defined(and(alike(clinicId, filter), between(t.treatedOn, filter.from, filter.until)));

/** Whether a visit took longer than it was booked for, by more than is let pass. */
export const OVERRAN = sql`visit_minutes > planned_minutes + ${sql.raw(String(OVERRUN_MINUTES))}`;

/** Whether it is known how long a visit took, and for how long it was booked. */
export const TIMED = sql`(visit_minutes is not null and planned_minutes is not null)`;
const when = (condition: SQL) => sql`(case when ${condition} then 1 else 0 end)`;

/** What one session adds to each sum, in the order of the columns of `month_facts`. */
const OF_ONE = {
  sessions: sql`1`,
  tanned: when(sql`tanned`),
  adverse: when(sql`adverse`),
  not_read: when(sql`endpoint = 'notRead'`),
  none: when(sql`endpoint = 'none'`),
  faint: when(sql`endpoint = 'faint'`),
  right: when(sql`endpoint = 'right'`),
  strong: when(sql`endpoint = 'strong'`),
  pain_asked: when(sql`pain_max is not null`),
  pain_sum: sql`coalesce(pain_max, 0)`,
  pain_high: when(sql`pain_max >= 7`),
  incidents: sql`incidents`,
  overridden: when(sql`overrides > 0`),
  waits_kept: when(sql`wait = 'kept'`),
  waits_set_aside: when(sql`wait = 'setAside'`),
  timed: when(TIMED),
  minutes: sql`(case when ${TIMED} then visit_minutes else 0 end)`,
  planned_minutes: sql`(case when ${TIMED} then planned_minutes else 0 end)`,
  overran: when(sql`${TIMED} and ${OVERRAN}`),
} as const;

const SUMMED = Object.keys(OF_ONE) as (keyof typeof OF_ONE)[];

type SumRow = { readonly [K in keyof typeof OF_ONE]: number };

const asSums = (row: SumRow): FactSums => ({
  sessions: row.sessions,
  adverse: row.adverse,
  endpoints: {
    ...{ notRead: row.not_read, none: row.none, faint: row.faint },
    ...{ right: row.right, strong: row.strong },
  },
  painAsked: row.pain_asked,
  painSum: row.pain_sum,
  painHigh: row.pain_high,
  incidents: row.incidents,
  overridden: row.overridden,
  waitsKept: row.waits_kept,
  waitsSetAside: row.waits_set_aside,
  timed: row.timed,
  minutes: row.minutes,
  plannedMinutes: row.planned_minutes,
  overran: row.overran,
});

const MONTH = sql`date_trunc('month', treated_on::timestamp)::date`;
const KEYS = sql.join(
  FIELDS.map((field) => name(FIELD_COLUMN[field])),
  sql`, `,
);
const COLUMNS = sql.join(
  SUMMED.map((column) => sql.identifier(column)),
  sql`, `,
);

/** As many clients of one way of working are told one by one. */
export const CLIENTS_COUNTED = 50;

/** What a row of the protocol speaks of, and what was fired. */
const USE_KEYS = sql.raw(
  'job, handpiece_id, technique, skin_type, target, pulse_ms, spot_mm, start_jcm2, end_jcm2',
);

/** Adds months up again of which a session was written since. */
export async function addUpMonths(db: Db, clinicId: string): Promise<void> {
  const own = eq(staleMonths.clinicId, clinicId);
  const [some] = await db.select().from(staleMonths).where(own).limit(1);
  if (some === undefined) return;
  await db.transaction(async (tx) => {
    // Held in order, so that two that ask at once wait for each other and not in a circle.
    const stale = await tx
      .select({ month: staleMonths.month })
      .from(staleMonths)
      .where(own)
      .orderBy(asc(staleMonths.month))
      .for('update');
    const sums = sql.join(
      SUMMED.map((column) => sql`sum(${OF_ONE[column]})`),
      sql`, `,
    );
    for (const { month } of stale) {
      const next = monthOf(addDays(month, 31));
      const its = and(eq(monthFacts.clinicId, clinicId), eq(monthFacts.month, month));
      await tx.delete(monthFacts).where(its);
      await tx.execute(sql`
        insert into month_facts (clinic_id, month, ${KEYS}, ${COLUMNS}, client_ids)
        select clinic_id, ${month}::date, ${KEYS}, ${sums},
          (array_agg(distinct client_id))[1:${sql.raw(String(FEWEST_CLIENTS))}]
        from session_facts
        where clinic_id = ${clinicId} and treated_on >= ${month} and treated_on < ${next}
        group by clinic_id, ${KEYS}`);
      await tx
        .delete(monthUses)
        .where(and(eq(monthUses.clinicId, clinicId), eq(monthUses.month, month)));
      await tx.execute(sql`
        insert into month_uses (clinic_id, month, ${USE_KEYS}, sessions, start_read, start_none, strong, adverse, client_ids)
        select clinic_id, ${month}::date, ${USE_KEYS}, count(*),
          count(*) filter (where start_endpoint <> 'notRead'), count(*) filter (where start_endpoint = 'none'),
          count(*) filter (where endpoint = 'strong'), count(*) filter (where adverse),
          (array_agg(distinct client_id))[1:${sql.raw(String(CLIENTS_COUNTED))}]
        from session_facts
        where clinic_id = ${clinicId} and treated_on >= ${month} and treated_on < ${next}
        group by clinic_id, ${USE_KEYS}`);
      await tx.delete(staleMonths).where(and(own, eq(staleMonths.month, month)));
    }
  });
}

/**
 * Sessions of a filter as rows to be added up: whole months as they were added up already, and the days at either end one by
 * one.
 */
function rows(clinicId: string, filter: FindingsFilter): SQL {
  const { from, until } = filter;
  const first = monthOf(from) === from ? from : monthOf(addDays(monthOf(from), 31));
  const end = monthOf(addDays(until, 1)) === addDays(until, 1) ? addDays(until, 1) : monthOf(until);
  const ones = sql.join(
    SUMMED.map((column) => sql`${OF_ONE[column]} as ${sql.identifier(column)}`),
    sql`, `,
  );
  const days = (low: Day, high: Day) => sql`
    select ${MONTH} as month, ${KEYS}, ${ones}, array[client_id] as client_ids from session_facts
    where ${alike(clinicId, filter)} and treated_on between ${low} and ${high}`;
  if (first >= end) return days(from, until);
  return sql.join(
    [
      sql`select month, ${KEYS}, ${COLUMNS}, client_ids from month_facts
        where ${alike(clinicId, filter)} and month >= ${first} and month < ${end}`,
      ...(from < first ? [days(from, addDays(first, -1))] : []),
      ...(end <= until ? [days(end, until)] : []),
    ],
    sql` union all `,
  );
}

const TOTALS = sql.join(
  SUMMED.map((column) => sql`sum(${sql.identifier(column)})::float8 as ${sql.identifier(column)}`),
  sql`, `,
);

/** What sessions add up to, month by month, with how many of each were on tanned skin. */
export async function monthSums(
  db: Queryable,
  clinicId: string,
  filter: FindingsFilter,
): Promise<readonly (FactSums & { readonly at: string; readonly tanned: number })[]> {
  const found = await db.execute<SumRow & { at: string } & Record<string, unknown>>(sql`
    select to_char(month, 'YYYY-MM') as at, ${TOTALS} from (${rows(clinicId, filter)}) r
    group by month order by month`);
  return found.rows.map((row) => ({ at: row.at, tanned: row.tanned, ...asSums(row) }));
}

/** What sessions add up to, apart by a field. */
export async function groupSums(
  db: Queryable,
  clinicId: string,
  filter: FindingsFilter,
  by: FindingField,
): Promise<readonly (FactSums & { readonly value: string })[]> {
  const column = name(FIELD_COLUMN[by]);
  const found = await db.execute<SumRow & { value: string } & Record<string, unknown>>(sql`
    select ${column}::text as value, ${TOTALS} from (${rows(clinicId, filter)}) r
    group by ${column} order by ${column}`);
  return found.rows.map((row) => ({ value: row.value, ...asSums(row) }));
}

/**
 * How many clients stand behind each group at the least: all of them while they are fewer than may be shown apart, and at
 * least as many where they are enough. No session is read for it.
 */
export async function clientsAtLeast(
  db: Queryable,
  clinicId: string,
  filter: FindingsFilter,
  by: FindingField,
): Promise<ReadonlyMap<string, number>> {
  const column = name(FIELD_COLUMN[by]);
  const found = await db.execute<{ value: string; n: number }>(sql`
    select value, count(distinct client)::int as n from (
      select ${column}::text as value, unnest(client_ids) as client from (${rows(clinicId, filter)}) r
    ) c group by value`);
  return new Map(found.rows.map(({ value, n }) => [value, n]));
}

/** How many sessions lie in a period, whatever else is asked of them. */
export async function sessionsWithin(
  db: Queryable,
  clinicId: string,
  { from, until }: FindingsFilter,
): Promise<number> {
  const found = await db.execute<{ n: number }>(
    sql`select coalesce(sum(sessions), 0)::int as n from (${rows(clinicId, { from, until })}) r`,
  );
  return defined(found.rows[0]).n;
}
