import dayjs from 'dayjs';
import PDFDocument from 'pdfkit';
import { faceFor, FACES, type Face, type Weight } from './faces';

const scales = new WeakMap<PDFKit.PDFDocument, number>();

/** Sizes that a document is tried at until it fits on one page, of 1. */
const SCALES = [1, 0.94, 0.88, 0.82, 0.76, 0.7];

/**
 * A document that fills one page where one is enough: a little smaller where a few lines are over, at its full size on
 * several pages where that is not enough. `fill` writes it, and may be called again.
 */
export function fitted(
  title: string,
  day: string,
  fill: (doc: PDFKit.PDFDocument) => void,
  lang?: string,
): PDFKit.PDFDocument {
  for (const scale of SCALES) {
    const doc = paper(title, day, scale, lang);
    fill(doc);
    if (doc.bufferedPageRange().count === 1) return doc;
  }
  const doc = paper(title, day, 1, lang);
  fill(doc);
  return doc;
}

/** An A4 page in the product's own type, dated by `day` alone so that the same content gives the same file. */
export function paper(title: string, day: string, scale = 1, lang = 'en-GB'): PDFKit.PDFDocument {
  const at = dayjs(day).toDate();
  const doc = new PDFDocument({
    size: 'A4',
    margins: { top: 56, bottom: 56, left: 64, right: 64 },
    info: { Title: title, CreationDate: at, ModDate: at },
    lang,
    displayTitle: true,
    bufferPages: true,
  });
  scales.set(doc, scale);
  for (const { name, font } of [...FACES.regular, ...FACES.bold]) doc.registerFont(name, font);
  return doc;
}

/** Writes a paragraph; each run of letters in the face that has them. Sizes and spaces in points. */
export function write(
  doc: PDFKit.PDFDocument,
  text: string,
  how: {
    readonly size?: number;
    readonly bold?: boolean;
    readonly before?: number;
    readonly after?: number;
  } = {},
): void {
  const { size = 11, bold = false, before = 0, after = 0 } = how;
  const scale = scales.get(doc) ?? 1;
  doc.x = doc.page.margins.left;
  doc.y += before * scale;
  doc.fontSize(size * scale);
  const runs = runsOf(text, bold ? 'bold' : 'regular');
  runs.forEach(({ face, letters }, index) => {
    doc.font(face.name).text(letters, { continued: index < runs.length - 1, lineGap: 2 * scale });
  });
  doc.y += after * scale;
}

function runsOf(text: string, weight: Weight): { face: Face; letters: string }[] {
  const runs: { face: Face; letters: string }[] = [];
  for (const letter of text) {
    const last = runs.at(-1);
    // Spaces and line ends stand in every face.
    const face = last !== undefined && letter.trim() === '' ? last.face : faceFor(letter, weight);
    if (last?.face === face) last.letters += letter;
    else runs.push({ face, letters: letter });
  }
  return runs;
}

/** The whole file once the document is closed. */
export function collected(doc: PDFKit.PDFDocument): Promise<Buffer> {
  const parts: Buffer[] = [];
  return new Promise((resolve, reject) => {
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
    doc.end();
  });
}
