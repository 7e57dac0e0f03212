import { describe, expect, it } from 'vitest';
import { assess, assessSoFar, STANDARD_SUITABILITY, type History } from './index';

const OF = { job: 'hair', place: 'body', age: 30, on: '2026-11-28' } as const;
const soFar = (history: History) => assessSoFar(history, OF, STANDARD_SUITABILITY);

describe('answers that are not complete yet', () => {
  it('stop at once, before what they need is told', () => {
    const pregnant = soFar({ answers: { pregnant: { yes: true } }, medicines: [] });
    expect(pregnant.assessment.findings[0]).toMatchObject({
      rule: { trigger: { question: 'pregnant' } },
    });
    expect(['wait', 'refer']).toContain(pregnant.assessment.outcome);
    expect(pregnant.problems).toEqual([]);
  });

  it('count a yes whose day is still missing, and say that it is', () => {
    const { assessment, problems } = soFar({ answers: { sun: { yes: true } }, medicines: [] });
    expect(assessment.findings.map(({ rule }) => rule.trigger)).toContainEqual({ question: 'sun' });
    expect(assessment.clearOn).toBeNull();
    expect(problems.map(({ field }) => field)).toEqual(['answers.sun.lastOn']);
  });

  it('list everything that is missing, not the first alone', () => {
    const { problems } = soFar({
      answers: {
        ...{ sun: { yes: true }, allergy: { yes: true }, medicines: { yes: true } },
        hairPulled: { yes: true, lastOn: '2026-12-24' },
      },
      medicines: [],
    });
    expect(problems.map(({ field }) => field).sort()).toEqual([
      ...['answers.allergy.note', 'answers.hairPulled.lastOn', 'answers.medicines'],
      'answers.sun.lastOn',
    ]);
  });

  it('mean the same as complete ones once nothing is missing', () => {
    const history: History = {
      answers: { sun: { yes: true, lastOn: '2026-11-20' }, epilepsy: { yes: true } },
      medicines: [],
    };
    const { assessment, problems } = soFar(history);
    expect(problems).toEqual([]);
    expect(assessment).toEqual(assess(history, OF, STANDARD_SUITABILITY));
  });

  it('are refused whole where they are to be saved', () => {
    expect(() =>
      assess({ answers: { sun: { yes: true } }, medicines: [] }, OF, STANDARD_SUITABILITY),
    ).toThrow('answers.sun.lastOn');
  });
});
