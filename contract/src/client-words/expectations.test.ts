import { expectedFromStart } from '@tidy-quill/core/course';
import { describe, expect, it } from 'vitest';
import { clientWords } from './client-words';
import { expectationLines, offeredOf } from './expectations';

const skin = { type: 3, tan: 'none', freckled: false, measuredFraction: null } as const;
const found = (colour: 'darkBrown' | 'white') => ({
  skin,
  hair: { colour, calibre: 'medium', density: 'medium' } as const,
});

describe('what is said before a course begins', () => {
  it('tells what to expect: 13 of 40 weeks of a leg’s hair can be met', () => {
    const [grows, visits] = expectationLines('lowerLeg', {}, expectedFromStart('lowerLeg', {}));
    expect(grows).toContain('(lower leg) grows for about 16 weeks and rests for about 24');
    expect(grows).toMatch(/at first 33 % of it\.$/);
    expect(visits).toMatch(/^Expect (\d+–\d+|at least \d+) visits, about 8 weeks apart/);
  });

  const line = (works: 'inPart' | 'tooLittle' | 'noTarget' | 'unknown') =>
    expectationLines(
      'lowerLeg',
      {},
      expectedFromStart('lowerLeg', {}),
      offeredOf(found(works === 'noTarget' ? 'white' : 'darkBrown'), {
        ...{ works, kill: 0.4, minutes: 12 },
      }),
    )[1];

  it('speaks of this hair and skin, and promises nothing where nothing is expected', () => {
    expect(line('inPart')).toMatch(
      /^For dark brown, medium hair on skin of type III: expect \d+–\d+ visits, about 8 weeks apart/,
    );
    expect(line('tooLittle')).toContain('is not expected to work on this hair');
    expect(line('noTarget')).toMatch(/^For white, medium hair .* no visit is offered for it\.$/);
    expect(line('unknown')).toContain('cannot be worked out beforehand');
    expect(offeredOf(found('white'), null)).toBeNull();
  });

  it('leaves the number of visits to a course that has begun', () => {
    const begun = (works: 'inPart' | 'tooLittle' | 'unknown') =>
      expectationLines(
        'lowerLeg',
        {},
        null,
        offeredOf(found('darkBrown'), { works, kill: 0.4, minutes: 12 }),
      ).join(' ');
    expect(begun('inPart')).not.toContain('expect');
    expect(begun('unknown')).not.toContain('Expect');
    expect(begun('tooLittle')).toContain('is not expected to work on this hair');
  });

  it('is said in another language where its texts are there', () => {
    const words = clientWords('consents', {
      code: 'de',
      texts: {
        'site.lowerLeg': 'Unterschenkel',
        'expect.visits': 'Rechnen Sie mit {visits}.',
        'visits.number': '{number} Terminen',
        'visits.over': '{visits} im Abstand von {weeks} Wochen über {months} Monate',
        'visits.atLeast': 'mindestens {number} Terminen',
        'visits.apart': '{visits} im Abstand von {weeks} Wochen',
      },
    });
    const many = [{ below: 0.2, visits: { few: 5, likely: 7, many: 9 } }];
    const lines = expectationLines('lowerLeg', {}, many, null, words);
    // (5 − 1) and (9 − 1) gaps of 8 weeks, 30.4 days a month: 7 and 15 months.
    expect(lines[1]).toBe('Rechnen Sie mit 5–9 Terminen im Abstand von 8 Wochen über 7–15 Monate.');
  });
});
