import { describe, expect, it } from 'vitest';
import { clockAt, hoursOf, MINUTE_PX, minutesOf, placed } from './board-layout';

const ZONE = 'Europe/London';
const visit = (clock: string, plannedMinutes: number | null) => ({
  startsAt: `2026-12-07T${clock}:00.000Z`,
  plannedMinutes,
});

describe('the board of a day', () => {
  it('counts minutes from midnight and back', () => {
    expect([minutesOf('00:00'), minutesOf('09:45'), clockAt(585), clockAt(65)]).toEqual([
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
