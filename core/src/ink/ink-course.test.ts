import { describe, expect, it } from 'vitest';
import { defined } from '../units';
import { inkCourse } from './ink-course';

const OF = {
  colours: ['black', 'red'] as const,
  sessions: ['2026-01-05', '2026-03-02'].map((on) => ({ on, colours: null })),
  fades: [],
  expectedSessions: 10,
  intervalWeeks: 8,
  today: '2026-03-30',
};
const black = (more: Partial<Parameters<typeof inkCourse>[0]> = {}) =>
  defined(inkCourse({ ...OF, ...more }).colours[0]);

describe('the course of a tattoo', () => {
  it('falls at each session by its share, its band around it, and goes on at the interval', () => {
    // 0.05^(1/10) = 0.7411 is left of each session; 0.5493 after two.
    const { visits, ahead, week } = inkCourse(OF);
    expect([visits, week]).toEqual([[0, 8], 12]);
    expect(ahead.slice(0, 2)).toEqual([16, 24]);
    const { made, now, expected } = black();
    expect(made.map(({ week: at, left }) => [at, Math.round(left * 1e4)])).toEqual([
      [0, 10_000],
      [0, 10_000],
      [0, 7411],
      [8, 7411],
      [8, 5493],
    ]);
    expect(now.left).toBeCloseTo(0.5493, 4);
    expect(defined(expected[0])).toMatchObject({ week: 16, left: now.left });
    for (const { left, low, high } of [...made, ...expected]) {
      expect(low).toBeLessThanOrEqual(left);
      expect(high).toBeGreaterThanOrEqual(left);
    }
  });

  it('is corrected, and surer, for the colour that was looked at alone', () => {
    const fades = [{ on: '2026-03-02', colour: 'black', sessions: 1, faded: 0.5 }] as const;
    const seen = black({ fades });
    expect(seen.seen).toEqual([{ week: 8, left: 0.5 }]);
    // (ln 0.5 + 2 ln 0.7411) ÷ 3 = −0.4308: 0.65 is left of each session.
    expect(defined(seen.made[2]).left).toBeCloseTo(0.65, 3);
    const [, red] = inkCourse({ ...OF, fades }).colours;
    expect(defined(red).course.corrected).toBe(false);
    expect(seen.course.spread).toBeLessThan(defined(red).course.spread);
  });

  it('begins today before its first session, all of it left', () => {
    const { startedOn, visits, ahead, colours } = inkCourse({ ...OF, sessions: [] });
    expect([startedOn, visits, ahead[0]]).toEqual([OF.today, [], 0]);
    expect(defined(colours[0]).now.left).toBe(1);
  });

  it('comes on the days that are booked, and then at the interval', () => {
    const booked = ['2026-05-18', '2026-04-06', '2026-03-02'];
    expect(inkCourse({ ...OF, booked }).ahead.slice(0, 3)).toEqual([13, 19, 27]);
  });

  it('takes nothing of a colour that a session was not meant for', () => {
    const sessions = [
      { on: '2026-01-05', colours: ['black'] as const },
      { on: '2026-03-02', colours: ['red'] as const },
    ];
    const { colours, visits } = inkCourse({ ...OF, sessions });
    expect(visits).toEqual([0, 8]);
    expect(colours.map(({ colour, sessions: own }) => [colour, own])).toEqual([
      ['black', 1],
      ['red', 1],
    ]);
    const red = defined(colours[1]);
    expect(red.made.map(({ week }) => week)).toEqual([0, 8, 8]);
    expect(defined(red.made[1]).left).toBe(1);
    // Seen after both: one of them was meant for red.
    const fades = [{ on: OF.today, colour: 'red', sessions: 2, faded: 0.5 }] as const;
    const corrected = defined(inkCourse({ ...OF, sessions, fades }).colours[1]);
    // (ln 0.5 + 2 ln 0.7411) ÷ 3 as above.
    expect(corrected.course.perSession).toBeCloseTo(0.35, 3);
    const green = inkCourse({ ...OF, colours: ['green'], sessions }).colours[0];
    expect(defined(green).now.left).toBe(1);
  });

  it('holds where a colour has hardly faded at all', () => {
    const fades = [{ on: OF.today, colour: 'black', sessions: 3, faded: 0 }] as const;
    const days = ['2026-01-05', '2026-02-02', '2026-03-02'];
    const sessions = days.map((on) => ({ on, colours: null }));
    const { expected } = black({ fades, sessions });
    expect(defined(expected.at(-1)).high).toBeLessThan(1);
  });
});
