import type { RecordOpened } from '@tidy-quill/contract/record';
import {
  inClockStyle,
  momentText,
  type ClockStyle,
  reportNames,
  reportSections,
  shortDay,
  visitDayText,
} from '@tidy-quill/contract/labels/index';
import { visitReport, type ZoneReport } from '@tidy-quill/core/report';
import { collected, fitted, write } from '../../pdf/paper';
import { faceFor } from '../../pdf/faces';

/** The record of a visit on paper: what its page shows, with the pain over time and small photographs. */
export function recordPdf(
  opened: RecordOpened,
  { timeZone, clock }: { readonly timeZone: string; readonly clock: ClockStyle },
  thumbnails: readonly Buffer[],
): Promise<Buffer> {
  const day = opened.visit.startsAt.slice(0, 10);
  const title = `Record of ${opened.client.reference}, ${day}`;
  const fill = (doc: PDFKit.PDFDocument) => writeVisit(doc, opened, timeZone, thumbnails);
  return collected(inClockStyle(clock, () => fitted(title, day, fill)));
}

/** Writes the record of one visit into a document. */
export function writeVisit(
  doc: PDFKit.PDFDocument,
  opened: RecordOpened,
  timeZone: string,
  thumbnails: readonly Buffer[],
): void {
  const { visit, client, clinicName, room } = opened;
  const sheet = visitReport(opened.events, visit.areaId);
  const names = reportNames(opened, timeZone);
  write(doc, `${clinicName}, ${room}`, { size: 9 });
  write(doc, `${client.givenName} ${client.familyName}`, { size: 17, bold: true, after: 2 });
  write(
    doc,
    `${client.reference}, born ${shortDay(client.birthDate)}, visit of ${visitDayText(visit.startsAt, timeZone)}`,
    { after: 4 },
  );
  for (const { title, lines } of reportSections(sheet, names)) {
    write(doc, title, { size: 12, bold: true, before: 6, after: 2 });
    for (const { label, text, grave } of lines) {
      write(doc, `${label}: ${text}`, { size: 9.5, bold: grave === true, after: 1 });
    }
  }
  for (const zone of sheet.zones) painChart(doc, zone, names.area(zone.areaId));
  pictures(doc, thumbnails);
  const consents = opened.consents.map(
    ({ content, signedAt, sha256 }) =>
      `${content.title}, signed ${momentText(signedAt, timeZone)} (${sha256.slice(0, 12)}…)`,
  );
  if (consents.length > 0) {
    write(doc, 'Consent', { size: 12, bold: true, before: 6, after: 2 });
    for (const line of consents) write(doc, line, { size: 9.5, after: 1 });
  }
  write(doc, `Visit ${visit.id}. Digest ${opened.digest}.`, { size: 7.5, before: 8 });
}

const CHART = { width: 300, height: 70, top: 22 } as const;

/** Pain 0–10 over the minutes of a session. */
function painChart(doc: PDFKit.PDFDocument, { pains }: ZoneReport, area: string): void {
  if (pains.length === 0) return;
  const { width, height, top } = CHART;
  if (doc.y + height + top + 24 > doc.page.height - doc.page.margins.bottom) doc.addPage();
  write(doc, `Pain over the minutes, ${area}`, { size: 9.5, bold: true, before: 6 });
  const [left, base] = [doc.page.margins.left + 18, doc.y + height];
  const minutes = Math.max(1, ...pains.map(({ minute }) => minute));
  const at = ({ minute, score }: ZoneReport['pains'][number]) =>
    [left + (minute / minutes) * width, base - (score / 10) * height] as const;
  doc.lineWidth(0.5).strokeColor('#8C8675');
  doc
    .moveTo(left, base - height)
    .lineTo(left, base)
    .lineTo(left + width, base)
    .stroke();
  doc.strokeColor('#1C2733').lineWidth(1);
  pains.forEach((pain, index) => {
    const [x, y] = at(pain);
    if (index === 0) doc.moveTo(x, y);
    else doc.lineTo(x, y);
  });
  doc.stroke();
  for (const pain of pains) {
    const [x, y] = at(pain);
    doc.circle(x, y, 2.2).fill('#1C2733');
  }
  doc.fillColor('#000000').fontSize(8).font(faceFor('0', 'regular').name);
  doc.text('10', left - 16, base - height - 4, { lineBreak: false });
  doc.text('0', left - 12, base - 6, { lineBreak: false });
  doc.text(`${Math.ceil(minutes)} min`, left + width - 20, base + 3, { lineBreak: false });
  doc.x = doc.page.margins.left;
  doc.y = base + 16;
}

const PICTURE = { width: 110, height: 84, gap: 8 } as const;

function pictures(doc: PDFKit.PDFDocument, thumbnails: readonly Buffer[]): void {
  if (thumbnails.length === 0) return;
  const { width, height, gap } = PICTURE;
  write(doc, 'Photographs', { size: 12, bold: true, before: 6, after: 2 });
  const perRow = 4;
  for (let first = 0; first < thumbnails.length; first += perRow) {
    if (doc.y + height > doc.page.height - doc.page.margins.bottom) doc.addPage();
    const top = doc.y;
    thumbnails.slice(first, first + perRow).forEach((picture, index) => {
      const left = doc.page.margins.left + index * (width + gap);
      doc.image(picture, left, top, { fit: [width, height] });
    });
    doc.y = top + height + gap;
  }
}
