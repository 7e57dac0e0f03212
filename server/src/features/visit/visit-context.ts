import type { InForce } from '@tidy-quill/contract/catalogue';
import type { Consent } from '@tidy-quill/contract/consent';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import type { ConsentStanding } from '@tidy-quill/core/consent';
import type { SuitabilityRules } from '@tidy-quill/core/suitability';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, eq } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { together } from '../../db/together';
import { areas, clients, clinics } from '../../db/schema';
import { clinicToday } from '../../http/clinic-day';
import { consentsOf, treatmentConsent } from '../consent/store';
import { suitabilityInForce } from '../suitability/store';

/** What surrounds a visit: whose it is, where and when, by which rules, and whether it is consented to. */
export interface Circumstances {
  readonly client: typeof clients.$inferSelect;
  readonly area: typeof areas.$inferSelect;
  readonly clinic: typeof clinics.$inferSelect;
  readonly today: Day;
  readonly suitability: InForce<SuitabilityRules>;
  readonly consents: readonly Consent[];
  readonly consent: ConsentStanding;
}

/** @param areaId the zone that is asked about; the area booked where none is named */
export async function visitContext(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
  areaId: string = visit.areaId,
): Promise<Circumstances> {
  const [[found], suitability, consentsBy] = await together(
    db
      .select({ client: clients, area: areas, clinic: clinics })
      .from(areas)
      .innerJoin(clients, and(eq(clients.clinicId, areas.clinicId), eq(clients.id, areas.clientId)))
      .innerJoin(clinics, eq(clinics.id, areas.clinicId))
      .where(and(eq(areas.clinicId, clinicId), eq(areas.id, areaId))),
    suitabilityInForce(db, clinicId),
    consentsOf(db, clinicId, [visit.clientId]),
  );
  const { client, area, clinic } = defined(found);
  const today = clinicToday(clinic.timeZone);
  const consents = defined(consentsBy.get(visit.clientId));
  const { alone } = suitability.content.ages;
  const consent = treatmentConsent(consents, area, client.birthDate, today, alone);
  return { client, area, clinic, today, suitability, consents, consent };
}
