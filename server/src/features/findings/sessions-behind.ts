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
import { clinicToday } from '../../http/clinic-day';
import { clinicOf } from '../calendar/store';
import { documentInForce } from '../catalogue/store';
import { isLastOfLeft } from './course-findings';
import { FIELD_COLUMN, matching, OVERRAN, TIMED } from './sums';

/** As many are listed at most, the newest first. */
const MOST = 200;

/** What the sessions behind each figure have in common, those of a filter. */
const WITHIN: Readonly<Record<Exclude<Behind, 'courseLeft'>, SQL | undefined>> = {
  all: undefined,
  adverse: sql`${t.adverse}`,
  rightEndpoint: sql`${t.endpoint} = 'right'`,
  noEndpoint: sql`${t.endpoint} = 'none'`,
  strongEndpoint: sql`${t.endpoint} = 'strong'`,
  painAsked: sql`${t.painMax} is not null`,
  painAtLeast7: sql`${t.painMax} >= 7`,
  incidents: sql`${t.incidents} > 0`,
  overridden: sql`${t.overrides} > 0`,
  waitsSetAside: sql`${t.wait} = 'setAside'`,
  timed: TIMED,
  overran: OVERRAN,
  counted: sql`exists (
    select from count_changes c where c.clinic_id = ${t.clinicId} and c.visit_id = ${t.visitId} and c.area_id = ${t.areaId})`,
  reported: sql`exists (
    select from incident_entries i where i.clinic_id = ${t.clinicId} and i.visit_id = ${t.visitId} and i.kind = 'reported')`,
};

async function condition(
  db: Db,
  clinicId: string,
  { behind, ...filter }: FindingsFilter & { readonly behind: Behind },
): Promise<SQL | undefined> {
  if (behind !== 'courseLeft') return and(matching(clinicId, filter), WITHIN[behind]);
  // A course that began within the filter may have had its last session after it.
  const { timeZone } = await clinicOf(db, clinicId);
  return isLastOfLeft(clinicId, filter, clinicToday(timeZone));
}

/** The sessions behind a figure, the newest first. */
export async function sessionsBehind(
  db: Db,
  clinicId: string,
  asked: FindingsFilter & { readonly behind: Behind },
): Promise<SessionsBehind> {
  // What is matched is a row of one table, whatever is joined to it.
  const facts = db
    .select()
    .from(t)
    .where(await condition(db, clinicId, asked))
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
