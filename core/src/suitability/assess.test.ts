import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assess,
  HAIR_RULES,
  isStop,
  OUTCOMES,
  QUESTION_IDS,
  QUESTIONS,
  type Answers,
} from './index';

const TODAY = '2026-11-24';
const allNo = Object.fromEntries(QUESTION_IDS.map((id) => [id, { yes: false }])) as Answers;
const yes = (id: string, lastOn?: string): Answers => ({ ...allNo, [id]: { yes: true, lastOn } });

describe('a set of answers', () => {
  it('goes ahead when all are no', () => {
    expect(assess(allNo, TODAY)).toEqual({
      outcome: 'go',
      clearOn: null,
      findings: [],
      unanswered: [],
    });
  });

  it('names what has not been asked', () => {
    const { sun: _sun, ...rest } = allNo as Required<Answers>;
    expect(assess(rest, TODAY).unanswered).toEqual(['sun']);
  });

  // Each wait on the last day that still stops and the first that does not.
  it.each([
    ['sun', '2026-10-28', '2026-10-27'],
    ['hairPulled', '2026-10-28', '2026-10-27'],
    ['selfTan', '2026-11-15', '2026-11-14'],
    ['photosensitiser', '2026-11-11', '2026-11-10'],
    ['retinoidCream', '2026-11-18', '2026-11-17'],
    ['isotretinoin', '2026-05-25', '2026-05-24'],
  ])('waits for %s after %s and takes care after %s', (id, stops, clears) => {
    const stopped = assess(yes(id, stops), TODAY);
    expect(stopped.outcome).toBe('wait');
    expect(stopped.clearOn).toBe('2026-11-25');
    expect(assess(yes(id, clears), TODAY)).toMatchObject({ outcome: 'care', clearOn: null });
  });

  it('ends a wait of six months on the last day of a short month', () => {
    expect(assess(yes('isotretinoin', '2026-08-31'), TODAY).clearOn).toBe('2027-02-28');
  });

  it('gives the latest of several waits and keeps the list behind it', () => {
    const both = { ...yes('sun', '2026-11-20'), selfTan: { yes: true, lastOn: '2026-11-23' } };
    const result = assess(both as Answers, TODAY);
    expect(result.clearOn).toBe('2026-12-18');
    expect(result.findings.map((finding) => finding.clearOn)).toEqual(['2026-12-18', '2026-12-03']);
  });

  it('refers ahead of waiting, and puts the strictest first', () => {
    const both = { ...yes('sun', '2026-11-20'), pregnant: { yes: true } } as Answers;
    const result = assess(both, TODAY);
    expect(result.outcome).toBe('refer');
    expect(result.findings[0]!.rule).toMatchObject({ question: 'pregnant', override: 'never' });
  });

  it('refuses a day ahead, no day at all and a day that is none', () => {
    expect(() => assess(yes('sun', '2026-11-25'), TODAY)).toThrow(/answers\.sun\.lastOn/);
    expect(() => assess(yes('sun'), TODAY)).toThrow(/needs the last day/);
    expect(() => assess(yes('sun', '2026-02-30'), TODAY)).toThrow(/YYYY-MM-DD/);
  });

  it('is never loosened by one more yes', () => {
    const day = fc
      .integer({ min: 0, max: 400 })
      .map((ago) => new Date(Date.UTC(2026, 10, 24) - ago * 864e5).toISOString().slice(0, 10));
    const answer = fc.oneof(
      fc.constant({ yes: false } as const),
      day.map((lastOn) => ({ yes: true, lastOn }) as const),
    );
    const answers = fc.tuple(...QUESTION_IDS.map(() => answer));
    fc.assert(
      fc.property(answers, fc.constantFrom(...QUESTION_IDS), day, (list, id, lastOn) => {
        const given = Object.fromEntries(QUESTION_IDS.map((q, i) => [q, list[i]])) as Answers;
        const before = assess({ ...given, [id]: { yes: false } }, TODAY);
        const after = assess({ ...given, [id]: { yes: true, lastOn } }, TODAY);
        expect(OUTCOMES.indexOf(after.outcome)).toBeGreaterThanOrEqual(
          OUTCOMES.indexOf(before.outcome),
        );
        expect((after.clearOn ?? '') >= (before.clearOn ?? '')).toBe(true);
      }),
    );
  });
});

describe('the rules', () => {
  it('answer every question once', () => {
    expect(HAIR_RULES.map((rule) => rule.question).sort()).toEqual([...QUESTION_IDS].sort());
    expect(QUESTIONS.map((question) => question.id).sort()).toEqual([...QUESTION_IDS].sort());
  });

  it('stop on wait and refer only', () => {
    expect(OUTCOMES.filter(isStop)).toEqual(['wait', 'refer']);
  });
});
