import { describe, expect, it } from 'vitest';
import { keptUntil } from './retention';

const rule = { years: 8, minorsUntilAge: 25 };

describe('a record is kept', () => {
  it.each([
    ['years after the last visit', '1991-03-04', '2018-05-12', '2026-05-12'],
    ['of a leap day, until the last of February', '1991-03-04', '2016-02-29', '2024-02-29'],
    ['whoever was sixteen then, until twenty-five', '2001-06-15', '2018-05-12', '2026-06-15'],
    [
      'whoever was seventeen and had years to go, the longer',
      '2000-05-13',
      '2018-05-12',
      '2026-05-12',
    ],
    ['on the day somebody comes of age, as for anybody', '2000-05-12', '2018-05-12', '2026-05-12'],
  ])('%s', (_, birthDate, lastOn, until) => {
    expect(keptUntil(rule, { birthDate, lastOn })).toBe(until);
  });

  it('until the end of February where the year it ends in has no leap day', () => {
    expect(
      keptUntil({ ...rule, years: 7 }, { birthDate: '1980-01-01', lastOn: '2016-02-29' }),
    ).toBe('2023-02-28');
  });
});
