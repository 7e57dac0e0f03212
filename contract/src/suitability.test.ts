import {
  STANDARD_SUITABILITY,
  type Rule as CoreRule,
  type SuitabilityRules as CoreRules,
} from '@tidy-quill/core/suitability';
import { describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { fromCells, RULE_TABLE, SUBSTANCE_TABLE, toCells } from './catalogue-table';
import { read } from './problem';
import { History, SuitabilityRules, uncovered } from './suitability';

const problems = (result: ReturnType<typeof read>) =>
  result.ok ? [] : result.fields.map(({ field, problem }) => `${field} ${problem}`);

const { rules, substances } = STANDARD_SUITABILITY;
const without = (holds: (rule: CoreRule) => boolean): CoreRules => ({
  ...STANDARD_SUITABILITY,
  rules: rules.filter((rule) => !holds(rule)),
});

describe('the rules as one document', () => {
  it('that ship are whole', () => {
    expect(uncovered(rules)).toEqual([]);
    expect(problems(read(SuitabilityRules, STANDARD_SUITABILITY))).toEqual([]);
  });

  it('keep a rule for every question, wherever it is asked', () => {
    const noSun = without(({ id }) => id === 'sun');
    expect(uncovered(noSun.rules)).toEqual([
      'sun (hair, face)',
      'sun (hair, body)',
      'sun (ink, face)',
      'sun (ink, body)',
    ]);
    expect(problems(read(SuitabilityRules, noSun))).toEqual([
      'body must keep a rule for sun (hair, face); sun (hair, body); sun (ink, face)',
    ]);
    const faceOnly = without(({ id }) => id === 'herpes on the body');
    expect(uncovered(faceOnly.rules)).toEqual(['herpes (hair, body)', 'herpes (ink, body)']);
  });

  it('keep one for medicines that nobody knows, and for clients too young', () => {
    expect(uncovered(without(({ id }) => id === 'unknown medicine').rules)).toHaveLength(4);
    expect(uncovered(without(({ id }) => id === 'under the least age').rules)[0]).toBe(
      'clients too young (hair, face)',
    );
  });

  it.each<[string, object, string]>([
    ['a wait of no days', { wait: { days: 0 } }, 'rules.0.wait'],
    ['a wait in both', { wait: { days: 1, months: 1 } }, 'rules.0.wait'],
    ['an outcome that is none', { outcome: 'go' }, 'rules.0.outcome'],
    ['nobody to set it aside', { override: 'anyone' }, 'rules.0.override'],
    ['no reason', { advice: ' ' }, 'rules.0.advice'],
    ['two triggers', { trigger: { question: 'sun', age: 'minor' } }, 'rules.0.trigger'],
    ['no place', { places: [] }, 'rules.0.places'],
  ])('refuse %s, by name', (_, more, field) => {
    const [first, ...rest] = rules;
    const found = problems(
      read(SuitabilityRules, {
        ...STANDARD_SUITABILITY,
        rules: [{ ...defined(first), ...more }, ...rest],
      }),
    );
    expect(found[0]).toMatch(new RegExp(`^${field.replaceAll('.', '\\.')}`));
  });

  it('refuse a name twice, and ages the wrong way round', () => {
    const twice = { ...STANDARD_SUITABILITY, rules: [...rules, defined(rules[0])] };
    expect(problems(read(SuitabilityRules, twice))).toEqual(['rules must not hold an id twice']);
    const ages = { ...STANDARD_SUITABILITY, ages: { least: 18, alone: 16 } };
    expect(problems(read(SuitabilityRules, ages))).toEqual([
      'ages must have least at or below alone',
    ]);
  });
});

describe('rules and medicines as tables', () => {
  it('go out and come back whole', () => {
    const ruleCells = rules.map((rule) => toCells(RULE_TABLE, rule));
    expect(fromCells(RULE_TABLE, ruleCells)).toEqual({ ok: true, value: rules });
    const substanceCells = substances.map((each) => toCells(SUBSTANCE_TABLE, each));
    expect(fromCells(SUBSTANCE_TABLE, substanceCells)).toEqual({ ok: true, value: substances });
  });

  it('name the fault by row and column, and take nothing', () => {
    const cells = rules.map((rule) => toCells(RULE_TABLE, rule));
    const wrong = cells.with(2, { ...defined(cells[2]), waitDays: 'four weeks', outcome: 'maybe' });
    const result = fromCells(RULE_TABLE, wrong);
    expect(result).toMatchObject({
      ok: false,
      problems: [
        { row: 3, column: 'waitDays', problem: '“four weeks” is not a number' },
        { row: 3, column: 'outcome' },
      ],
    });
  });
});

describe('what a client says', () => {
  const medicine = { name: 'warfarin', substanceId: 'warfarin', lastOn: null };

  it('holds questions that there are, and medicines with names', () => {
    expect(read(History, { answers: { sun: { yes: false } }, medicines: [medicine] }).ok).toBe(
      true,
    );
    expect(problems(read(History, { answers: { moon: { yes: true } }, medicines: [] }))[0]).toMatch(
      /^answers\.moon/,
    );
    expect(
      problems(read(History, { answers: {}, medicines: [{ ...medicine, name: '  ' }] })),
    ).toEqual(['medicines.0.name must not be empty']);
    expect(
      problems(read(History, { answers: {}, medicines: [{ ...medicine, lastOn: '2026-02-30' }] })),
    ).toEqual(['medicines.0.lastOn is not a day of the calendar']);
  });

  it('has a no without anything more', () => {
    const more = { sun: { yes: false, lastOn: '2026-11-01' } };
    expect(read(History, { answers: more, medicines: [] }).ok).toBe(false);
  });
});
