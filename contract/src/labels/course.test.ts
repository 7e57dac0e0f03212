import { expectedFromStart, type HowMany, type ZoneCourse } from '@tidy-quill/core/course';
import { describe, expect, it } from 'vitest';
import { expectationLines, gapText, metText, moreText, takenText } from './course';
import { ordinal } from './format';

const at = (growing: number, alive: number) => [{ week: 0, growing, alive }];
const COURSE = {
  week: 0,
  visits: [{}, {}],
  counts: [{}],
  learnt: {
    courses: {
      low: { visits: [], at: at(0.3, 0.9) },
      median: { visits: [], at: at(0.3, 0.75) },
      high: { visits: [], at: at(0.3, 0.6) },
    },
  },
} as unknown as ZoneCourse;

const many = (visits: readonly HowMany['visits'][]): readonly HowMany[] =>
  visits.map((each, index) => ({ below: [0.3, 0.2, 0.1][index] ?? 0, visits: each }));

describe('what is said of a course', () => {
  it('tells what is gone, with its range and what it rests on', () => {
    expect(takenText(COURSE)).toBe(
      'After 2 visits 25 % of the follicles are gone for good (10 % to 40 %), corrected by 1 count.',
    );
    expect(takenText({ ...COURSE, counts: [] })).toContain('nothing was counted yet');
  });

  it('tells how many more, as a range where it is one', () => {
    const range = many([
      { few: 1, likely: 2, many: 3 },
      { few: 3, likely: 5, many: 8 },
      { few: 6, likely: 9, many: null },
    ]);
    expect(moreText(range, COURSE)).toBe(
      'Expect 3–8 more visits until less than a fifth is left, at least 6 more visits until less than a tenth is. Some hair stays, finer and lighter.',
    );
    const one = many([
      { few: 1, likely: 1, many: 1 },
      { few: 1, likely: 1, many: 1 },
      { few: null, likely: null, many: null },
    ]);
    expect(moreText(one, null)).toContain('Expect 1 visit until less than a fifth');
    expect(moreText(one, null)).toContain('more than 30 visits until less than a tenth');
  });

  it('tells what a day meets, and what a gap cost', () => {
    const share = { low: 0.3, median: 0.42, high: 0.5 };
    expect(metText({ week: 6, on: '2026-11-29', share })).toBe(
      'meets 42 % of what is left (30 % to 50 %)',
    );
    const gap = { weeks: 3, usualWeeks: 8, met: 0.12, usual: 0.4, came: 'metLess' } as const;
    expect(gapText(gap)).toBe(
      'The last gap was 3 weeks, 8 are usual here: this visit meets 12 % of what is left, not 40 %.',
    );
    expect(gapText({ ...gap, weeks: 13, met: 0.5, came: 'metMore' })).toContain('instead of 40 %');
    expect(gapText({ ...gap, weeks: 9, came: 'asUsual' })).toBe('');
  });

  it('tells what to expect before it begins: 13 of 40 weeks of a leg’s hair can be met', () => {
    const [grows, visits] = expectationLines('lowerLeg', {}, expectedFromStart('lowerLeg', {}));
    expect(grows).toContain('grows for about 16 weeks and rests for about 24');
    expect(grows).toMatch(/at first 33 % of it\.$/);
    expect(visits).toMatch(/^Expect (\d+–\d+|at least \d+) visits, about 8 weeks apart/);
  });
});

it('counts in words: 1st, 2nd, 3rd, 11th, 22nd, 113th', () => {
  expect([1, 2, 3, 4, 11, 12, 22, 113].map(ordinal)).toEqual([
    '1st',
    '2nd',
    '3rd',
    '4th',
    '11th',
    '12th',
    '22nd',
    '113th',
  ]);
});
