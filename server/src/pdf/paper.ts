import { createRequire } from 'node:module';
import dayjs from 'dayjs';
import PDFDocument from 'pdfkit';
import { defined } from '@tidy-quill/core/units';

const require = createRequire(import.meta.url);
const file = (subset: string, weight: number) =>
  require.resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${subset}-${weight}-normal.woff`,
  );

// The shipped files are subsets: what the Latin one lacks is looked for in the extended one.
const FONTS = {
  regular: { latin: 'regular', extended: 'regular-ext' },
  bold: { latin: 'bold', extended: 'bold-ext' },
} as const;

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
): PDFKit.PDFDocument {
  for (const scale of SCALES) {
    const doc = paper(title, day, scale);
    fill(doc);
    if (doc.bufferedPageRange().count === 1) return doc;
  }
  const doc = paper(title, day);
  fill(doc);
  return doc;
}

/** An A4 page in the product's own type, dated by `day` alone so that the same content gives the same file. */
export function paper(title: string, day: string, scale = 1): PDFKit.PDFDocument {
  const at = dayjs(day).toDate();
  const doc = new PDFDocument({
    size: 'A4',
    margins: { top: 56, bottom: 56, left: 64, right: 64 },
    info: { Title: title, CreationDate: at, ModDate: at },
    lang: 'en-GB',
    displayTitle: true,
    bufferPages: true,
  });
  scales.set(doc, scale);
  doc.registerFont('regular', file('latin', 400));
  doc.registerFont('regular-ext', file('latin-ext', 400));
  doc.registerFont('bold', file('latin', 700));
  doc.registerFont('bold-ext', file('latin-ext', 700));
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
  const faces = bold ? FONTS.bold : FONTS.regular;
  doc.x = doc.page.margins.left;
  doc.y += before * scale;
  doc.fontSize(size * scale);
  const runs = runsOf(text);
  runs.forEach(({ extended, letters }, index) => {
    doc
      .font(extended ? faces.extended : faces.latin)
      .text(letters, { continued: index < runs.length - 1, lineGap: 2 * scale });
  });
  doc.y += after * scale;
}

function runsOf(text: string): { extended: boolean; letters: string }[] {
  const runs: { extended: boolean; letters: string }[] = [];
  for (const letter of text) {
    const extended = isExtended(defined(letter.codePointAt(0)));
    const last = runs.at(-1);
    if (last?.extended === extended) last.letters += letter;
    else runs.push({ extended, letters: letter });
  }
  return runs;
}

// Latin Extended and its additions; punctuation, Latin-1 and the rest stay with the first file.
const isExtended = (point: number) =>
  (point >= 0x100 && point <= 0x24f) || (point >= 0x1e00 && point <= 0x1eff);

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
