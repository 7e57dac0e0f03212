import { describe, expect, it } from 'vitest';
import { clockMinutes } from '@tidy-quill/core/calendar';
import { awayShades, clockAt, closedShades, hoursOf, MINUTE_PX, placed } from './board-layout';

const ZONE = 'Europe/London';
const visit = (clock: string, plannedMinutes: number | null) => ({
  startsAt: `2026-12-07T${clock}:00.000Z`,
  plannedMinutes,
});

describe('the board of a day', () => {
  it('counts minutes from midnight and back', () => {
    expect([clockMinutes('00:00'), clockMinutes('09:45'), clockAt(585), clockAt(65)]).toEqual([
      ...[0, 585, '09:45', '01:05'],
    ]);
  });

  it('shows eight to seven, and whole hours more where visits are', () => {
    expect(hoursOf([], ZONE)).toEqual({ from: 480, to: 1140 });
    expect(hoursOf([visit('07:30', 30), visit('18:50', 30)], ZONE)).toEqual({
      ...{ from: 420, to: 1200 },
    });
  });

  it('lays visits below each other by their time, and side by side where they share a moment', () => {
    const [early, late, beside] = [visit('09:00', 60), visit('10:00', 45), visit('09:30', null)];
    const of = placed([late, early, beside], 480, ZONE);
    expect(
      of.map(({ visit: each, lane, lanes }) => [each.startsAt.slice(11, 16), lane, lanes]),
    ).toEqual([
      ['09:00', 0, 2],
      ['09:30', 1, 2],
      ['10:00', 0, 1],
    ]);
    expect(of[0]).toMatchObject({ topPx: 60 * MINUTE_PX, heightPx: 60 * MINUTE_PX });
    // A visit whose length was not kept is drawn as half an hour.
    expect(of[1]).toMatchObject({ heightPx: 30 * MINUTE_PX });
  });

  it('goes by the clinic’s clock', () => {
    const summer = { startsAt: '2026-07-07T09:00:00.000Z', plannedMinutes: 30 };
    expect(placed([summer], 480, ZONE)[0]).toMatchObject({ topPx: 120 * MINUTE_PX });
  });
});

describe('what cannot be booked', () => {
  const day = [
    { from: '09:00', until: '12:30' },
    { from: '13:00', until: '17:00' },
  ];
  const HOURS = [day, day, day, day, day, [], []];
  const shown = { from: 480, to: 1140 };

  it('lies before, between and after the opening hours, or fills the day', () => {
    const spans = closedShades('2026-12-07', HOURS, shown).map(({ from, until }) => [from, until]);
    expect(spans).toEqual([
      [480, 540],
      [750, 780],
      [1020, 1140],
    ]);
    expect(closedShades('2026-12-12', HOURS, shown)).toEqual([
      { from: 480, until: 1140, text: '' },
    ]);
    expect(closedShades('2026-12-12', null, shown)).toEqual([]);
  });

  it('is what is away, in its own column, cut to the day that is shown', () => {
    const away = (what: 'clinic' | 'room' | 'staff', whatId: string | null) => ({
      ...{ id: what, what, whatId, reason: what },
      ...{ from: '2026-12-06T08:00:00.000Z', until: '2026-12-07T10:15:00.000Z' },
    });
    const list = [away('clinic', null), away('room', 'w'), away('staff', 'w')];
    const of = { what: 'room', id: 'w', timeZone: 'Europe/London' } as const;
    expect(awayShades('2026-12-07', list, shown, of)).toEqual([
      { from: 480, until: 615, text: 'clinic' },
      { from: 480, until: 615, text: 'room' },
    ]);
    expect(awayShades('2026-12-07', list, shown, { ...of, id: 'g' })).toHaveLength(1);
    expect(awayShades('2026-12-08', list, shown, of)).toEqual([]);
  });

  it('widens or narrows the hours that are shown', () => {
    const open = { hours: HOURS, days: ['2026-12-07'] };
    expect(hoursOf([], 'Europe/London', open)).toEqual({ from: 540, to: 1020 });
    expect(hoursOf([], 'Europe/London', { ...open, days: ['2026-12-13'] })).toEqual({
      ...{ from: 480, to: 1140 },
    });
  });
});
