import {
  BLACK_MIDDLE,
  CARDS,
  RULE_MM,
  sRgbStep,
  WHITE_RING,
  type CardKind,
  type LinearRgb,
} from '@tidy-quill/core/picture';
import PDFDocument from 'pdfkit';
import { FACES } from '../../pdf/faces';

const PT_PER_MM = 72 / 25.4;
const [PRINT, PAPER] = ['#000000', '#ffffff'];

/** The card that lies beside the skin in a picture, on a page of its own size: printed at 100 %, matt, and cut out. */
export function cardPdf(kind: CardKind): Promise<Buffer> {
  const card = CARDS[kind];
  const mm = (value: number) => value * PT_PER_MM;
  const doc = new PDFDocument({
    ...{ size: [mm(card.widthMm), mm(card.heightMm)], margin: 0, lang: 'en-GB' },
    info: { Title: 'Card for pictures', CreationDate: new Date(0), ModDate: new Date(0) },
  });
  for (const { name, font } of FACES.regular) doc.registerFont(name, font);
  for (const { x, y, widthMm, heightMm, reflectance } of card.patches) {
    doc.rect(mm(x), mm(y), mm(widthMm), mm(heightMm)).fill(printed(reflectance));
  }
  for (const mark of card.marks) {
    const ring = (share: number, colour: string) =>
      doc.circle(mm(mark.x), mm(mark.y), mm(share * card.markRadiusMm)).fill(colour);
    ring(1, PRINT);
    ring(WHITE_RING, PAPER);
    if (mark !== card.marks[0]) ring(BLACK_MIDDLE, PRINT);
  }
  doc.lineWidth(mm(0.2)).strokeColor(PRINT);
  const { x: left, y: base } = card.rule;
  doc
    .moveTo(mm(left), mm(base))
    .lineTo(mm(left + RULE_MM), mm(base))
    .stroke();
  for (let at = 0; at <= RULE_MM; at++) {
    const long = at % 10 === 0 ? 4 : at % 5 === 0 ? 3 : 2;
    doc
      .moveTo(mm(left + at), mm(base))
      .lineTo(mm(left + at), mm(base - long))
      .stroke();
  }
  const [face] = FACES.regular;
  if (face !== undefined) {
    doc
      .font(face.name)
      .fontSize(6)
      .fillColor(PRINT)
      .text(`${RULE_MM} mm when printed at 100 %. Matt paper.`, mm(left), mm(base + 1), {
        ...{ width: mm(RULE_MM), align: 'center', lineBreak: false },
      });
  }
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
    doc.end();
  });
}

/** A reflectance as a printer is asked for it. */
const printed = (reflectance: LinearRgb): [number, number, number] => [
  Math.round(sRgbStep(reflectance[0])),
  Math.round(sRgbStep(reflectance[1])),
  Math.round(sRgbStep(reflectance[2])),
];
