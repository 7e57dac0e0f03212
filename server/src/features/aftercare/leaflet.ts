import {
  adviceLine,
  clientWords,
  type LanguageRead,
} from '@tidy-quill/contract/client-words/index';
import { clockText, dayOf, inClockStyle } from '@tidy-quill/contract/labels/index';
import { ADVICE_PARTS, type Advice, type AdvicePart } from '@tidy-quill/core/aftercare';
import type { Day } from '@tidy-quill/core/units';
import ical, { ICalAlarmType } from 'ical-generator';
import type { areas, clients, clinics, visits } from '../../db/schema';
import { collected, fitted, write } from '../../pdf/paper';

/** What a client takes home. */
export interface Leaflet {
  readonly client: typeof clients.$inferSelect;
  readonly area: typeof areas.$inferSelect;
  readonly clinic: typeof clinics.$inferSelect;
  /** What each zone was given: its name, and a line a setting. */
  readonly given: readonly {
    readonly area: { readonly site: string; readonly side: string };
    readonly lines: readonly string[];
  }[];
  /** The language that the client reads it in. */
  readonly read: LanguageRead;
  readonly advice: readonly Advice[];
  readonly nextVisitOn: Day;
  /** When the next visit is booked for; null where none is. */
  readonly nextVisitAt: Date | null;
  readonly sentAt: Date;
}

const wordsOf = ({ read }: Leaflet) => clientWords('aftercare', read);

const title = (leaflet: Leaflet) => wordsOf(leaflet).say(`title.${leaflet.area.job}`);

/** Each line of advice with the day until which it holds, as the client reads it. */
export const adviceLines = (leaflet: Leaflet, part?: AdvicePart): readonly string[] =>
  leaflet.advice
    .filter((each) => part === undefined || (each.part ?? 'care') === part)
    .map((each) => adviceLine(each, wordsOf(leaflet), leaflet.read.texts));

const partsOf = (leaflet: Leaflet) =>
  ADVICE_PARTS.map((part) => ({
    heading: wordsOf(leaflet).say(`part.${part}`),
    lines: adviceLines(leaflet, part),
  })).filter(({ lines }) => lines.length > 0);

/** The advice on paper, in large type, on one page with the telephone numbers at its end. */
export function leafletPdf(leaflet: Leaflet): Promise<Buffer> {
  const { client, area, clinic, sentAt, read } = leaflet;
  const words = wordsOf(leaflet);
  const on = dayOf(sentAt.toISOString(), clinic.timeZone);
  const fill = (doc: PDFKit.PDFDocument) => {
    write(doc, clinic.name, { size: 11 });
    write(doc, title(leaflet), { size: 22, bold: true, after: 4 });
    const whose = `${client.givenName} ${client.familyName}`;
    write(doc, `${whose}, ${words.area(area)}, ${words.day(on)}`, { size: 13, after: 8 });
    for (const { area: zone, lines } of leaflet.given) {
      for (const line of lines) write(doc, `${words.area(zone)}: ${line}.`, { size: 12, after: 2 });
    }
    for (const { heading, lines } of partsOf(leaflet)) {
      write(doc, heading, { size: 16, bold: true, before: 6, after: 2 });
      for (const line of lines) write(doc, `• ${line}`, { size: 14, after: 4 });
    }
    write(doc, nextText(leaflet), { size: 14, before: 10, after: 6 });
    write(doc, callText(leaflet), { size: 14, bold: true });
  };
  const lang = read.code === 'en' ? undefined : read.code;
  return collected(inClockStyle(clinic.clock, () => fitted(title(leaflet), on, fill, lang)));
}

/** The advice as a message: short enough to be read on a telephone, every day worked out. */
export function leafletMessage(leaflet: Leaflet): string {
  const { clinic } = leaflet;
  const parts = partsOf(leaflet).flatMap(({ heading, lines }) => [
    `${heading}:`,
    ...lines.map((line) => `- ${line}`),
  ]);
  return [
    `${clinic.name}. ${title(leaflet)}.`,
    ...parts,
    inClockStyle(clinic.clock, () => nextText(leaflet)),
    callText(leaflet),
  ].join('\n');
}

/** The day of the next visit, and its hour once it is booked. */
function nextText(leaflet: Leaflet): string {
  const { clinic, nextVisitOn, nextVisitAt } = leaflet;
  const { say, day, moment } = wordsOf(leaflet);
  return nextVisitAt === null
    ? say('next.from', { day: day(nextVisitOn) })
    : say('next.at', { when: moment(nextVisitAt.toISOString(), clinic.timeZone) });
}

const callText = (leaflet: Leaflet) =>
  wordsOf(leaflet).say('call', {
    phone: leaflet.clinic.phone,
    emergency: leaflet.clinic.emergencyPhone,
  });

const MINUTES = 60;
const REMIND_SECONDS = 86_400;

/** The next visit for a calendar (RFC 5545), with a reminder a day before. Nothing clinical is named in it. */
export function nextVisitIcs({ clinic }: Leaflet, next: typeof visits.$inferSelect): string {
  const calendar = ical({
    name: clinic.name,
    prodId: { company: 'Tidy Quill', product: 'Visits' },
  });
  const event = calendar.createEvent({
    id: `${next.id}@tidy-quill`,
    start: next.startsAt,
    end: new Date(next.startsAt.getTime() + MINUTES * 60_000),
    summary: `Visit at ${clinic.name}`,
    description: inClockStyle(
      clinic.clock,
      () =>
        `At ${clockText(next.startsAt.toISOString(), clinic.timeZone)}. To move it, call ${clinic.phone}.`,
    ),
  });
  event.createAlarm({ type: ICalAlarmType.display, trigger: REMIND_SECONDS });
  return calendar.toString();
}
