import type { FindingField, FindingsFilter } from '@tidy-quill/contract/findings';
import { isEnough } from '@tidy-quill/core/findings';
import { sql } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { clientsAtLeast, FIELD_COLUMN, matching, sessionsWithin } from './sums';

/** In a period of more sessions clients are not counted: it is known at once whether they are enough, and their number would take long. */
const COUNTED_TO = 20_000;

/** How many clients stand behind sessions; null where they are enough, and too many to count for it. */
export interface ClientsBehind {
  readonly all: number | null;
  /** The same of each group, by the field’s value. */
  readonly of: ReadonlyMap<string, number | null>;
}

export async function clientsBehind(
  db: Queryable,
  clinicId: string,
  filter: FindingsFilter,
  by: FindingField,
): Promise<ClientsBehind> {
  if ((await sessionsWithin(db, clinicId, filter)) <= COUNTED_TO) {
    return counted(db, clinicId, filter, by);
  }
  const least = [...(await clientsAtLeast(db, clinicId, filter, by))];
  const of = new Map(least.map(([value, n]) => [value, isEnough(n) ? null : n]));
  if ([...of.values()].includes(null)) return { all: null, of };
  // Of no group are they enough: together they may be.
  return { ...(await counted(db, clinicId, filter, by)), of };
}

async function counted(
  db: Queryable,
  clinicId: string,
  filter: FindingsFilter,
  by: FindingField,
): Promise<ClientsBehind> {
  const column = sql.identifier(FIELD_COLUMN[by].name);
  const { rows } = await db.execute<{ value: string | null; n: number }>(sql`
    select ${column}::text as value, count(distinct client_id)::int as n from session_facts
    where ${matching(clinicId, filter)} group by grouping sets ((${column}), ())`);
  return {
    all: rows.find(({ value }) => value === null)?.n ?? 0,
    of: new Map(rows.flatMap(({ value, n }) => (value === null ? [] : [[value, n] as const]))),
  };
}
