import {
  areaText,
  figure,
  inClockStyle,
  momentText,
  nmText,
  responseText,
  settingText,
  shortDay,
  type ClockStyle,
} from '@tidy-quill/contract/labels/index';
import { CONTACT_WORDS, languageText } from '@tidy-quill/contract/labels/clients';
import { HOME_SIGN_WORDS, SEEN_WORDS, TREND_WORDS } from '@tidy-quill/contract/labels/reaction';
import type { RecordOpened } from '@tidy-quill/contract/record';
import type { ReactionSign, SeenAtHome, Trend } from '@tidy-quill/core/reaction';
import { collected, paper, write } from '../../pdf/paper';
import { writeVisit } from '../record/pdf';
import type { ClientRecord } from './store';

/** A visit as its record shows it, with small pictures. */
export interface VisitOnPaper {
  readonly opened: RecordOpened;
  readonly thumbnails: readonly Buffer[];
}

/** A client’s whole record on paper: who they are, what was signed, each visit on a page of its own, what came from home and went out. */
export function wholeRecordPdf(
  record: ClientRecord,
  visits: readonly VisitOnPaper[],
  { name, timeZone, clock }: { name: string; timeZone: string; clock: ClockStyle },
): Promise<Buffer> {
  const day = record.exportedAt.slice(0, 10);
  return collected(
    inClockStyle(clock, () => {
      const doc = paper(`Whole record of ${record.client.reference}`, day);
      writeClient(doc, record, name, timeZone);
      for (const { opened, thumbnails } of visits) {
        doc.addPage();
        writeVisit(doc, opened, timeZone, thumbnails);
      }
      return doc;
    }),
  );
}

function writeClient(
  doc: PDFKit.PDFDocument,
  record: ClientRecord,
  clinicName: string,
  timeZone: string,
): void {
  const { client, areas } = record;
  const at = (moment: string) => momentText(moment, timeZone);
  write(doc, clinicName, { size: 9 });
  write(doc, `${client.givenName} ${client.familyName}`, { size: 17, bold: true, after: 2 });
  write(doc, `${client.reference}, as of ${at(record.exportedAt)}`, { after: 4 });
  const guardian = client.guardian;
  part(doc, 'Client', [
    `Born ${shortDay(client.birthDate)}`,
    client.phone === '' ? '' : `Telephone ${client.phone}`,
    client.email === '' ? '' : `E-mail ${client.email}`,
    client.contactBy === null ? '' : `Likes best ${CONTACT_WORDS[client.contactBy]}`,
    client.language === null ? '' : `Language ${languageText(client.language)}`,
    client.doNotContact ? 'Not to be contacted' : '',
    guardian === null
      ? ''
      : `Guardian ${[guardian.name, guardian.relation, guardian.phone].filter(Boolean).join(', ')}`,
    client.alert === '' ? '' : `Alert: ${client.alert}`,
    client.note,
    ...record.mergedRecords.map(
      ({ reference, givenName, familyName }) =>
        `With the record ${reference} of ${givenName} ${familyName}`,
    ),
  ]);
  part(
    doc,
    'Areas',
    areas.map((area) => `${areaText(area)}, ${area.job}, ${figure(area.areaCm2, 0)} cm²`),
  );
  const inWords = (areaId: string) => {
    const area = areas.find(({ id }) => id === areaId);
    return area === undefined ? '' : areaText(area);
  };
  part(
    doc,
    'Typed in from earlier records',
    Object.entries(record.typedSessions).flatMap(([areaId, sessions]) =>
      sessions.map(
        ({ on, wavelengthNm, setting, answer }) =>
          `${shortDay(on)}, ${inWords(areaId)}: ${nmText(wavelengthNm)}, ${settingText(setting)}, ${responseText(answer)}`,
      ),
    ),
  );
  part(
    doc,
    'Signed papers',
    record.consents.map(
      ({ content, areaId, signedAt, validUntil, withdrawnOn, sha256 }) =>
        `${content.title}, ${inWords(areaId)}, signed ${at(signedAt)}, ${
          withdrawnOn === null
            ? `holds until ${shortDay(validUntil)}`
            : `withdrawn ${shortDay(withdrawnOn)}`
        } (${sha256.slice(0, 12)}…)`,
    ),
  );
  part(
    doc,
    'Written at home',
    record.diary.map(({ at: moment, trend, signs, seen, note }) =>
      [
        `${at(moment)}: ${TREND_WORDS[trend as Trend]}`,
        ...signs.map((sign) => HOME_SIGN_WORDS[sign as ReactionSign]),
        ...seen.map((each) => SEEN_WORDS[each as SeenAtHome]),
        note,
      ]
        .filter(Boolean)
        .join(', '),
    ),
  );
  part(
    doc,
    'Messages',
    record.messages.map(({ at: moment, to, text }) => `${at(moment)}, to ${to}: ${text}`),
  );
  part(
    doc,
    'Visits',
    record.visits.map(({ visit }) => {
      const cancelled = visit.cancelled === null ? '' : `, cancelled: ${visit.cancelled.reason}`;
      return `${at(visit.startsAt)}, ${inWords(visit.areaId)}${cancelled}`;
    }),
  );
}

/** A heading and its lines; nothing where there is no line. */
function part(doc: PDFKit.PDFDocument, title: string, lines: readonly string[]): void {
  const said = lines.filter((line) => line !== '');
  if (said.length === 0) return;
  write(doc, title, { size: 12, bold: true, before: 6, after: 2 });
  for (const line of said) write(doc, line, { size: 9.5, after: 1 });
}
