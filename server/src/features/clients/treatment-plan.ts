import { areaText, countText, dayText } from '@tidy-quill/contract/labels/index';
import { expectationLines, visitsMoreText } from '@tidy-quill/contract/labels/course';
import { expectedFromStart, treatmentPlan, type CourseCase } from '@tidy-quill/core/course';
import type { SiteId } from '@tidy-quill/core/sites';
import { defined } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { clinics, visits } from '../../db/schema';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import { collected, fitted, write } from '../../pdf/paper';
import { figuresInForce } from '../catalogue/store';
import { visitsSummed } from '../projections/store';
import { areasOf, findClient } from './store';

/**
 * What a client is offered for an area of hair, on one page: visits with their range, interval, days, and what may be
 * expected. Nothing is promised in it. 404 for an area that is not the client's, 422 for ink.
 */
export async function treatmentPlanPdf(
  db: Db,
  clinicId: string,
  clientId: string,
  areaId: string,
): Promise<Buffer> {
  const client = await findClient(db, clinicId, clientId);
  const area = (await areasOf(db, clinicId, clientId)).find(({ id }) => id === areaId);
  if (area === undefined) throw new HttpProblem('not-found', 'This client has no such area');
  if (area.job !== 'hair') {
    throw new HttpProblem('refused-by-rule', 'There is no treatment plan for ink', {
      detail: 'How many sessions ink may take is worked out at Plan.',
    });
  }
  const clinic = defined((await db.select().from(clinics).where(eq(clinics.id, clinicId)))[0]);
  const today = clinicToday(clinic.timeZone);
  const summed = await visitsSummed(db, clinicId, eq(visits.clientId, clientId));
  const own = await figuresInForce(db, clinicId);
  const zones = summed.flatMap((visit) => visit.zones.filter((zone) => zone.areaId === areaId));
  const site = area.site as SiteId;
  const of: CourseCase = {
    site,
    own,
    today,
    history: zones.flatMap(({ sessions }) => sessions),
  };
  const plan = treatmentPlan(of);
  const title = 'Treatment plan: laser hair removal';
  return collected(
    fitted(title, today, (doc) => {
      write(doc, clinic.name, { size: 11 });
      write(doc, title, { size: 20, bold: true, after: 4 });
      write(doc, `${client.givenName} ${client.familyName}, ${areaText(area)}, ${dayText(today)}`, {
        size: 13,
        after: 8,
      });
      if (plan.made > 0) write(doc, `So far: ${countText(plan.made, 'visit')}.`, { after: 2 });
      write(
        doc,
        `${visitsMoreText(plan)}, about ${plan.intervalWeeks} weeks apart. This is an estimate: it is worked out again at each visit, and a course may be ended at any time.`,
        { size: 13, bold: true, after: 8 },
      );
      write(doc, 'What to expect', { bold: true, after: 2 });
      for (const line of expectationLines(site, own, expectedFromStart(site, own))) {
        write(doc, `• ${line}`, { after: 2 });
      }
      write(doc, 'Days that would fit', { bold: true, before: 8, after: 2 });
      for (const day of plan.days) write(doc, `• from ${dayText(day)}`, { after: 1 });
      write(doc, `Call us: ${clinic.phone}.`, { before: 10, bold: true });
    }),
  );
}
