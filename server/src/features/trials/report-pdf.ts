import { countText, figure, shortDay } from '@tidy-quill/contract/labels/index';
import { SITE_WORDS } from '@tidy-quill/contract/labels/area';
import {
  analysisLines,
  outcomeText,
  SETTINGS_RULE_WORDS,
} from '@tidy-quill/contract/labels/trials';
import type { TrialOpened, TrialShown } from '@tidy-quill/contract/trials';
import type { OutcomeAnalysis } from '@tidy-quill/core/trial';
import { clinicDay } from '../../http/clinic-day';
import { collected, paper, write } from '../../pdf/paper';

const WIDTH = 440;
const HEIGHT = 170;

/** The report of a trial: how it was designed, who took part, what it shows with its pairs drawn, what is missing and why. */
export function trialReportPdf(of: {
  readonly clinicName: string;
  readonly timeZone: string;
  readonly today: string;
  readonly trial: TrialOpened;
  readonly shown: TrialShown;
}): Promise<Buffer> {
  const { clinicName, timeZone, today, trial, shown } = of;
  const { design, fixed, closed, participants, looks } = trial;
  const dayOf = (at: string) => shortDay(clinicDay(new Date(at), timeZone));
  const doc = paper(design.title, today);
  const head = (text: string) => write(doc, text, { size: 13, bold: true, before: 8, after: 2 });
  const line = (text: string) => write(doc, text, { size: 10, after: 1 });
  write(doc, clinicName, { size: 11 });
  write(doc, design.title, { size: 20, bold: true, after: 2 });
  line(design.question);
  head('Design');
  line(
    `A: ${design.arms.a.name}. B: ${design.arms.b.name}. ${SETTINGS_RULE_WORDS[design.settings]}.`,
  );
  line(
    `Sites: ${design.sites.map((site) => SITE_WORDS[site]).join(', ')}; ${countText(design.visits, 'visit')}, both sides the same day; ${design.clients} clients planned for a difference of ${figure(design.difference)} with a standard deviation of ${figure(design.deviation)}.`,
  );
  line(
    `Decided by: ${outcomeText(design.outcome, design.decidedAt)}, named before the first draw.`,
  );
  if (fixed !== null)
    line(`Fixed ${dayOf(fixed.at)} by ${fixed.by}. SHA-256 of the seed: ${fixed.seedHash}`);
  line(
    closed === null
      ? `Still running, looked at ${countText(looks.length, 'time')} before its end.`
      : `Closed ${dayOf(closed.at)} by ${closed.by}: ${closed.reason}. Seed: ${closed.seed}. Looked at ${countText(looks.length, 'time')} before its end.`,
  );
  head('Who took part');
  const drawn = participants.filter((each) => each.drawn !== null);
  line(
    `${countText(participants.length, 'client')} consented, the sides of ${drawn.length} were drawn: A on the left ${drawn.filter((each) => each.drawn?.left === 'a').length} times.`,
  );
  for (const { code, left, deviations } of participants) {
    if (left !== null) line(`${code} left the trial ${dayOf(left.at)}: ${left.reason}`);
    for (const each of deviations) {
      line(`${code}, deviation on the ${each.side} side, ${dayOf(each.at)}: ${each.reason}`);
    }
  }
  for (const outcome of shown.outcomes) {
    if (outcome.pairs.length === 0 && !outcome.decides) continue;
    if (doc.y > doc.page.height - HEIGHT - 160) doc.addPage();
    head(
      `${outcomeText(outcome.outcome, outcome.month)}${outcome.decides ? ': this decides' : ''}`,
    );
    for (const text of analysisLines(outcome, design)) line(text);
    if (outcome.pairs.length > 0) drawPairs(doc, outcome, design.arms);
  }
  line(
    `${shortDay(today)}. Intention to treat: every side counts as it was drawn. Statistics by @stdlib. One clinic’s record, not a publication.`,
  );
  return collected(doc);
}

/** Each client’s two sides joined by a line, A on the left. */
function drawPairs(
  doc: PDFKit.PDFDocument,
  { pairs }: OutcomeAnalysis,
  arms: TrialOpened['design']['arms'],
): void {
  const values = pairs.flatMap(({ a, b }) => [a, b]);
  const [low, high] = [Math.min(0, ...values), Math.max(...values, 1e-9)];
  const [left, top] = [doc.page.margins.left + 40, doc.y + 8];
  const [xA, xB] = [left + WIDTH * 0.2, left + WIDTH * 0.75];
  const y = (value: number) => top + (HEIGHT - 30) * (1 - (value - low) / (high - low || 1));
  doc.save().lineWidth(0.6).strokeColor('#8C8675');
  for (const x of [xA, xB])
    doc
      .moveTo(x, top)
      .lineTo(x, top + HEIGHT - 30)
      .stroke();
  doc.strokeColor('#1F6F66').fillColor('#1F6F66').lineWidth(0.9);
  for (const { a, b } of pairs) {
    doc.moveTo(xA, y(a)).lineTo(xB, y(b)).stroke();
    doc.circle(xA, y(a), 2).circle(xB, y(b), 2).fill();
  }
  doc.restore().fontSize(8.5);
  const label = (text: string, x: number, at: number) =>
    doc.text(text, x - 40, at, { width: 80, align: 'center', lineBreak: false });
  label(`A: ${arms.a.name}`, xA, top + HEIGHT - 26);
  label(`B: ${arms.b.name}`, xB, top + HEIGHT - 26);
  for (const value of [low, high]) label(figure(value), left - 10, y(value) - 4);
  doc.y = top + HEIGHT - 6;
}
