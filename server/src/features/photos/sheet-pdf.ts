import {
  areaText,
  figure,
  inClockStyle,
  momentText,
  settingText,
  shortDay,
} from '@tidy-quill/contract/labels/index';
import { takenAsText } from '@tidy-quill/contract/labels/pictures';
import type { ClientPhoto, PictureSheet } from '@tidy-quill/contract/photos';
import type { ZoneSummary } from '@tidy-quill/core/report';
import { defined } from '@tidy-quill/core/units';
import { and, eq, inArray } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { wholeFile, type FileStore } from '../../files/file-store';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import { collected, paper, write } from '../../pdf/paper';
import { clinicOf } from '../calendar/store';
import { areasOf, findClient } from '../clients/store';
import { visitsSummed } from '../projections/store';
import { smallPictureOf } from './decode-apart';
import { inTurn } from './picture-queue';
import { photoFile, photosOfClient, refuseUnagreed } from './store';

/** The longer side of a picture on the sheet, px, and its place on the page, pt. */
const [SIDE_PX, PLACE] = [1000, { width: 228, height: 171, gap: 12, words: 58 }] as const;

/**
 * Pictures of an area with their dates, settings and figures, on paper. What is covered is so before it leaves here.
 * @throws HttpProblem 404 for a picture of another area, 422 where photographs for the record are not consented to any more
 */
export async function pictureSheetPdf(
  db: Db,
  files: FileStore,
  clinicId: string,
  clientId: string,
  { areaId, pictures }: PictureSheet,
): Promise<Buffer> {
  const client = await findClient(db, clinicId, clientId);
  const area = (await areasOf(db, clinicId, clientId)).find(({ id }) => id === areaId);
  if (area === undefined) throw new HttpProblem('not-found', 'This client has no such area');
  const { timeZone, name, clock } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  await refuseUnagreed(db, clinicId, client, { areaId, today });
  const known = await photosOfClient(db, clinicId, clientId);
  const asked = pictures.map(({ photoId, masks }) => {
    const photo = known.find((each) => each.id === photoId && each.areaId === areaId);
    if (photo === undefined) throw new HttpProblem('not-found', 'There is no such photograph');
    return { photo, masks };
  });
  const ids = [...new Set(asked.map(({ photo }) => photo.visitId))];
  const summed = await visitsSummed(
    db,
    clinicId,
    defined(and(eq(visits.clinicId, clinicId), inArray(visits.id, ids))),
  );
  const zoneOf = (visitId: string) =>
    summed.find(({ visit }) => visit.id === visitId)?.zones.find((zone) => zone.areaId === areaId);
  const shown: { photo: ClientPhoto; picture: Buffer; covered: number }[] = [];
  for (const { photo, masks } of asked) {
    const { sha256 } = await photoFile(db, clinicId, photo.id, 'original');
    const file = await wholeFile(files, db, clinicId, sha256);
    const picture = await inTurn(() => smallPictureOf(file, { sidePx: SIDE_PX, masks }));
    shown.push({ photo, picture, covered: masks.length });
  }
  const title = `Pictures of ${client.reference}, ${areaText(area)}`;
  return collected(
    inClockStyle(clock, () => {
      const doc = paper(title, today);
      write(doc, name, { size: 9 });
      write(doc, `${client.givenName} ${client.familyName}, ${client.reference}`, {
        ...{ size: 15, bold: true, after: 2 },
      });
      write(doc, `${areaText(area)}. Printed ${shortDay(today)}, for the record.`, { after: 8 });
      const [left, row] = [doc.page.margins.left, PLACE.height + PLACE.words + PLACE.gap];
      let top = doc.y;
      for (const [each, { photo, picture, covered }] of shown.entries()) {
        if (each % 2 === 0 && each > 0) top += row;
        if (each % 2 === 0 && top + row > doc.page.height - doc.page.margins.bottom) {
          doc.addPage();
          top = doc.page.margins.top;
        }
        const x = left + (each % 2) * (PLACE.width + PLACE.gap);
        doc.image(picture, x, top, { fit: [PLACE.width, PLACE.height] });
        const lines = [
          momentText(photo.takenAt, timeZone),
          ...saidOf(zoneOf(photo.visitId)),
          photo.takenAs === null ? '' : takenAsText(photo.takenAs),
          covered === 0 ? '' : `Covered in ${covered === 1 ? 'one place' : `${covered} places`}.`,
        ].filter((line) => line !== '');
        doc.fontSize(8);
        doc.text(lines.join('\n'), x, top + PLACE.height + 4, {
          ...{ width: PLACE.width, height: PLACE.words, lineGap: 1 },
        });
      }
      return doc;
    }),
  );
}

/** What was used and found in the visit of a picture. */
function saidOf(zone: ZoneSummary | undefined): string[] {
  if (zone === undefined) return [];
  const { settings, findings, fading } = zone;
  const used = settings[0];
  const counted = findings !== null && 'hair' in findings ? findings.hair.hairsPerCm2 : undefined;
  const faded = fading?.fades[0]?.faded;
  return [
    used === undefined ? 'Not treated.' : settingText(used.setting),
    counted === undefined ? '' : `${figure(counted)} hairs a cm²`,
    faded === undefined ? '' : `${figure(100 * faded, 0)} % faded`,
  ];
}
