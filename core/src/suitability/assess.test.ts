import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from '../units';
import {
  assess,
  carriedOver,
  isStop,
  JOBS,
  mayBeSetAside,
  OUTCOMES,
  PLACES,
  QUESTION_IDS,
  QUESTIONS,
  questionsFor,
  STANDARD_SUITABILITY,
  type Answer,
  type Answers,
  type Assessment,
  type History,
  type Job,
  type Medicine,
  type Place,
  type QuestionId,
  type SuitabilityCase,
} from './index';
import { defined } from '../units';

const TODAY = '2026-11-24';
const HAIR: SuitabilityCase = { job: 'hair', place: 'body', age: 30, on: TODAY };
const allNo = Object.fromEntries(QUESTION_IDS.map((id) => [id, { yes: false }])) as Answers;

const history = (answers: object, medicines: readonly Medicine[] = []): History => ({
  answers: { ...allNo, ...answers },
  medicines,
});
const judge = (of: History, more: Partial<SuitabilityCase> = {}) =>
  assess(of, { ...HAIR, ...more }, STANDARD_SUITABILITY);
const yes = (id: QuestionId, lastOn?: string, note?: string) =>
  history({ [id]: { yes: true, lastOn, note } });
const taking = (substanceId: string | null, lastOn: string | null = null) =>
  history({ medicines: { yes: true } }, [{ name: substanceId ?? 'moonwort', substanceId, lastOn }]);
const ruled = ({ findings }: Assessment) => findings.map(({ rule }) => rule.id);

describe('a set of answers', () => {
  it('goes ahead when all are no', () => {
    expect(judge(history({}))).toEqual({
      outcome: 'go',
      clearOn: null,
      findings: [],
      unanswered: [],
    });
  });

  it('names what has not been asked, of what is asked for this job and place', () => {
    const { sun: _sun, ...rest } = allNo as Required<Answers>;
    expect(judge({ answers: rest, medicines: [] }).unanswered).toEqual(['sun']);
    expect(judge({ answers: {}, medicines: [] }).unanswered).not.toContain('inkMade');
    expect(judge({ answers: {}, medicines: [] }, { job: 'ink' }).unanswered).toContain('inkMade');
    expect(judge({ answers: {}, medicines: [] }).unanswered).not.toContain('injected');
  });

  // Each wait on the last day that still stops and the first that does not.
  it.each<[QuestionId, string, string, Partial<SuitabilityCase>]>([
    ['sun', '2026-10-28', '2026-10-27', {}],
    ['sun', '2026-10-28', '2026-10-27', { job: 'ink', place: 'face' }],
    ['selfTan', '2026-11-15', '2026-11-14', {}],
    ['hairPulled', '2026-10-28', '2026-10-27', {}],
    ['inkMade', '2026-08-25', '2026-08-24', { job: 'ink' }],
    ['treatedElsewhere', '2026-10-28', '2026-10-27', {}],
    ['treatedElsewhere', '2026-10-14', '2026-10-13', { job: 'ink' }],
    ['injected', '2026-11-11', '2026-11-10', { place: 'face' }],
  ])('waits for %s after %s and takes care after %s', (id, stops, clears, more) => {
    const stopped = judge(yes(id, stops), more);
    expect(stopped).toMatchObject({ outcome: 'wait', clearOn: '2026-11-25' });
    expect(judge(yes(id, clears), more)).toMatchObject({ outcome: 'care', clearOn: null });
  });

  // What a plain yes leads to, for hair on the body, on the face, and for ink.
  it.each<[QuestionId, string | null, string | null, string | null]>([
    ['infection', 'refer', 'refer', 'refer'],
    ['herpes', 'care', 'refer', 'care'],
    ['keloid', 'care', 'care', 'refer'],
    ['vitiligo', 'refer', 'refer', 'refer'],
    ['psoriasis', 'care', 'care', 'care'],
    ['inkReaction', null, null, 'refer'],
    ['gold', 'refer', 'refer', 'refer'],
    ['pregnant', 'refer', 'refer', 'refer'],
    ['breastFeeding', 'refer', 'refer', 'refer'],
    ['epilepsy', 'refer', 'refer', 'refer'],
    ['hormonal', 'care', 'care', null],
    ['cancer', 'refer', 'refer', 'refer'],
    ['immune', 'refer', 'refer', 'refer'],
    ['bleeding', 'care', 'care', 'refer'],
    ['diabetes', 'care', 'care', 'care'],
    ['implant', 'care', 'care', 'care'],
    ['allergy', 'care', 'care', 'care'],
    ['earlierReaction', 'refer', 'refer', 'refer'],
    ['lightIllness', 'refer', 'refer', 'refer'],
  ])('with a yes to %s gives %s, on the face %s, for ink %s', (id, body, face, ink) => {
    const of = yes(id, undefined, 'as told');
    const [finding] = judge(of).findings;
    expect(finding?.outcome ?? null).toBe(body);
    expect(judge(of, { place: 'face' }).findings[0]?.outcome ?? null).toBe(face);
    expect(judge(of, { job: 'ink' }).findings[0]?.outcome ?? null).toBe(ink);
    expect(judge(history({ [id]: { yes: false } })).outcome).toBe('go');
  });

  it('gives the latest of several waits and keeps the list behind it', () => {
    const both = history({
      sun: { yes: true, lastOn: '2026-11-20' },
      selfTan: { yes: true, lastOn: '2026-11-23' },
    });
    const result = judge(both);
    expect(result.clearOn).toBe('2026-12-18');
    expect(result.findings.map(({ clearOn }) => clearOn)).toEqual(['2026-12-18', '2026-12-03']);
  });

  it('refers ahead of waiting, puts the strictest first, and knows what is never set aside', () => {
    const sun = { sun: { yes: true, lastOn: '2026-11-20' } };
    const result = judge(history({ ...sun, pregnant: { yes: true } }));
    expect(result.outcome).toBe('refer');
    expect(ruled(result)).toEqual(['pregnant', 'sun']);
    expect(mayBeSetAside(result)).toBe(false);
    expect(mayBeSetAside(judge(history(sun)))).toBe(true);
  });

  it('refuses a day ahead, no day at all, a day that is none, and a yes without its word', () => {
    expect(() => judge(yes('sun', '2026-11-25'))).toThrow(/answers\.sun\.lastOn/);
    expect(() => judge(yes('sun'))).toThrow(/needs the last day/);
    expect(() => judge(yes('sun', '2026-02-30'))).toThrow(/YYYY-MM-DD/);
    expect(() => judge(yes('allergy'))).toThrow(/answers\.allergy\.note/);
    expect(() => judge(yes('allergy', undefined, '  '))).toThrow(/word on what it was/);
    expect(() => judge(history({ medicines: { yes: true } }))).toThrow(/needs the names/);
  });
});

describe('medicines that have washed out, or do not matter', () => {
  it('asks nothing for a medicine that is known to have no bearing on light', () => {
    expect(judge(taking('metformin')).outcome).toBe('go');
    expect(judge(taking('paracetamol'), { job: 'ink' }).outcome).toBe('go');
    expect(judge(taking(null)).outcome).toBe('refer');
  });

  // 14 days after the last dose of an anticoagulant, 28 after a steroid, three months after the rest.
  it.each([
    ['warfarin', '2026-11-10', 'go', 'care'],
    ['prednisolone', '2026-10-27', 'care', 'care'],
    ['methotrexate', '2026-08-24', 'care', 'care'],
  ])('lets %s stand no longer once it was stopped on %s', (id, lastOn, hair, ink) => {
    expect(judge(taking(id, lastOn)).outcome).toBe(hair);
    expect(judge(taking(id, lastOn), { job: 'ink' }).outcome).toBe(ink);
    expect(judge(taking(id), { job: 'ink' }).outcome).toBe('refer');
    expect(judge(taking(id, TODAY), { job: 'ink' }).outcome).toBe('refer');
  });
});

describe('a clinic’s rules from before a question was asked', () => {
  it('fall back on the shipped rule for it, so that a yes is never passed over', () => {
    const { rules } = STANDARD_SUITABILITY;
    const older = rules.filter(
      ({ trigger }) => !('question' in trigger && trigger.question === 'lightIllness'),
    );
    const said = yes('lightIllness', undefined, 'lupus');
    const result = assess(said, HAIR, { ...STANDARD_SUITABILITY, rules: older });
    expect(result.outcome).toBe('refer');
    expect(mayBeSetAside(result)).toBe(false);
  });
});

describe('medicines by name', () => {
  // Last dose on the last day that still stops and the first that does not.
  it.each([
    ['doxycycline', '2026-11-11', '2026-11-10'],
    ['voriconazole', '2026-10-28', '2026-10-27'],
    ['tretinoin', '2026-11-18', '2026-11-17'],
    ['benzoyl-peroxide', '2026-11-18', '2026-11-17'],
    ['isotretinoin', '2026-05-25', '2026-05-24'],
    ['acitretin', '2025-11-25', '2025-11-24'],
  ])('%s stops until its wait is over: last on %s, not on %s', (id, stops, clears) => {
    expect(judge(taking(id, stops))).toMatchObject({ outcome: 'wait', clearOn: '2026-11-25' });
    expect(judge(taking(id, clears)).outcome).toBe('care');
  });

  it('still taken, have no day on which they clear', () => {
    const both = history({ sun: { yes: true, lastOn: '2026-11-20' }, medicines: { yes: true } }, [
      { name: 'doxycycline', substanceId: 'doxycycline', lastOn: null },
    ]);
    expect(judge(both)).toMatchObject({ outcome: 'wait', clearOn: null });
  });

  it.each<[string, string, string]>([
    ['amiodarone', 'refer', 'refer'],
    ['warfarin', 'care', 'refer'],
    ['methotrexate', 'refer', 'refer'],
    ['auranofin', 'refer', 'refer'],
    ['testosterone', 'care', 'go'],
  ])('%s gives %s for hair and %s for ink', (id, hair, ink) => {
    expect(judge(taking(id)).outcome).toBe(hair);
    expect(judge(taking(id), { job: 'ink' }).outcome).toBe(ink);
  });

  it('typed freely go to the supervisor, by their name', () => {
    const [finding] = judge(taking(null)).findings;
    expect(finding).toMatchObject({ medicine: 'moonwort', outcome: 'refer' });
    expect(defined(finding).rule).toMatchObject({ id: 'unknown medicine', override: 'supervisor' });
  });

  it('count only under a yes', () => {
    const of = history({}, [{ name: 'warfarin', substanceId: 'warfarin', lastOn: null }]);
    expect(judge(of).findings).toEqual([]);
  });

  it('add what the substance itself says', () => {
    expect(defined(judge(taking('acitretin', '2026-11-01')).findings[0]).advice).toContain(
      'Leaves the body slowly',
    );
  });
});

describe('date arithmetic', () => {
  it.each([
    ['2026-08-31', '2027-02-28'],
    ['2027-08-31', '2028-02-29'],
    ['2026-09-30', '2027-03-30'],
  ])('six months after %s is %s', (lastOn, clearOn) => {
    expect(
      defined(judge(taking('isotretinoin', lastOn), { on: '2027-09-01' }).findings[0]).clearOn,
    ).toBe(clearOn);
  });

  it('counts 28 days over a leap day and a change of clocks alike', () => {
    const clear = (lastOn: string) =>
      defined(judge(yes('sun', lastOn), { on: '2029-01-01' }).findings[0]).clearOn;
    expect(clear('2028-02-10')).toBe('2028-03-09');
    expect(clear('2027-02-10')).toBe('2027-03-10');
    expect(clear('2028-03-20')).toBe('2028-04-17');
  });
});

describe('ages', () => {
  it.each([
    [15, 'refer', ['under the least age']],
    [16, 'care', ['minor']],
    [17, 'care', ['minor']],
    [18, 'go', []],
  ])('%i gives %s', (age, outcome, rules) => {
    const result = judge(history({}), { age });
    expect(result.outcome).toBe(outcome);
    expect(ruled(result)).toEqual(rules);
    expect(mayBeSetAside(result)).toBe(age >= 16);
  });
});

describe('a short return', () => {
  const last = history({
    keloid: { yes: true },
    sun: { yes: true, lastOn: '2026-06-01' },
    pregnant: { yes: true },
  });

  it('carries over what lasts, asks once about the rest of it, and again what can change', () => {
    const { answers, stillNone, again } = carriedOver(last, 'hair', 'body');
    expect(answers).toEqual({ keloid: { yes: true } });
    expect(stillNone).toContain('gold');
    expect(stillNone).not.toContain('keloid');
    expect(again.map(({ id }) => id)).toEqual([
      ...['sun', 'selfTan', 'hairPulled', 'infection', 'medicines'],
      ...['pregnant', 'breastFeeding', 'immune', 'treatedElsewhere'],
    ]);
  });

  it('asks whatever was never asked, as when ink follows hair', () => {
    const { again } = carriedOver(
      { answers: { sun: { yes: false } }, medicines: [] },
      'ink',
      'body',
    );
    expect(again.map(({ id }) => id)).toContain('inkReaction');
  });
});

const OPEN = '9999-12-31';
/** How late an assessment lets one begin: a stop without a day is the latest of all. */
const begins = ({ outcome, clearOn }: Assessment) =>
  outcome === 'wait' ? (clearOn ?? OPEN) : outcome === 'refer' ? OPEN : '';

describe('one more risk', () => {
  const day = fc.integer({ min: 0, max: 400 }).map((ago) => addDays('2026-11-24', -ago));
  const answer: fc.Arbitrary<Answer> = fc.oneof(
    fc.constant({ yes: false } as const),
    day.map((lastOn) => ({ yes: true, lastOn, note: 'so' }) as const),
  );
  const medicine = fc.record({
    name: fc.constant('something'),
    substanceId: fc.oneof(
      fc.constant(null),
      fc.constantFrom(...STANDARD_SUITABILITY.substances.map(({ id }) => id)),
    ),
    lastOn: fc.option(day),
  });
  const of = fc.record({
    job: fc.constantFrom<Job>(...JOBS),
    place: fc.constantFrom<Place>(...PLACES),
    age: fc.integer({ min: 10, max: 90 }),
    on: fc.constant(TODAY),
  });
  const said = fc
    .tuple(fc.tuple(...QUESTION_IDS.map(() => answer)), fc.array(medicine, { maxLength: 3 }))
    .map(([list, medicines]): History => ({
      answers: {
        ...(Object.fromEntries(QUESTION_IDS.map((q, i) => [q, list[i]])) as Answers),
        medicines: { yes: medicines.length > 0 } as Answer,
      },
      medicines,
    }));
  const never = (before: Assessment, after: Assessment) => {
    expect(OUTCOMES.indexOf(after.outcome)).toBeGreaterThanOrEqual(
      OUTCOMES.indexOf(before.outcome),
    );
    expect(begins(after) >= begins(before)).toBe(true);
  };

  it('never loosens the result: an answer', () => {
    const asked = QUESTION_IDS.filter((id) => id !== 'medicines');
    fc.assert(
      fc.property(said, of, fc.constantFrom(...asked), day, (given, on, id, lastOn) => {
        const withId = (next: Answer) =>
          assess({ ...given, answers: { ...given.answers, [id]: next } }, on, STANDARD_SUITABILITY);
        never(withId({ yes: false }), withId({ yes: true, lastOn, note: 'so' }));
      }),
    );
  });

  it('never loosens the result: a medicine', () => {
    fc.assert(
      fc.property(said, of, medicine, (given, on, more) => {
        const answers = { ...given.answers, medicines: { yes: true } as const };
        const medicines = [...given.medicines, more];
        never(
          assess(given, on, STANDARD_SUITABILITY),
          assess({ answers, medicines }, on, STANDARD_SUITABILITY),
        );
      }),
    );
  });
});

describe('the questions and rules that ship', () => {
  it('have a rule for every question wherever it is asked', () => {
    for (const job of JOBS) {
      for (const place of PLACES) {
        for (const { id } of questionsFor(job, place)) {
          if (id === 'medicines') continue;
          const found = STANDARD_SUITABILITY.rules.filter(
            ({ trigger, jobs, places }) =>
              'question' in trigger &&
              trigger.question === id &&
              jobs.includes(job) &&
              places.includes(place),
          );
          expect(found.length, `${id} ${job} ${place}`).toBe(1);
        }
      }
    }
  });

  it('name each rule, substance and question once', () => {
    const { rules, substances } = STANDARD_SUITABILITY;
    for (const list of [rules, substances, QUESTIONS]) {
      const ids = list.map(({ id }) => id);
      expect(new Set(ids).size).toBe(ids.length);
    }
    expect(QUESTIONS.map(({ id }) => id).sort()).toEqual([...QUESTION_IDS].sort());
  });

  it('stop on wait and refer only', () => {
    expect(OUTCOMES.filter(isStop)).toEqual(['wait', 'refer']);
  });
});
