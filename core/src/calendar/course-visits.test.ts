import { describe, expect, it } from 'vitest';
import type { PastSession } from '../plan';
import type { Booking } from './bookings';
import { courseDays, timeNear } from './course-visits';

const session = (on: string) =>
  ({ on, answer: { endpoint: 'right', painMax: 3, adverse: [] } }) as unknown as PastSession;

describe('the visits of a course', () => {
  const days = (history: readonly PastSession[], count: number) =>
    courseDays({
      zones: [{ job: 'hair', site: 'underarm', history }],
      ...{ from: '2026-12-01', count, own: {} },
    });

  it('lie an interval apart, and two weeks more from the fifth session on', () => {
    // Six weeks for an underarm: 42 days; after the fifth session 56.
    expect(days([], 5)).toEqual([
      ...['2027-01-12', '2027-02-23', '2027-04-06', '2027-05-18', '2027-07-13'],
    ]);
    const four = ['2026-01-01', '2026-03-01', '2026-05-01', '2026-07-01'].map(session);
    expect(days(four, 1)).toEqual(['2027-01-26']);
    expect(days([], 0)).toEqual([]);
  });

  it('go by the zone that waits the longest', () => {
    const zones = [
      { job: 'hair', site: 'underarm', history: [] },
      { job: 'ink', site: 'lowerLeg', history: [] },
    ] as const;
    // Ink on a leg: ten weeks.
    expect(courseDays({ zones, from: '2026-12-01', count: 1, own: {} })).toEqual(['2027-02-09']);
  });
});

describe('a time for one of them', () => {
  const agenda = (bookings: readonly Booking[], closed: readonly string[] = []) => ({
    hours: Array.from({ length: 7 }, () => [{ from: '09:00', until: '17:00' }]),
    ...{ bookings, now: '2026-12-01T00:00:00.000Z' },
    unavailable: closed.map((day) => ({
      ...{ id: day, what: 'clinic' as const, whatId: null, reason: '' },
      ...{ from: `${day}T00:00:00.000Z`, until: `${day}T23:59:00.000Z` },
    })),
    momentOf: (day: string, clock: string) => `${day}T${clock}:00.000Z`,
  });
  const sought = {
    ...{ id: 'new', minutes: 45, from: '2026-12-07' },
    ...{ roomIds: ['window'], staffIds: ['idony'] },
  };
  const booked = (startsAt: string, plannedMinutes: number): Booking => ({
    ...{ id: startsAt, startsAt, plannedMinutes, roomId: 'window', staffId: 'idony' },
  });

  it('is the wished hour on its day, or on the next day that has it', () => {
    const at = (of: ReturnType<typeof agenda>) => timeNear(sought, '10:10', of)?.startsAt;
    expect(at(agenda([]))).toBe('2026-12-07T10:10:00.000Z');
    expect(at(agenda([booked('2026-12-07T10:30:00.000Z', 30)]))).toBe('2026-12-08T10:10:00.000Z');
    expect(at(agenda([], ['2026-12-07', '2026-12-08']))).toBe('2026-12-09T10:10:00.000Z');
  });

  it('is the first that is free where no day has that hour, and none where the week is full', () => {
    const week = ['07', '08', '09', '10', '11', '12', '13'];
    const mornings = week.map((day) => booked(`2026-12-${day}T09:00:00.000Z`, 180));
    expect(timeNear(sought, '10:00', agenda(mornings))?.startsAt).toBe('2026-12-07T12:00:00.000Z');
    expect(
      timeNear(
        sought,
        '10:00',
        agenda(
          [],
          week.map((day) => `2026-12-${day}`),
        ),
      ),
    ).toBeNull();
    expect(timeNear(sought, '18:00', agenda([]))?.startsAt).toBe('2026-12-07T09:00:00.000Z');
  });
});
