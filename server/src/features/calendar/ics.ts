import type { Unavailable } from '@tidy-quill/core/calendar';
import ICAL from 'ical.js';
import { momentAt } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';

/** A visit as a calendar program takes it over. */
export interface IcsVisit {
  readonly id: string;
  readonly startsAt: Date;
  /** Null where no length was kept: it is shown as half an hour. */
  readonly plannedMinutes: number | null;
  /** How often it was moved or cancelled. */
  readonly sequence: number;
  readonly cancelled: boolean;
  readonly confirmed: boolean;
  readonly summary: string;
  readonly location: string;
}

const UNKNOWN_MINUTES = 30;
const MINUTE_MS = 60_000;

/**
 * Visits as iCalendar (RFC 5545). Each keeps its UID for good; SEQUENCE rises with every change, so that a program that has it
 * already updates it, or takes it off.
 */
export function icsOf(name: string, visits: readonly IcsVisit[], now: Date): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Tidy Quill//Calendar//EN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  calendar.addPropertyWithValue('x-wr-calname', name);
  for (const visit of visits) {
    const event = new ICAL.Component('vevent');
    const minutes = visit.plannedMinutes ?? UNKNOWN_MINUTES;
    const end = new Date(visit.startsAt.getTime() + minutes * MINUTE_MS);
    event.addPropertyWithValue('uid', `${visit.id}@visits.tidy-quill`);
    event.addPropertyWithValue('dtstamp', ICAL.Time.fromJSDate(now, true));
    event.addPropertyWithValue('dtstart', ICAL.Time.fromJSDate(visit.startsAt, true));
    event.addPropertyWithValue('dtend', ICAL.Time.fromJSDate(end, true));
    event.addPropertyWithValue('sequence', visit.sequence);
    const status = visit.cancelled ? 'CANCELLED' : visit.confirmed ? 'CONFIRMED' : 'TENTATIVE';
    event.addPropertyWithValue('status', status);
    event.addPropertyWithValue('summary', visit.summary);
    event.addPropertyWithValue('location', visit.location);
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}

/** A time away as another program's calendar has it. */
export type IcsAway = Pick<Unavailable, 'from' | 'until' | 'reason'> & { readonly uid: string };

const MOST = 200;

/**
 * Reads times away from iCalendar: each event with a start and an end. Whole days run from midnight to midnight where the
 * clinic is.
 * @throws HttpProblem 400 that names the event at fault: nothing of such a file is taken
 */
export function readAway(text: string, timeZone: string): readonly IcsAway[] {
  const events = eventsIn(text);
  if (events.length === 0) throw wrong('holds no event');
  if (events.length > MOST) throw wrong(`holds more than ${MOST} events`);
  return events.map((component, index) => {
    const which = `event ${index + 1}`;
    const event = new ICAL.Event(component);
    const span = spanOf(component, event, timeZone);
    if (span === null) throw wrong(`${which} has no start or no end that can be read`);
    if (event.isRecurring()) throw wrong(`${which} repeats: give each time by itself`);
    if (!(span.from < span.until)) throw wrong(`${which} must end after it begins`);
    const reason = (event.summary ?? '').trim().slice(0, 200);
    const [from, until] = [span.from.toISOString(), span.until.toISOString()];
    const uid = event.uid ?? `${from} ${until}`;
    return { from, until, uid, reason: reason === '' ? 'Away' : reason };
  });
}

/** When an event begins and ends; null where it does not say so, or not as the standard has it. */
function spanOf(
  component: ICAL.Component,
  event: ICAL.Event,
  timeZone: string,
): { readonly from: Date; readonly until: Date } | null {
  const zoneOf = (name: string) => component.getFirstProperty(name)?.getParameter('tzid');
  if (component.getFirstProperty('dtstart') === null) return null;
  try {
    const from = momentOf(event.startDate, zoneOf('dtstart'), timeZone);
    const until = momentOf(event.endDate, zoneOf('dtend') ?? zoneOf('dtstart'), timeZone);
    return Number.isNaN(from.getTime()) || Number.isNaN(until.getTime()) ? null : { from, until };
  } catch {
    return null;
  }
}

function eventsIn(text: string): readonly ICAL.Component[] {
  try {
    return new ICAL.Component(ICAL.parse(text) as object[]).getAllSubcomponents('vevent');
  } catch {
    throw wrong('is no iCalendar file');
  }
}

/** A moment of a calendar; where it names no zone of its own, by the clinic's clocks. */
function momentOf(
  time: ICAL.Time,
  named: string | readonly string[] | undefined,
  timeZone: string,
): Date {
  const text = time.toString();
  if (time.isDate) return momentAt(text.slice(0, 10), '00:00', timeZone);
  if (text.endsWith('Z')) return time.toJSDate();
  const zone = typeof named === 'string' ? knownZone(named) : null;
  return momentAt(text.slice(0, 10), text.slice(11, 16), zone ?? timeZone);
}

/** A zone by its name, where this machine knows it. */
function knownZone(name: string): string | null {
  try {
    return new Intl.DateTimeFormat('en-GB', { timeZone: name }).resolvedOptions().timeZone;
  } catch {
    return null;
  }
}

const wrong = (problem: string) =>
  new HttpProblem('invalid-input', 'The file cannot be taken', {
    fields: [{ field: 'file', problem }],
  });
