import { describe, expect, it } from 'vitest';
import { hairCourse, type CourseVisit } from './follicles';
import { hairCycleOf } from './hair-cycle';
import { learnCourse, type HairCount } from './learn-course';
import { defined } from '../units';

const cycle = hairCycleOf('lowerLeg');
const VISITS: readonly CourseVisit[] = [0, 8, 16, 24, 32].map((week) => ({ week, kill: 0.5 }));

/** Counts before each visit of a course whose kill shares are really `factor` times what is assumed. */
function counted(factor: number, noise: (index: number) => number, how: HairCount['how']) {
  const visits = VISITS.map(({ week, kill }) => ({ week, kill: kill * factor }));
  const course = hairCourse({ cycle, visits, untilWeek: 32 });
  const first = defined(course.visits[0]).growing;
  return course.visits.map(({ week, growing }, index): HairCount => ({
    ...{ week, how },
    perCm2: ((40 * growing) / first) * Math.exp(noise(index)),
  }));
}
const learn = (counts: readonly HairCount[]) =>
  learnCourse({ cycle, visits: VISITS, counts, untilWeek: 52 });

// mulberry32, and Box and Muller: the same noise at every run.
function noiseFrom(seed: number, sigma: number): () => number {
  let state = seed;
  const even = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return (((t ^ (t >>> 14)) >>> 0) + 0.5) / 4294967296;
  };
  return () => sigma * Math.sqrt(-2 * Math.log(even())) * Math.cos(2 * Math.PI * even());
}

describe('a course that is learnt from counts', () => {
  it('is the prior’s where nothing was counted: a factor of 1 to 1.4 either way, four in five', () => {
    const { factor, densityPerCm2, offBand } = learn([]);
    expect(factor.median).toBeCloseTo(1, 2);
    // exp(1.2816 · ln 1.4) = 1.54.
    expect(factor.high).toBeCloseTo(1.54, 1);
    expect(factor.low).toBeCloseTo(1 / factor.high, 2);
    expect([densityPerCm2, offBand]).toEqual([null, false]);
  });

  it('finds the density, and a factor, that the counts were made of', () => {
    const { factor, densityPerCm2 } = learn(counted(1.3, () => 0, 'picture'));
    // Five counts move it part of the way from 1: the band holds what is true.
    expect(factor.median).toBeGreaterThan(1.05);
    expect(factor.median).toBeLessThan(1.3);
    expect(factor.high).toBeGreaterThan(1.3);
    expect(defined(densityPerCm2)).toBeGreaterThan(37);
    expect(defined(densityPerCm2)).toBeLessThan(43);
  });

  it('is surer by pictures than by eye, and surer than before any count', () => {
    const width = (how: HairCount['how']) => {
      const { low, high } = learn(counted(1, () => 0, how)).factor;
      return high / low;
    };
    const { low, high } = learn([]).factor;
    expect(width('picture')).toBeLessThan(width('eye'));
    expect(width('eye')).toBeLessThan(high / low);
  });

  it('draws fewer hairs the more a visit takes', () => {
    const { courses } = learn(counted(1, () => 0, 'eye'));
    const left = (course: typeof courses.low) => defined(course.at.at(-1)).alive;
    expect(left(courses.high)).toBeLessThan(left(courses.median));
    expect(left(courses.median)).toBeLessThan(left(courses.low));
  });

  it('says when the last two counts are beyond what was to be expected, and not for one', () => {
    const plain = counted(1, () => 0, 'picture');
    expect(learn(plain).offBand).toBe(false);
    const off = (from: number) =>
      plain.map((count, index) => (index >= from ? { ...count, perCm2: 45 } : count));
    expect(learn(off(4)).offBand).toBe(false);
    expect(learn(off(3)).offBand).toBe(true);
  });

  it('gives a known factor back within its band in four of five runs with noise', () => {
    const RUNS = 500;
    let within = 0;
    for (let run = 0; run < RUNS; run++) {
      const known = defined([0.8, 1, 1.2][run % 3]);
      const { factor } = learn(counted(known, noiseFrom(run + 1, 0.2), 'picture'));
      if (known >= factor.low && known <= factor.high) within++;
    }
    expect(within / RUNS).toBeGreaterThanOrEqual(0.8);
  });
});
