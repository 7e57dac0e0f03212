import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SITE_IDS } from '../sites';
import { hairCourse, type CourseVisit } from './follicles';
import { hairCycleOf } from './hair-cycle';
import { defined } from '../units';

const every = (weeks: number, kills: readonly number[]): readonly CourseVisit[] =>
  kills.map((kill, index) => ({ week: index * weeks, kill }));
const leg = (visits: readonly CourseVisit[], untilWeek: number) =>
  hairCourse({ cycle: hairCycleOf('lowerLeg'), visits, untilWeek });

describe('the course of a zone’s hair', () => {
  it('stands still where nothing is done: 13 of 40 weeks grow in sight on a leg', () => {
    const { at } = leg([], 52);
    for (const week of [0, 10, 52]) {
      expect(defined(at[week]).growing).toBeCloseTo(13 / 40, 4);
      expect(defined(at[week]).alive).toBeCloseTo(1, 6);
    }
  });

  it('follows eight visits to a leg, eight weeks apart', () => {
    const { visits, at } = leg(every(8, Array<number>(8).fill(0.6)), 100);
    expect(visits[1]).toMatchObject({ week: 8 });
    const shown = visits.map(({ growing, alive, killed }) =>
      [growing, alive, killed].map((share) => Number(share.toFixed(4))),
    );
    expect(shown[1]).toEqual([0.1992, 0.805, 0.1195]);
    expect(shown[7]).toEqual([0.0762, 0.2452, 0.0457]);
    // At a visit’s own week the figures are those after it.
    expect(defined(at[8]).growing).toBeCloseTo(0.0159, 4);
    expect(at[100]).toMatchObject({ week: 100 });
    expect(defined(at[100]).growing).toBeCloseTo(0.062, 4);
    expect(defined(at[100]).alive).toBeCloseTo(0.1995, 4);
  });

  it('follows six visits to an underarm, six weeks apart', () => {
    const visits = every(6, Array<number>(6).fill(0.7));
    const course = hairCourse({ cycle: hairCycleOf('underarm'), visits, untilWeek: 80 });
    expect(defined(course.visits[5]).growing).toBeCloseTo(0.0744, 4);
    expect(defined(course.visits[5]).alive).toBeCloseTo(0.1712, 4);
  });

  it('knows a cycle for every site, that of its part where it has none of its own', () => {
    expect(hairCycleOf('upperLip')).toEqual({ growthWeeks: 16, restWeeks: 6 });
    expect(hairCycleOf('chin')).toEqual({ growthWeeks: 52, restWeeks: 10 });
    expect(hairCycleOf('abdomen')).toEqual({ growthWeeks: 16, restWeeks: 20 });
    expect(hairCycleOf('forearm')).toEqual({ growthWeeks: 13, restWeeks: 18 });
    expect(hairCycleOf('foot')).toEqual({ growthWeeks: 16, restWeeks: 24 });
  });

  it('refuses visits out of order, and shares that are none', () => {
    expect(() =>
      leg(
        [
          { week: 8, kill: 0.5 },
          { week: 4, kill: 0.5 },
        ],
        20,
      ),
    ).toThrow('visits.1.week');
    expect(() => leg([{ week: 0, kill: 1.2 }], 20)).toThrow('visits.0.kill');
  });
});

describe('laws of the course', () => {
  const anyVisits = fc
    .array(fc.tuple(fc.integer({ min: 1, max: 20 }), fc.double({ min: 0, max: 1, noNaN: true })), {
      maxLength: 8,
    })
    .map((gaps) => {
      let week = 0;
      return gaps.map(([gap, kill]): CourseVisit => ({ week: (week += gap), kill }));
    });
  const anyCycle = fc.constantFrom(...SITE_IDS).map(hairCycleOf);

  it('nothing that was taken comes back, and what grows is never more than what is alive', () => {
    fc.assert(
      fc.property(anyCycle, anyVisits, (cycle, visits) => {
        const { at } = hairCourse({ cycle, visits, untilWeek: 100 });
        at.forEach(({ growing, alive }, week) => {
          expect(growing).toBeLessThanOrEqual(alive + 1e-9);
          expect(alive).toBeLessThanOrEqual((at[week - 1]?.alive ?? 1) + 1e-9);
        });
      }),
      { numRuns: 40 },
    );
  });

  it('what visits took and what is alive add up to all', () => {
    fc.assert(
      fc.property(anyCycle, anyVisits, (cycle, visits) => {
        const course = hairCourse({ cycle, visits, untilWeek: 200 });
        const taken = course.visits.reduce((sum, { killed }) => sum + killed, 0);
        expect(taken + defined(course.at.at(-1)).alive).toBeCloseTo(1, 9);
      }),
      { numRuns: 40 },
    );
  });

  it('a visit that takes more never leaves more', () => {
    fc.assert(
      fc.property(
        anyCycle,
        anyVisits.filter((visits) => visits.length > 0),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (cycle, visits, more) => {
          const stronger = visits.map((visit, index) =>
            index === 0 ? { ...visit, kill: Math.max(visit.kill, more) } : visit,
          );
          const left = (list: readonly CourseVisit[]) =>
            defined(hairCourse({ cycle, visits: list, untilWeek: 200 }).at.at(-1)).alive;
          expect(left(stronger)).toBeLessThanOrEqual(left(visits) + 1e-9);
        },
      ),
      { numRuns: 40 },
    );
  });
});
