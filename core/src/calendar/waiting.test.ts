import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agenda, booking, HOURS, momentOf } from './calendar.test-data';
import { clashesOf, type Booking } from './bookings';
import { isInHours } from './free-times';
import { useOf } from './use';
import { isWithin, timesForWaiting, type Waiting } from './waiting';

const waiting = (more: Partial<Waiting> = {}): Waiting => ({
  ...{ id: 'w', minutes: 45, from: '2026-12-07', until: null, weekdays: [], part: 'any' },
  ...{ staffId: null, bookedAt: null, visitId: null },
  ...more,
});
const of = { today: '2026-12-01', roomIds: ['window'], staffIds: ['idony', 'tobiah'], most: 3 };
const starts = (each: Waiting, bookings: readonly Booking[] = [], more = of) =>
  timesForWaiting(each, agenda({ bookings }), more).map(({ startsAt }) => startsAt.slice(5, 16));

describe('somebody who waits for a time', () => {
  it('is offered what is free from the first day that makes sense, as they wish it', () => {
    expect(starts(waiting())).toEqual(['12-07T09:00', '12-07T10:30', '12-07T13:00']);
    // 9 December 2026 is a Wednesday.
    expect(starts(waiting({ weekdays: [2], part: 'afternoon' }))).toEqual([
      ...['12-09T13:00', '12-09T14:30', '12-09T16:00'],
    ]);
    expect(starts(waiting(), [], { ...of, today: '2026-12-08' })[0]).toBe('12-08T09:00');
  });

  it('is offered only what is earlier than what they have, and that visit is in nobody’s way', () => {
    const has = booking('2026-12-07T10:00:00.000Z', 45, { id: 'own' });
    const mine = waiting({ bookedAt: has.startsAt, visitId: 'own' });
    expect(starts(mine, [has])).toEqual(['12-07T09:00']);
    expect(starts(mine, [has, booking('2026-12-07T09:00:00.000Z', 60)])).toEqual([]);
  });

  it('waits for one person where they wish it, until the day that they named', () => {
    const away = booking('2026-12-07T09:00:00.000Z', 480, { staffId: 'tobiah', roomId: 'garden' });
    expect(starts(waiting({ staffId: 'tobiah', until: '2026-12-07' }), [away])).toEqual([]);
    expect(starts(waiting({ staffId: 'tobiah', until: '2026-12-08' }), [away])[0]).toBe(
      '12-08T09:00',
    );
    expect(starts(waiting({ staffId: 'nobody here' }))).toEqual([]);
  });

  it('is never offered what is taken, away, closed or too early', () => {
    const anyBooking = fc
      .record({ hour: fc.integer({ min: 8, max: 16 }), minutes: fc.integer({ min: 5, max: 240 }) })
      .map(({ hour, minutes }) =>
        booking(`2026-12-07T${String(hour).padStart(2, '0')}:00:00.000Z`, minutes),
      );
    fc.assert(
      fc.property(fc.array(anyBooking, { maxLength: 6 }), (bookings) => {
        const on = agenda({ bookings });
        for (const time of timesForWaiting(waiting({ until: '2026-12-08' }), on, of)) {
          const there = { ...time, id: 'w', plannedMinutes: 45 };
          expect(time.day >= '2026-12-07').toBe(true);
          expect(clashesOf(there, bookings)).toEqual([]);
          expect(isInHours(there, time.day, on)).toBe(true);
        }
      }),
      { numRuns: 100 },
    );
  });

  it('could take what became free where its room or person is wanted in its span', () => {
    const freed = booking('2026-12-07T10:00:00.000Z', 45);
    const at = (startsAt: string, more: object = {}) =>
      isWithin({ startsAt, roomId: 'window', staffId: 'tobiah', ...more }, 45, freed);
    expect(at('2026-12-07T10:00:00.000Z')).toBe(true);
    expect(at('2026-12-07T09:30:00.000Z')).toBe(true);
    expect(at('2026-12-07T10:45:00.000Z')).toBe(false);
    expect(at('2026-12-07T09:15:00.000Z')).toBe(false);
    expect(at('2026-12-07T10:00:00.000Z', { roomId: 'garden' })).toBe(false);
  });
});

describe('how much a room or a person was used', () => {
  const visit = (startsAt: string, plannedMinutes: number, more: object = {}) => ({
    ...{ id: startsAt, startsAt, plannedMinutes, roomId: 'window', staffId: 'idony' },
    status: 'done' as const,
    ...more,
  });
  const span = { from: '2026-12-07', until: '2026-12-08', hours: HOURS, momentOf };

  it('is what was booked against the hours that were open', () => {
    // Two workdays of 3.5 + 4 hours: 900 minutes. The room is out of use for the last two of them: 780.
    const out = { id: 'a', what: 'room', whatId: 'window', reason: 'Floor' } as const;
    const unavailable = [
      { ...out, from: '2026-12-08T15:00:00.000Z', until: '2026-12-08T20:00:00.000Z' },
      { ...out, from: '2026-12-08T16:00:00.000Z', until: '2026-12-08T16:30:00.000Z' },
    ];
    const visits = [
      visit('2026-12-07T09:00:00.000Z', 60),
      visit('2026-12-07T11:00:00.000Z', 45, { staffId: 'tobiah' }),
      visit('2026-12-08T09:00:00.000Z', 90, { status: 'missed' }),
    ];
    expect(useOf({ ...span, by: 'room', ids: ['window', 'garden'], visits, unavailable })).toEqual([
      { id: 'window', visits: 2, bookedMinutes: 105, openMinutes: 780, missed: 1 },
      { id: 'garden', visits: 0, bookedMinutes: 0, openMinutes: 900, missed: 0 },
    ]);
    expect(useOf({ ...span, by: 'staff', ids: ['tobiah'], visits, unavailable })).toEqual([
      { id: 'tobiah', visits: 1, bookedMinutes: 45, openMinutes: 900, missed: 0 },
    ]);
  });

  it('has no open hours where the clinic has said none', () => {
    const none = { ...span, hours: null, unavailable: [], visits: [] };
    expect(useOf({ ...none, by: 'room', ids: ['window'] })[0]?.openMinutes).toBeNull();
  });
});
