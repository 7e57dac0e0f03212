import type { InForce } from '@tidy-quill/contract/catalogue';
import type { SaidLast } from '@tidy-quill/contract/visit-opened';
import { SITES, type SiteId } from '@tidy-quill/core/sites';
import {
  STANDARD_SUITABILITY,
  type Job,
  type SuitabilityCase,
  type SuitabilityRules,
} from '@tidy-quill/core/suitability';
import { defined, fullYears, type Day } from '@tidy-quill/core/units';
import { and, desc, eq, lt, sql, type SQL } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { staff, visitEvents, visits } from '../../db/schema';
import { documentInForce } from '../catalogue/store';
import { bodyOf } from '../visit/events';

/** The rules of suitability in force; those that ship where the clinic has approved none. */
export const suitabilityInForce = (
  db: Queryable,
  clinicId: string,
): Promise<InForce<SuitabilityRules>> =>
  documentInForce(db, clinicId, 'suitability', STANDARD_SUITABILITY);

/** Whom answers are about, on a day. */
export const suitabilityCase = (
  area: { readonly job: Job; readonly site: string },
  birthDate: Day,
  on: Day,
): SuitabilityCase => ({
  job: area.job,
  place: SITES[area.site as SiteId].part === 'face' ? 'face' : 'body',
  age: fullYears(birthDate, on),
  on,
});

/** What a client said last at a visit before a moment, to any area; null where nothing was said that lasts. */
export async function saidLastBefore(
  db: Queryable,
  clinicId: string,
  clientId: string,
  before: Date,
): Promise<SaidLast | null> {
  const rows = await db
    .select({ event: visitEvents, by: staff.name })
    .from(visitEvents)
    .innerJoin(
      staff,
      and(eq(staff.clinicId, visitEvents.clinicId), eq(staff.id, visitEvents.staffId)),
    )
    .where(
      and(
        eq(visitEvents.clinicId, clinicId),
        ofEarlierVisits(db, clinicId, clientId, before),
        eq(visitEvents.kind, 'answersGiven'),
      ),
    )
    .orderBy(desc(visitEvents.at))
    .limit(1);
  const [row] = rows;
  // Answers of before medicines were named are asked again in full.
  const body = row === undefined ? null : bodyOf(row.event);
  if (body?.kind !== 'answersGiven' || body.medicines === null) return null;
  const { answers, medicines, on } = body;
  return { answers, medicines, on, by: defined(row).by };
}

/** Whether an event is of a client's visits before a moment: few, so that what is looked for in them is looked for by visit. */
export function ofEarlierVisits(
  db: Queryable,
  clinicId: string,
  clientId: string,
  before: Date,
): SQL {
  const earlier = db
    .select({ id: visits.id })
    .from(visits)
    .where(
      and(
        eq(visits.clinicId, clinicId),
        eq(visits.clientId, clientId),
        lt(visits.startsAt, before),
      ),
    );
  return sql`${visitEvents.visitId} = any(array(${earlier}))`;
}
