import { areaText, countText, dayText } from '@tidy-quill/contract/labels/index';
import { expectationLines, offeredOf } from '@tidy-quill/contract/client-words/index';
import { changedText, plannedText } from '@tidy-quill/contract/labels/course';
import { expectedFromStart, lastGiven, sinceGiven } from '@tidy-quill/core/course';
import type { Db } from '../../db/connect';
import { clinicDay } from '../../http/clinic-day';
import { collected, fitted, write } from '../../pdf/paper';
import { notesOf, notesOfArea } from './course-notes';
import { courseOfArea } from './course-of-area';

/**
 * What a client is offered for an area of hair, on one page: visits with their range, minutes, interval and days, what may be
 * expected, and what changed since a plan was given. Nothing is promised in it. 404 for an area that is not the client's,
 * 422 for ink.
 */
export async function treatmentPlanPdf(
  db: Db,
  clinicId: string,
  clientId: string,
  areaId: string,
): Promise<Buffer> {
  const { clinic, client, area, today, of, found, offer, plan } = await courseOfArea(
    db,
    clinicId,
    clientId,
    areaId,
  );
  const given = lastGiven(notesOfArea(await notesOf(db, clinicId, clientId), areaId));
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
      write(doc, plannedText(plan, offer), { size: 13, bold: true, after: 8 });
      write(doc, 'What to expect', { bold: true, after: 2 });
      // A course that has begun says itself how many visits are to come: another number beside it would only confuse.
      const expected = plan.made > 0 ? null : expectedFromStart(of.site, of.own, offer?.kill);
      for (const line of expectationLines(of.site, of.own, expected, offeredOf(found, offer))) {
        write(doc, `• ${line}`, { after: 2 });
      }
      if (plan.days.length > 0) {
        write(doc, 'Days that would fit', { bold: true, before: 8, after: 2 });
        for (const day of plan.days) {
          const when =
            of.booked?.includes(day) === true
              ? `${dayText(day)}, as booked`
              : `from ${dayText(day)}`;
          write(doc, `• ${when}`, { after: 1 });
        }
      }
      if (given !== null) {
        const on = clinicDay(new Date(given.at), clinic.timeZone);
        write(doc, `Since the plan of ${dayText(on)}`, { bold: true, before: 8, after: 2 });
        const changes = sinceGiven(given.plan, plan).map(changedText);
        for (const line of changes.length === 0 ? ['Nothing has changed.'] : changes)
          write(doc, `• ${line}`, { after: 2 });
      }
      write(doc, `Call us: ${clinic.phone}.`, { before: 10, bold: true });
    }),
  );
}
