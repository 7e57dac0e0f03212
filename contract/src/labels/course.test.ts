import type { HowMany, ZoneCourse } from '@tidy-quill/core/course';
import { describe, expect, it } from 'vitest';
import {
  changedText,
  gapText,
  inkTakenText,
  metText,
  moreText,
  plannedText,
  takenText,
  takesText,
} from './course';
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
    const sure = { low: 0.247, median: 0.25, high: 0.252 };
    expect(metText({ week: 6, on: '2026-11-29', share: sure })).toBe('meets 25 % of what is left');
    const gap = { weeks: 3, usualWeeks: 8, met: 0.12, usual: 0.4, came: 'metLess' } as const;
    expect(gapText(gap)).toBe(
      'The last gap was 3 weeks, 8 are usual here: this visit meets 12 % of what is left, not 40 %.',
    );
    expect(gapText({ ...gap, weeks: 13, met: 0.5, came: 'metMore' })).toContain('instead of 40 %');
    expect(gapText({ ...gap, weeks: 9, came: 'asUsual' })).toBe('');
  });
});

it('tells what a visit more would take with its arithmetic, and when that is hardly anything', () => {
  expect(
    takesText({ share: 0.105, growing: 0.3, kill: 0.35, responds: 1, isHardlyAny: false }),
  ).toBe(
    'One visit more, at the usual interval: 30 % of it growing then × 35 % taken = 11 % of all that was there before the course.',
  );
  expect(
    takesText({ share: 0.03, growing: 0.2, kill: 0.3, responds: 0.5, isHardlyAny: true }),
  ).toBe(
    'A further visit is unlikely to change more than 3 %: 20 % of it growing then × 30 % taken × 50 % that respond = 3 % of all that was there before the course.',
  );
});

it('tells of ink as of hair: what is gone, how sure that is, and what is to come', () => {
  const left = { week: 8, left: 0.55, low: 0.5, high: 0.6 };
  const course = {
    ...{ perSession: 0.26, prior: 0.24, corrected: true, spread: 0.1 },
    left: { likely: 8, from: 7, to: 9 },
  };
  const black = { colour: 'black', sessions: 2, course, seen: [], made: [], expected: [] } as const;
  expect(inkTakenText({ ...black, now: left })).toBe(
    'black: after 2 sessions for it 45 % is gone (40 % to 50 %), 26 % a session as it has shown; 7–9 more until a twentieth is left.',
  );
  const none = { ...course, corrected: false, left: { likely: 0, from: 0, to: 0 } };
  expect(inkTakenText({ ...black, sessions: 0, course: none, now: left })).toBe(
    'black: no session was meant for it yet, 26 % a session by the estimate alone; a twentieth or less is left.',
  );
});

describe('a treatment plan in words', () => {
  it('tells visits, weeks and minutes in fives, or that nothing is offered', () => {
    const plan = {
      ...{ made: 0, intervalWeeks: 6, minutes: 11.2, days: [] },
      more: { few: 5, likely: 7, many: 9 },
    };
    expect(plannedText(plan, null)).toMatch(
      /^Expect 5–9 visits until .*, about 6 weeks apart, about 15 minutes each for this area\./,
    );
    expect(plannedText({ ...plan, minutes: null, made: 2 }, null)).toMatch(
      /^Expect 5–9 more visits until .*, their length worked out at the first one\./,
    );
    const never = { few: 24, likely: null, many: null };
    expect(plannedText({ ...plan, more: never }, null)).toMatch(/^No number of visits is expected/);
    const none = { works: 'noTarget', kill: 0, minutes: null } as const;
    expect(plannedText(plan, none)).toMatch(/^No further visit is offered/);
  });

  it('tells what changed since one was given', () => {
    const visits = (few: number, many: number) => ({ few, likely: few, many });
    expect(changedText({ kind: 'visitsMade', count: 1 })).toBe('1 visit made.');
    expect(changedText({ kind: 'more', then: visits(3, 5), now: visits(4, 4) })).toBe(
      'Expected now: 4 more visits; by the plan 3–5 more visits.',
    );
    expect(changedText({ kind: 'interval', then: 6, now: 8 })).toBe('8 weeks apart instead of 6.');
    expect(changedText({ kind: 'minutes', then: 12, now: 21 })).toBe(
      'About 25 minutes a visit instead of 15.',
    );
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
