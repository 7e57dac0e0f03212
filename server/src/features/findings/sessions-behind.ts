import {
  FINDING_FIELDS,
  type Behind,
  type FindingField,
  type FindingsFilter,
  type FindingsOptions,
  type SessionsBehind,
} from '@tidy-quill/contract/findings';
import { defined } from '@tidy-quill/core/units';
import { and, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { areas, clients, staff } from '../../db/schema';
import { sessionFacts as t } from '../../db/session-facts';
import { documentInForce } from '../catalogue/store';
import { FIELD_COLUMN, matching, OVERRAN } from './sums';

/** As many are listed at most, the newest first. */
const MOST = 200;

/** What the sessions behind each figure have in common. */
const BEHIND: Readonly<Record<Behind, SQL | undefined>> = {
  all: undefined,
  adverse: sql`${t.adverse}`,
  noEndpoint: sql`${t.endpoint} = 'none'`,
  strongEndpoint: sql`${t.endpoint} = 'strong'`,
  painAtLeast7: sql`${t.painMax} >= 7`,
  incidents: sql`${t.incidents} > 0`,
  overridden: sql`${t.overrides} > 0`,
  waitsSetAside: sql`${t.wait} = 'setAside'`,
  overran: OVERRAN,
};

/** The sessions behind a figure, the newest first. */
export async function sessionsBehind(
  db: Db,
  clinicId: string,
  { behind, ...filter }: FindingsFilter & { readonly behind: Behind },
): Promise<SessionsBehind> {
  // What is matched is a row of one table, whatever is joined to it.
  const facts = db
    .select()
    .from(t)
    .where(and(matching(clinicId, filter), BEHIND[behind]))
    .as('facts');
  const [counted] = await db.select({ n: sql<number>`count(*)::int` }).from(facts);
  const rows = await db
    .select({
      visitId: facts.visitId,
      areaId: facts.areaId,
      clientId: facts.clientId,
      client: sql<string>`${clients.givenName} || ' ' || ${clients.familyName}`,
      treatedOn: facts.treatedOn,
      site: facts.site,
      side: areas.side,
      handpieceId: facts.handpieceId,
      technique: facts.technique,
      endJcm2: facts.endJcm2,
      endpoint: facts.endpoint,
      adverse: facts.adverse,
      painMax: facts.painMax,
      staffId: facts.staffId,
    })
    .from(facts)
    .innerJoin(clients, and(eq(clients.clinicId, facts.clinicId), eq(clients.id, facts.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, facts.clinicId), eq(areas.id, facts.areaId)))
    .orderBy(desc(facts.treatedOn), desc(facts.visitId))
    .limit(MOST);
  return {
    total: defined(counted).n,
    sessions: rows.map(({ clientId, client, ...row }) => ({
      ...row,
      client: { id: clientId, name: client },
    })),
  };
}

/** Values that sessions of a clinic have, with what handpieces and staff are called. */
export async function findingsOptions(db: Db, clinicId: string): Promise<FindingsOptions> {
  const own = eq(t.clinicId, clinicId);
  const valuesOf = async (field: FindingField) => {
    const { rows } = await db.execute<{ value: string }>(
      sql`select distinct ${sql.identifier(FIELD_COLUMN[field].name)}::text as value from month_facts
        where clinic_id = ${clinicId} order by value`,
    );
    return [field, rows.map((row) => row.value)] as const;
  };
  const [values, [first], { content: handpieces }, people] = await Promise.all([
    Promise.all(FINDING_FIELDS.map(valuesOf)),
    db
      .select({ on: sql<string | null>`min(${t.treatedOn})::text` })
      .from(t)
      .where(own),
    documentInForce(db, clinicId, 'devices', []),
    db.select({ id: staff.id, name: staff.name }).from(staff).where(eq(staff.clinicId, clinicId)),
  ]);
  return {
    firstOn: defined(first).on,
    values: Object.fromEntries(values) as unknown as FindingsOptions['values'],
    handpieces: Object.fromEntries(handpieces.map(({ id, name }) => [id, name])),
    staff: Object.fromEntries(people.map(({ id, name }) => [id, name])),
  };
}
