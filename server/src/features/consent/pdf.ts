import type { ConsentContent, NewConsent, Signature } from '@tidy-quill/contract/consent';
import type { Day } from '@tidy-quill/core/units';
import dayjs from 'dayjs';
import { collected, paper, write } from '../../pdf/paper';

/** A signed consent on paper: what was read, what was asked, who signed. */
export function consentPdf(
  content: ConsentContent,
  signed: Pick<NewConsent, 'id' | 'client' | 'guardian' | 'technician'> & { signedOn: Day },
): Promise<Buffer> {
  const day = dayjs(signed.signedOn).format('D MMMM YYYY');
  const doc = paper(content.title, signed.signedOn);
  write(doc, content.clinicName, { size: 10 });
  write(doc, content.title, { size: 18, bold: true, after: 10 });
  for (const paragraph of content.paragraphs) write(doc, paragraph, { after: 6 });
  if (content.expectations !== undefined) {
    write(doc, 'What to expect', { bold: true, after: 2 });
    for (const line of content.expectations) write(doc, `• ${line}`, { after: 2 });
  }
  if (content.risks.length > 0) {
    write(doc, 'What may go wrong', { bold: true, after: 2 });
    for (const { text, raised } of content.risks) {
      write(doc, `• ${text}${raised ? ' Likelier for me than for most.' : ''}`, {
        bold: raised,
        after: 2,
      });
    }
  }
  if (content.uses.length > 0) {
    write(doc, 'I agree to these uses', { bold: true, after: 2 });
    for (const use of content.uses) write(doc, `• ${use}`, { after: 2 });
  }
  write(doc, 'Asked and answered', { bold: true, before: 8, after: 2 });
  write(doc, content.asked === '' ? 'No questions.' : content.asked, { after: 10 });
  const born = dayjs(content.birthDate).format('D MMMM YYYY');
  signature(doc, `${content.clientName}, born ${born}`, day, signed.client);
  if (signed.guardian !== null && content.guardian !== null) {
    const { name, relation } = content.guardian;
    signature(doc, `${name}, ${relation}`, day, signed.guardian.signature);
  }
  signature(doc, `${content.technicianName}, ${content.clinicName}`, day, signed.technician);
  write(doc, `Text version ${content.textsNumber}. Consent ${signed.id}.`, {
    size: 8,
    before: 12,
  });
  return collected(doc);
}

function signature(doc: PDFKit.PDFDocument, who: string, day: string, signed: Signature): void {
  const height = 46;
  if (doc.y + height + 30 > doc.page.height - doc.page.margins.bottom) doc.addPage();
  if (signed.kind === 'drawn') {
    const png = Buffer.from(signed.png.slice(signed.png.indexOf(',') + 1), 'base64');
    doc.image(png, doc.page.margins.left, doc.y, { fit: [180, height] });
    doc.y += height;
  } else {
    write(doc, `${signed.name} (typed instead of drawn)`, { before: 14 });
  }
  doc
    .moveTo(doc.page.margins.left, doc.y + 2)
    .lineTo(doc.page.margins.left + 260, doc.y + 2)
    .lineWidth(0.5)
    .stroke();
  write(doc, `${who}, ${day}`, { size: 9, before: 5, after: 8 });
}
