import { clientWords, type LanguageRead } from '@tidy-quill/contract/client-words/index';
import type { ConsentContent, NewConsent, Signature } from '@tidy-quill/contract/consent';
import type { Day } from '@tidy-quill/core/units';
import { collected, paper, write } from '../../pdf/paper';

/** A signed consent on paper, in the language in which it was read: what was read, what was asked, who signed. */
export function consentPdf(
  content: ConsentContent,
  signed: Pick<NewConsent, 'id' | 'client' | 'guardian' | 'technician'> & { signedOn: Day },
  read: LanguageRead,
): Promise<Buffer> {
  const { say, longDay, code } = clientWords('consents', read);
  const doc = paper(content.title, signed.signedOn, 1, code === 'en' ? 'en-GB' : code);
  write(doc, content.clinicName, { size: 10 });
  write(doc, content.title, { size: 18, bold: true, after: 10 });
  for (const paragraph of content.paragraphs) write(doc, paragraph, { after: 6 });
  if (content.expectations !== undefined) {
    write(doc, say('heading.expect'), { bold: true, after: 2 });
    for (const line of content.expectations) write(doc, `• ${line}`, { after: 2 });
  }
  if (content.risks.length > 0) {
    write(doc, say('heading.risks'), { bold: true, after: 2 });
    for (const { text, raised } of content.risks) {
      write(doc, `• ${text}${raised ? ` ${say('likelier')}` : ''}`, { bold: raised, after: 2 });
    }
  }
  if (content.uses.length > 0) {
    write(doc, say('heading.uses'), { bold: true, after: 2 });
    for (const use of content.uses) write(doc, `• ${use}`, { after: 2 });
  }
  write(doc, say('heading.asked'), { bold: true, before: 8, after: 2 });
  write(doc, content.asked === '' ? say('noQuestions') : content.asked, { after: 10 });
  if (content.interpreter !== undefined) {
    write(doc, say('interpreted', { name: content.interpreter }), { after: 10 });
  }
  const typed = (name: string) => say('typed', { name });
  const signs = (who: string, by: Signature) => {
    const name = say('signedOn', { name: who, day: longDay(signed.signedOn) });
    signature(doc, name, by, typed);
  };
  signs(say('born', { name: content.clientName, day: longDay(content.birthDate) }), signed.client);
  if (signed.guardian !== null && content.guardian !== null) {
    const { name, relation } = content.guardian;
    signs(`${name}, ${relation}`, signed.guardian.signature);
  }
  signs(`${content.technicianName}, ${content.clinicName}`, signed.technician);
  write(doc, say('version', { number: content.textsNumber, id: signed.id }), {
    size: 8,
    before: 12,
  });
  return collected(doc);
}

function signature(
  doc: PDFKit.PDFDocument,
  who: string,
  signed: Signature,
  typed: (name: string) => string,
): void {
  const height = 46;
  if (doc.y + height + 30 > doc.page.height - doc.page.margins.bottom) doc.addPage();
  if (signed.kind === 'drawn') {
    const png = Buffer.from(signed.png.slice(signed.png.indexOf(',') + 1), 'base64');
    doc.image(png, doc.page.margins.left, doc.y, { fit: [180, height] });
    doc.y += height;
  } else {
    write(doc, typed(signed.name), { before: 14 });
  }
  doc
    .moveTo(doc.page.margins.left, doc.y + 2)
    .lineTo(doc.page.margins.left + 260, doc.y + 2)
    .lineWidth(0.5)
    .stroke();
  write(doc, who, { size: 9, before: 5, after: 8 });
}
