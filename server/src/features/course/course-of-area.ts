import type { Area, Client } from '@tidy-quill/contract/clients';
import {
  treatmentPlan,
  visitOffer,
  type CourseCase,
  type TreatmentPlan,
  type VisitOffer,
} from '@tidy-quill/core/course';
import type { HairFindings } from '@tidy-quill/core/events';
import type { SiteId } from '@tidy-quill/core/sites';
import { defined, type Day } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { clinics, visits } from '../../db/schema';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import { catalogueInForce } from '../catalogue/store';
import { areasOf, findOwnClient } from '../clients/store';
import { visitsSummed } from '../projections/store';

/** What is known of the course of an area of hair, and what may be offered. */
export interface CourseOfArea {
  readonly clinic: typeof clinics.$inferSelect;
  readonly client: Client;
  readonly area: Area;
  readonly today: Day;
  readonly of: CourseCase;
  /** Hair and skin as they were found last; null where nobody has looked. */
  readonly found: HairFindings | null;
  /** What a visit is expected to do to them. */
  readonly offer: VisitOffer | null;
  readonly plan: TreatmentPlan;
}

/** Works out the course of an area of hair. 404 for an area that is not the client's, 422 for ink. */
export async function courseOfArea(
  db: Queryable,
  clinicId: string,
  clientId: string,
  areaId: string,
): Promise<CourseOfArea> {
  const client = await findOwnClient(db, clinicId, clientId);
  const area = (await areasOf(db, clinicId, clientId)).find(({ id }) => id === areaId);
  if (area === undefined) throw new HttpProblem('not-found', 'This client has no such area');
  if (area.job !== 'hair') {
    throw new HttpProblem('refused-by-rule', 'There is no treatment plan for ink', {
      detail: 'How many sessions ink may take is worked out at Plan.',
    });
  }
  const clinic = defined((await db.select().from(clinics).where(eq(clinics.id, clinicId)))[0]);
  const today = clinicToday(clinic.timeZone);
  const { handpieces, protocol } = await catalogueInForce(db, clinicId);
  const summed = await visitsSummed(db, clinicId, eq(visits.clientId, clientId));
  const zones = summed.flatMap(({ visit, zones: all }) =>
    all
      .filter((zone) => zone.areaId === areaId)
      .map((zone) => ({ on: clinicDay(visit.startsAt, clinic.timeZone), ...zone })),
  );
  const looks = zones.flatMap(({ on, findings }) =>
    findings !== null && 'hair' in findings ? [{ on, findings, hair: findings.hair }] : [],
  );
  const found = looks.at(-1)?.findings ?? null;
  const site = area.site as SiteId;
  const history = zones.flatMap(({ sessions }) => sessions);
  const booked = summed.flatMap(({ visit, zones: all }) =>
    visit.cancelledAt === null &&
    all.some((zone) => zone.areaId === areaId && zone.sessions.length === 0)
      ? [clinicDay(visit.startsAt, clinic.timeZone)]
      : [],
  );
  const of: CourseCase = { site, own: protocol, today, history, looks, booked };
  const offer =
    found === null
      ? null
      : visitOffer({ subject: { site, ...found, history }, handpieces, protocol, today });
  return { clinic, client, area, today, of, found, offer, plan: treatmentPlan(of, offer) };
}
