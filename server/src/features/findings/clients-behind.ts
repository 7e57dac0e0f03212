import type { FindingField, FindingsFilter } from '@tidy-quill/contract/findings';
import { FEWEST_CLIENTS } from '@tidy-quill/core/findings';
import { defined } from '@tidy-quill/core/units';
import { and, sql, type SQL } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { sessionFacts } from '../../db/session-facts';
import { FIELD_COLUMN, matching } from './sums';

const t = sessionFacts;

/** Beyond as many sessions clients are not counted: it is known at once that they are enough, and their number would take long. */
const COUNTED_TO = 20_000;
/** Among as many sessions of a large group five clients are found, or else all of it is counted. */
const SAMPLE = 2_000;

/** How many clients stand behind sessions; null where they are enough, and too many to count for it. */
export async function clientsBehind(
  db: Queryable,
  among: SQL,
  sessions: number,
): Promise<number | null> {
  if (sessions > COUNTED_TO) {
    const some = db.select({ id: t.clientId }).from(t).where(among).limit(SAMPLE).as('some');
    const [row] = await db.select({ n: sql<number>`count(distinct ${some.id})::int` }).from(some);
    if (defined(row).n >= FEWEST_CLIENTS) return null;
  }
  const [row] = await db
    .select({ n: sql<number>`count(distinct ${t.clientId})::int` })
    .from(t)
    .where(among);
  return defined(row).n;
}

/** The same of each group, by the field’s value. */
export async function clientsByGroup(
  db: Queryable,
  clinicId: string,
  filter: FindingsFilter,
  by: FindingField,
  groups: readonly { readonly value: string; readonly sessions: number }[],
): Promise<ReadonlyMap<string, number | null>> {
  const column = sql.identifier(FIELD_COLUMN[by].name);
  return new Map(
    await Promise.all(
      groups.map(async ({ value, sessions }) => {
        const among = defined(and(matching(clinicId, filter), sql`${column}::text = ${value}`));
        return [value, await clientsBehind(db, among, sessions)] as const;
      }),
    ),
  );
}
