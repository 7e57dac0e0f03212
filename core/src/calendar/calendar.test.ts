import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clashesOf, endOf, firstFree, type Booking } from './bookings';
import { askedReadyFrom, readyFrom, refuseMoving } from './moving';
import { EMPTY, type VisitRecord } from '../session';
import { plannedMinutes } from './planned-minutes';

const at = (clock: string) => `2026-12-07T${clock}:00.000Z`;
const booking = (id: string, clock: string, minutes: number | null, more = {}): Booking => ({
  ...{ id, startsAt: at(clock), roomId: 'window', staffId: 'idony', plannedMinutes: minutes },
  ...more,
});

describe('how long a visit is booked for', () => {
  it('is asking, each zone by the clinic’s pace, the second look and cleaning, in fives', () => {
    // 15 + 700 ÷ 100 × 2 + 15 + 5 = 49 the first time, 10 instead of 15 later.
    const zones = [{ areaCm2: 700 }];
    expect(plannedMinutes({ zones, isFirst: true }, {})).toBe(50);
    expect(plannedMinutes({ zones, isFirst: false }, {})).toBe(45);
    const both = [{ areaCm2: 700 }, { areaCm2: 700 }];
    expect(plannedMinutes({ zones: both, isFirst: false }, {})).toBe(60);
  });

  it('goes by the last session where there was one, and by the clinic’s own numbers', () => {
    const zones = [{ areaCm2: 700, minutes: 22 }];
    expect(plannedMinutes({ zones, isFirst: false }, {})).toBe(55);
    const figures = { askMinutes: 5, watchMinutes: 5, cleanMinutes: 0, paceMinutes: 4 };
    expect(plannedMinutes({ zones: [{ areaCm2: 250 }], isFirst: false }, { figures })).toBe(20);
  });
});

describe('bookings in each other’s way', () => {
  const first = booking('a', '10:00', 45);

  it('are those of one room or one person that share a moment', () => {
    expect(endOf(first)).toBe(at('10:45'));
    const later = booking('b', '10:30', 30);
    expect(clashesOf(later, [first])).toEqual([
      { with: first, wants: 'room' },
      { with: first, wants: 'staff' },
    ]);
    expect(clashesOf({ ...later, roomId: 'garden' }, [first])).toEqual([
      { with: first, wants: 'staff' },
    ]);
    expect(clashesOf({ ...later, roomId: 'garden', staffId: 'tobiah' }, [first])).toEqual([]);
  });

  it('are none where one ends as the other begins, nor with themselves, nor with one that holds nothing', () => {
    expect(clashesOf(booking('b', '10:45', 30), [first])).toEqual([]);
    expect(clashesOf({ ...first, startsAt: at('10:15') }, [first])).toEqual([]);
    expect(clashesOf(booking('b', '10:15', 30), [booking('c', '10:00', null)])).toEqual([]);
  });

  it('leave the first free start on the quarter after them', () => {
    const others = [first, booking('b', '10:50', 30, { roomId: 'garden' })];
    // 10:00–10:45 holds the room; at 10:45 whoever treats is wanted from 10:50 to 11:20: 11:30.
    expect(firstFree(booking('new', '10:10', 30), others)).toBe(at('11:30'));
    expect(firstFree(booking('new', '09:05', 30), others)).toBe(at('09:05'));
  });

  it('never clash at the first free start, and nothing earlier on the quarter was free', () => {
    const any = fc.record({
      quarter: fc.integer({ min: 0, max: 40 }),
      minutes: fc.integer({ min: 1, max: 24 }).map((step) => step * 5),
      roomId: fc.constantFrom('window', 'garden'),
      staffId: fc.constantFrom('idony', 'tobiah'),
    });
    const asBooking = (
      {
        quarter,
        minutes,
        ...of
      }: { quarter: number; minutes: number; roomId: string; staffId: string },
      index: number,
    ): Booking => ({
      ...of,
      id: `${index}`,
      startsAt: new Date(Date.parse(at('07:00')) + quarter * 900_000).toISOString(),
      plannedMinutes: minutes,
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 12 }), any, (some, one) => {
        const others = some.map(asBooking);
        const own = asBooking(one, -1);
        const start = firstFree(own, others);
        expect(clashesOf({ ...own, startsAt: start }, others)).toEqual([]);
        for (let ms = Date.parse(own.startsAt); ms < Date.parse(start); ms += 900_000) {
          const earlier = { ...own, startsAt: new Date(ms).toISOString() };
          expect(clashesOf(earlier, others)).not.toEqual([]);
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('moving a visit', () => {
  const refused = (more: object, of: { startsAt?: string; sameDay?: boolean } = {}) => {
    const zone = { ...EMPTY, ...more };
    const { startsAt = at('14:00'), sameDay = false } = of;
    return refuseMoving({
      zones: new Map([['z', zone as VisitRecord]]),
      sameDay,
      startsAt,
      now: at('12:00'),
    });
  };
  const of = (startsAt: string, startedAt: string | null = null) =>
    refused({ run: { ...EMPTY.run, startedAt } }, { startsAt });

  it('to another day leaves nothing behind that holds for its day; answers that stop go along', () => {
    const findings = { skin: {}, areaCm2: 1 };
    const history = { answers: {}, medicines: [] };
    expect(refused({ findings })).toBe('holdsForItsDay');
    expect(refused({ findings }, { sameDay: true })).toBeNull();
    expect(refused({ history, assessment: { outcome: 'go', findings: [] } })).toBe(
      'holdsForItsDay',
    );
    expect(refused({ history, assessment: { outcome: 'wait', findings: [] } })).toBeNull();
  });

  it('is possible until something is fired in it, and never into the past', () => {
    expect(of(at('14:00'))).toBeNull();
    expect(of(at('11:45'))).toBeNull();
    expect(of(at('11:00'))).toBe('startsInPast');
    expect(of(at('14:00'), at('10:00'))).toBe('zoneBegun');
  });

  it('goes to the day on which the last of the waits is over', () => {
    const stopped = (clearOn: string | null) =>
      ({ code: 'stopped', outcome: 'wait', rules: [], clearOn }) as const;
    expect(readyFrom([])).toBeNull();
    expect(readyFrom([stopped(null)])).toBeNull();
    expect(readyFrom([stopped('2026-12-07'), stopped('2026-12-20')])).toBe('2026-12-20');
    const asked = (clearOn: string | null) => ({
      assessment: { outcome: 'wait', findings: [], unanswered: [], clearOn } as const,
    });
    expect(askedReadyFrom([{ assessment: null }, asked(null)])).toBeNull();
    expect(askedReadyFrom([asked('2026-12-20'), asked('2026-12-07')])).toBe('2026-12-20');
  });
});
