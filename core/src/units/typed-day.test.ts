import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from './day';
import { readTypedDay, typedExample, type DayOrder } from './typed-day';

const TODAY = '2026-11-30';
const read = (text: string, order: DayOrder | null = 'dayFirst', latest?: string) =>
  readTypedDay(text, { order, today: TODAY, latest });
const day = (is: string) => ({ kind: 'day', day: is });
const asked = (...days: string[]) => ({ kind: 'asked', days });
const UNREADABLE = { kind: 'unreadable' };

describe('a day as people type it', () => {
  it.each([
    '12/05/1991',
    '12/5/1991',
    '12.05.91',
    '12.5.1991',
    '12-05-91',
    '12 5 1991',
    '12051991',
    '19910512',
    '1991-05-12',
    '1991/5/12',
    '12 May 1991',
    '12 may 91',
    '12th of May, 1991',
    '12-May-1991',
    '12May1991',
    'May 12, 1991',
    'may 12 91',
    'Sun 12 May 1991',
    'Sunday, 12 May 1991',
    ' 12 / 05 / 1991 ',
  ])('“%s” is the 12th of May 1991 where days come first', (text) => {
    expect(read(text, 'dayFirst', TODAY)).toEqual(day('1991-05-12'));
  });

  it.each([
    ['12/05/1991', '1991-12-05'],
    ['05/12/91', '1991-05-12'],
    ['5.12.1991', '1991-05-12'],
    ['05121991', '1991-05-12'],
    ['1991-05-12', '1991-05-12'],
    ['12 May 1991', '1991-05-12'],
    ['5/5/1991', '1991-05-05'],
  ])('“%s” is %s where months come first', (text, is) => {
    expect(read(text, 'monthFirst', TODAY)).toEqual(day(is));
  });

  it('is asked after where the clinic has not said which comes first', () => {
    expect(read('12/05/1991', null)).toEqual(asked('1991-05-12', '1991-12-05'));
    expect(read('5/5/1991', null)).toEqual(day('1991-05-05'));
    expect(read('25/05/1991', null)).toEqual(day('1991-05-25'));
    expect(read('12 May 1991', null)).toEqual(day('1991-05-12'));
  });

  it('is asked after where it can only be the other way round', () => {
    expect(read('05/25/1991', 'dayFirst')).toEqual(asked('1991-05-25'));
    expect(read('25/05/1991', 'monthFirst')).toEqual(asked('1991-05-25'));
  });

  it('is asked after where no year was said', () => {
    expect(read('12 May')).toEqual(asked('2026-05-12', '2027-05-12'));
    expect(read('12/5')).toEqual(asked('2026-05-12', '2027-05-12'));
    expect(read('12/5', 'dayFirst', TODAY)).toEqual(asked('2026-05-12', '2025-05-12'));
    // The one of this year has not come yet.
    expect(read('24 Dec', 'dayFirst', TODAY)).toEqual(day('2025-12-24'));
  });

  it('reads a year of two figures as one of the hundred up to the latest that may be meant', () => {
    expect(read('30/11/26', 'dayFirst', TODAY)).toEqual(day('2026-11-30'));
    expect(read('1/12/26', 'dayFirst', TODAY)).toEqual(day('1926-12-01'));
    expect(read('1/12/26')).toEqual(day('2026-12-01'));
    expect(read('1/1/46')).toEqual(day('2046-01-01'));
    expect(read('1/1/47')).toEqual(day('1947-01-01'));
    expect(read('29/2/00', 'dayFirst', TODAY)).toEqual(day('2000-02-29'));
  });

  it.each([
    '',
    'soon',
    '12',
    '31/04/1991',
    '29/02/1991',
    '13/13/1991',
    '0/5/1991',
    '12/05/191',
    '12 Mayor 1991',
    '12 Foo 1991',
    '31 Apr 1991',
    '1991-13-01',
    '12/05/1991 or so',
  ])('cannot read “%s”', (text) => {
    expect(read(text)).toEqual(UNREADABLE);
  });

  it('reads back every day that it is shown as', () => {
    fc.assert(
      fc.property(fc.integer({ min: -36_000, max: 7000 }), (days) => {
        const is = addDays(TODAY, days);
        const [year, month, date] = is.split('-') as [string, string, string];
        expect(read(is)).toEqual(day(is));
        expect(read(`${date}/${month}/${year}`)).toEqual(day(is));
        expect(read(`${month}.${date}.${year}`, 'monthFirst')).toEqual(day(is));
        const either = read(`${date}-${month}-${year}`, null);
        const all = either.kind === 'asked' ? either.days : [(either as { day: string }).day];
        expect(all).toContain(is);
      }),
    );
  });

  it('shows an example of how the clinic writes', () => {
    expect(read(typedExample('dayFirst'), 'dayFirst')).toEqual(day('1991-05-12'));
    expect(read(typedExample('monthFirst'), 'monthFirst')).toEqual(day('1991-05-12'));
    expect(read(typedExample(null), null)).toEqual(day('1991-05-12'));
  });
});
