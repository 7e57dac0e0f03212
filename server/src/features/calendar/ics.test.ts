import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { icsOf, readAway } from './ics';

const NOW = new Date('2026-12-01T09:00:00.000Z');
const visit = {
  id: '0193a000-0000-7000-8000-000000000001',
  startsAt: new Date('2026-12-07T10:00:00.000Z'),
  ...{ plannedMinutes: 45, sequence: 0, cancelled: false, confirmed: false },
  ...{ summary: 'Visit; Window room, hair', location: 'Lantern Yard' },
};

describe('visits as iCalendar', () => {
  it('are read by any program, with what a change needs', () => {
    const text = icsOf('Idony', [visit], NOW);
    expect(text.split('\r\n')).toEqual([
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'PRODID:-//Tidy Quill//Calendar//EN',
      'METHOD:PUBLISH',
      'X-WR-CALNAME:Idony',
      'BEGIN:VEVENT',
      'UID:0193a000-0000-7000-8000-000000000001@visits.tidy-quill',
      'DTSTAMP:20261201T090000Z',
      'DTSTART:20261207T100000Z',
      'DTEND:20261207T104500Z',
      'SEQUENCE:0',
      'STATUS:TENTATIVE',
      'SUMMARY:Visit\\; Window room\\, hair',
      'LOCATION:Lantern Yard',
      'END:VEVENT',
      'END:VCALENDAR',
      '',
    ]);
  });

  it('keep their UID when they are moved, confirmed or cancelled', () => {
    const changed = { ...visit, sequence: 2, cancelled: true };
    const text = icsOf('Idony', [{ ...visit, confirmed: true }, changed], NOW);
    const events = new ICAL.Component(ICAL.parse(text) as object[]).getAllSubcomponents('vevent');
    const of = (name: string) => events.map((event) => event.getFirstPropertyValue(name));
    expect(new Set(of('uid')).size).toBe(1);
    expect(of('status')).toEqual(['CONFIRMED', 'CANCELLED']);
    expect(of('sequence')).toEqual([0, 2]);
  });
});

describe('times away of another calendar', () => {
  const file = (...lines: string[]) =>
    [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'BEGIN:VEVENT',
      ...lines,
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n');
  const read = (...lines: string[]) => readAway(file(...lines), 'Europe/London');
  const problem = (text: string) => {
    try {
      readAway(text, 'Europe/London');
      return null;
    } catch (error) {
      return (error as { more: { fields: { problem: string }[] } }).more.fields[0]?.problem;
    }
  };

  it('run by UTC, by a zone that they name, or by the clinic’s clocks', () => {
    // London is an hour ahead of UTC in July, Berlin two.
    expect(
      read('UID:a', 'DTSTART:20260706T080000Z', 'DTEND:20260706T090000Z', 'SUMMARY:Dentist'),
    ).toEqual([
      {
        ...{ uid: 'a', reason: 'Dentist' },
        ...{ from: '2026-07-06T08:00:00.000Z', until: '2026-07-06T09:00:00.000Z' },
      },
    ]);
    const [berlin] = read(
      'UID:a',
      'DTSTART;TZID=Europe/Berlin:20260706T080000',
      'DTEND;TZID=Europe/Berlin:20260706T090000',
    );
    expect(berlin).toMatchObject({ from: '2026-07-06T06:00:00.000Z', reason: 'Away' });
    const [floating] = read('UID:a', 'DTSTART:20260706T080000', 'DTEND:20260706T090000');
    expect(floating).toMatchObject({ from: '2026-07-06T07:00:00.000Z' });
  });

  it('of whole days run from midnight to midnight where the clinic is', () => {
    const [days] = read('UID:a', 'DTSTART;VALUE=DATE:20260706', 'DTEND;VALUE=DATE:20260708');
    expect(days).toMatchObject({
      ...{ from: '2026-07-05T23:00:00.000Z', until: '2026-07-07T23:00:00.000Z' },
    });
  });

  it('are refused as a whole, with the event at fault', () => {
    expect(problem(file('UID:a', 'SUMMARY:x'))).toBe(
      'event 1 has no start or no end that can be read',
    );
    expect(problem(file('UID:a', 'DTSTART:soon', 'DTEND:later'))).toBe(
      'event 1 has no start or no end that can be read',
    );
    expect(problem('hello')).toBe('is no iCalendar file');
    expect(problem('BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR')).toBe('holds no event');
    expect(problem(file('UID:a', 'DTSTART:20260706T090000Z', 'DTEND:20260706T080000Z'))).toBe(
      'event 1 must end after it begins',
    );
    expect(
      problem(
        file('UID:a', 'DTSTART:20260706T080000Z', 'DTEND:20260706T090000Z', 'RRULE:FREQ=DAILY'),
      ),
    ).toBe('event 1 repeats: give each time by itself');
  });
});
