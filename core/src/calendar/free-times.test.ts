import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agenda, booking, HOURS, momentOf, sought, span, WORKDAY } from './calendar.test-data';
import { clashesOf, endOf, firstFree, type Booking } from './bookings';
import { freeTimes, isInHours, type Agenda, type TimeSought } from './free-times';
import { openOn, spansProblem, weekdayOf } from './hours';
import { awayAsBookings, awayDuring, inServiceAt, type Unavailable } from './unavailable';

const starts = (of: TimeSought, on: Agenda, most = 20, aDay = 4) =>
  freeTimes(of, on, { most, aDay }).map(({ startsAt }) => startsAt.slice(5, 16));

describe('opening hours', () => {
  it('go by the day of the week, Monday first', () => {
    expect(['2026-12-07', '2026-12-12', '2026-12-13', '1970-01-01'].map(weekdayOf)).toEqual([
      0, 5, 6, 3,
    ]);
    expect(openOn(HOURS, '2026-12-12')).toEqual([span('10:00', '12:00')]);
    expect(openOn(HOURS, '2026-12-13')).toEqual([]);
    expect(openOn(null, '2026-12-13')).toEqual([span('08:00', '20:00')]);
  });

  it('end after they begin, and a break lies between two spans', () => {
    expect(spansProblem(WORKDAY)).toBeNull();
    expect(spansProblem([])).toBeNull();
    expect(spansProblem([span('12:00', '12:00')])).toBe('endsFirst');
    expect(spansProblem([span('09:00', '13:00'), span('12:30', '17:00')])).toBe('overlap');
  });

  it('hold a booking that lies wholly in one of their spans', () => {
    const holds = (at: string, minutes: number) =>
      isInHours(booking(at, minutes), '2026-12-07', { hours: HOURS, momentOf });
    expect(holds('2026-12-07T09:00:00.000Z', 210)).toBe(true);
    expect(holds('2026-12-07T12:00:00.000Z', 45)).toBe(false);
    expect(holds('2026-12-07T16:30:00.000Z', 45)).toBe(false);
    const late = booking('2026-12-07T22:00:00.000Z', 45);
    expect(isInHours(late, '2026-12-07', { hours: null, momentOf })).toBe(true);
  });
});

describe('what is away', () => {
  const away = (what: Unavailable['what'], whatId: string | null, more = {}): Unavailable => ({
    ...{ id: what, what, whatId, reason: 'Service' },
    ...{ from: '2026-12-07T10:00:00.000Z', until: '2026-12-07T12:00:00.000Z' },
    ...more,
  });
  const list = [
    away('clinic', null),
    away('room', 'window'),
    away('staff', 'idony'),
    away('handpiece', 'diode'),
  ];
  const ids = (of: Booking) => awayDuring(of, list).map(({ id }) => id);

  it('is in the way of what needs it, and of nothing else', () => {
    const at = booking('2026-12-07T11:30:00.000Z', 60);
    expect(ids(at)).toEqual(['clinic', 'room', 'staff']);
    expect(ids({ ...at, roomId: 'garden', staffId: 'tobiah', handpieceId: 'diode' })).toEqual([
      'clinic',
      'handpiece',
    ]);
  });

  it('is gone past by the first start that is free, as a booking is', () => {
    const wanted = booking('2026-12-07T09:40:00.000Z', 30);
    const next = (id: string) =>
      firstFree(
        wanted,
        awayAsBookings(
          wanted,
          list.filter((each) => each.id === id),
        ),
      );
    expect([next('clinic'), next('room'), next('staff')]).toEqual(
      Array.from({ length: 3 }, () => '2026-12-07T12:00:00.000Z'),
    );
    expect(next('handpiece')).toBe('2026-12-07T09:40:00.000Z');
    const other = { ...wanted, roomId: 'garden' };
    expect(awayAsBookings(other, list)).toHaveLength(2);
  });

  it('begins and ends to the moment', () => {
    expect(ids(booking('2026-12-07T12:00:00.000Z', 30))).toEqual([]);
    expect(ids(booking('2026-12-07T09:30:00.000Z', 30))).toEqual([]);
    expect(ids(booking('2026-12-07T09:31:00.000Z', 30))).toHaveLength(3);
  });
});

describe('a handpiece that is out of use', () => {
  it('is out of service from the moment it is away until it is back, and no other is', () => {
    const list: readonly Unavailable[] = [
      {
        ...{ id: 'a', what: 'handpiece', whatId: 'diode', reason: 'In repair' },
        ...{ from: '2026-12-07T08:00:00.000Z', until: '2026-12-09T12:00:00.000Z' },
      },
    ];
    const all = ['diode', 'infrared'].map((id) => ({ id, inService: true }));
    const inService = (at: string) =>
      inServiceAt(all, list, at)
        .filter((each) => each.inService)
        .map(({ id }) => id);
    expect(inService('2026-12-07T07:59:59.000Z')).toEqual(['diode', 'infrared']);
    expect(inService('2026-12-07T08:00:00.000Z')).toEqual(['infrared']);
    expect(inService('2026-12-09T12:00:00.000Z')).toEqual(['diode', 'infrared']);
  });
});

describe('times that are free', () => {
  it('lie in the hours, apart from each other, and end before the break', () => {
    // 45 minutes: the last start before 12:30 is 11:45; the next is 90 minutes after that at the least.
    expect(starts(sought(), agenda())).toEqual([
      ...['12-07T09:00', '12-07T10:30', '12-07T13:00', '12-07T14:30'],
    ]);
    expect(starts(sought({ minutes: 240 }), agenda())).toEqual(['12-07T13:00']);
    expect(starts(sought({ minutes: 241 }), agenda())).toEqual([]);
  });

  it('take the next room where the first is taken, and wait where all are', () => {
    const first = booking('2026-12-07T09:00:00.000Z', 60, { staffId: 'tobiah' });
    const found = freeTimes(sought(), agenda({ bookings: [first] }), { most: 1, aDay: 1 });
    expect(found).toEqual([
      {
        ...{ day: '2026-12-07', startsAt: '2026-12-07T09:00:00.000Z' },
        ...{ roomId: 'garden', staffId: 'idony' },
      },
    ]);
    const bookings = [first, { ...first, id: 'b', roomId: 'garden', plannedMinutes: 70 }];
    // The garden room is free at 10:10, the window room at 10:00.
    expect(starts(sought(), agenda({ bookings }))[0]).toBe('12-07T10:00');
  });

  it('are those of the wished days and part of the day, from now on', () => {
    const week = sought({ from: '2026-12-07', until: '2026-12-13' });
    expect(starts({ ...week, weekdays: [2, 5] }, agenda(), 9, 1)).toEqual([
      '12-09T09:00',
      '12-12T10:00',
    ]);
    expect(starts({ ...week, part: 'afternoon' }, agenda(), 2, 2)).toEqual([
      '12-07T13:00',
      '12-07T14:30',
    ]);
    expect(starts(week, agenda({ now: '2026-12-11T16:05:00.000Z' }), 9, 1)).toEqual([
      '12-11T16:15',
      '12-12T10:00',
    ]);
  });

  it('are with whoever may treat it on that day', () => {
    const mayBeWith = (staffId: string, on: string) =>
      staffId === 'tobiah' ? on >= '2026-12-09' : on < '2026-12-08';
    const week = sought({ until: '2026-12-09', staffIds: ['idony', 'tobiah'], mayBeWith });
    const found = freeTimes(week, agenda(), { most: 9, aDay: 1 });
    expect(found.map(({ day, staffId }) => [day, staffId])).toEqual([
      ['2026-12-07', 'idony'],
      ['2026-12-09', 'tobiah'],
    ]);
  });

  it('go by the clinic’s clocks on both sides of their change', () => {
    const around = (from: string, until: string) =>
      starts(sought({ from, until }), agenda({ now: '2026-01-01T00:00:00.000Z' }), 9, 1);
    expect(around('2026-03-27', '2026-03-30')).toEqual([
      ...['03-27T09:00', '03-28T10:00', '03-30T08:00'],
    ]);
    expect(around('2026-10-23', '2026-10-26')).toEqual([
      ...['10-23T08:00', '10-24T09:00', '10-26T09:00'],
    ]);
  });

  it('have nothing in their way, whatever is booked and away; a day without any has no free quarter', () => {
    const DAY = '2026-12-07';
    const quarter = fc.integer({ min: 32, max: 70 });
    const at = (index: number) => new Date(Date.parse(`${DAY}T00:00:00Z`) + index * 900_000);
    const room = fc.constantFrom('window', 'garden');
    const person = fc.constantFrom('idony', 'tobiah');
    const booked = fc
      .tuple(quarter, fc.integer({ min: 1, max: 36 }), room, person)
      .map(([start, fives, roomId, staffId]) =>
        booking(at(start).toISOString(), fives * 5, { id: `${start}`, roomId, staffId }),
      );
    const away = fc
      .tuple(
        quarter,
        fc.integer({ min: 1, max: 20 }),
        fc.constantFrom('room', 'staff'),
        room,
        person,
      )
      .map(([start, length, what, roomId, staffId]): Unavailable => ({
        ...{ id: 'a', what: what as 'room' | 'staff', reason: '' },
        whatId: what === 'room' ? roomId : staffId,
        from: at(start).toISOString(),
        until: at(start + length).toISOString(),
      }));
    fc.assert(
      fc.property(
        fc.array(booked, { maxLength: 14 }),
        fc.array(away, { maxLength: 4 }),
        fc.integer({ min: 3, max: 40 }),
        (bookings, unavailable, fives) => {
          const of = sought({ minutes: fives * 5, staffIds: ['idony', 'tobiah'] });
          const on = agenda({ bookings, unavailable });
          const isFree = (each: Booking) =>
            clashesOf(each, bookings).length === 0 &&
            awayDuring(each, unavailable).length === 0 &&
            isInHours(each, DAY, on);
          const found = freeTimes(of, on, { most: 50, aDay: 50 });
          for (const { startsAt, ...where } of found) {
            const each = booking(startsAt, of.minutes, { id: 'new', ...where });
            expect(isFree(each)).toBe(true);
            expect(Date.parse(startsAt) % 900_000).toBe(0);
          }
          if (found.length > 0) return;
          for (let index = 36; index < 68; index += 1) {
            for (const roomId of of.roomIds) {
              for (const staffId of of.staffIds) {
                const any = booking(at(index).toISOString(), of.minutes, {
                  ...{ id: 'new', roomId, staffId },
                });
                expect(isFree(any), endOf(any)).toBe(false);
              }
            }
          }
        },
      ),
      { numRuns: 150 },
    );
  });
});
