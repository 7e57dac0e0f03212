import {
  adviceText,
  areaText,
  clockText,
  dayText,
  ADVICE_PART_WORDS,
  dayOf,
  inClockStyle,
  momentText,
} from '@tidy-quill/contract/labels/index';
import { ADVICE_PARTS, type Advice } from '@tidy-quill/core/aftercare';
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
  readonly given: readonly { readonly area: string; readonly lines: readonly string[] }[];
  readonly advice: readonly Advice[];
  readonly nextVisitOn: Day;
  /** When the next visit is booked for; null where none is. */
  readonly nextVisitAt: Date | null;
  readonly sentAt: Date;
}

const title = ({ area }: Leaflet) =>
  area.job === 'ink' ? 'After your laser tattoo removal' : 'After your laser hair removal';

const partsOf = ({ advice }: Leaflet) =>
  ADVICE_PARTS.map((part) => ({
    heading: ADVICE_PART_WORDS[part],
    lines: advice.filter((each) => (each.part ?? 'care') === part).map(adviceText),
  })).filter(({ lines }) => lines.length > 0);

/** The advice on paper, in large type, on one page with the telephone numbers at its end. */
export function leafletPdf(leaflet: Leaflet): Promise<Buffer> {
  const { client, area, clinic, sentAt } = leaflet;
  const on = dayOf(sentAt.toISOString(), clinic.timeZone);
  const fill = (doc: PDFKit.PDFDocument) => {
    write(doc, clinic.name, { size: 11 });
    write(doc, title(leaflet), { size: 22, bold: true, after: 4 });
    write(doc, `${client.givenName} ${client.familyName}, ${areaText(area)}, ${dayText(on)}`, {
      size: 13,
      after: 8,
    });
    for (const { area: zone, lines } of leaflet.given) {
      for (const line of lines) write(doc, `${zone}: ${line}.`, { size: 12, after: 2 });
    }
    for (const { heading, lines } of partsOf(leaflet)) {
      write(doc, heading, { size: 16, bold: true, before: 6, after: 2 });
      for (const line of lines) write(doc, `• ${line}`, { size: 14, after: 4 });
    }
    write(doc, nextText(leaflet), { size: 14, before: 10, after: 6 });
    write(doc, callText(leaflet), { size: 14, bold: true });
  };
  return collected(inClockStyle(clinic.clock, () => fitted(title(leaflet), on, fill)));
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
const nextText = ({ clinic, nextVisitOn, nextVisitAt }: Leaflet) =>
  nextVisitAt === null
    ? `Next visit: from ${dayText(nextVisitOn)} on. Call us for an hour.`
    : `Next visit: ${momentText(nextVisitAt.toISOString(), clinic.timeZone)}.`;

const callText = ({ clinic }: Leaflet) =>
  `Call us: ${clinic.phone}. Emergency: ${clinic.emergencyPhone}.`;

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
