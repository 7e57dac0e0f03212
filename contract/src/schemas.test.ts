import { describe, expect, it } from 'vitest';
import { ClientFields } from './clients';
import { Handpieces, Spot } from './plan';
import { read } from './problem';
import { DayText, Moment } from './text';
import { NewEvents } from './visit';

const problems = (result: ReturnType<typeof read>) =>
  result.ok ? [] : result.fields.map(({ field, problem }) => `${field} ${problem}`);

describe('a day', () => {
  it.each(['2028-02-29', '2026-11-24'])('takes %s', (day) => {
    expect(read(DayText, day).ok).toBe(true);
  });

  it.each([
    ['soon', 'body must be a day written YYYY-MM-DD'],
    ['2026-13-01', 'body is not a day of the calendar'],
    ['2027-02-29', 'body is not a day of the calendar'],
    ['2026-11-24T10:00:00Z', 'body must be a day written YYYY-MM-DD'],
    ['0000-01-01', 'body must be between 1900 and 2199'],
  ])('refuses %s', (day, problem) => {
    expect(problems(read(DayText, day))).toEqual([problem]);
  });
});

describe('a moment', () => {
  it.each(['2026-11-28T10:00:00Z', '2028-02-29T23:59:59.123+05:30'])('takes %s', (at) => {
    expect(read(Moment, at).ok).toBe(true);
  });

  it.each([
    ['2026-11-28', 'body must be a time with zone'],
    ['2026-02-31T10:00:00Z', 'body is not a day of the calendar'],
    ['0001-01-01T00:00:00+14:00', 'body must be between 1900 and 2199'],
    ['9999-12-31T23:59:59-12:00', 'body must be between 1900 and 2199'],
  ])('refuses %s', (at, problem) => {
    expect(problems(read(Moment, at))).toEqual([problem]);
  });
});

describe('a spot', () => {
  it('is round or a rectangle, never both', () => {
    expect(read(Spot, { diameterMm: 12 }).ok).toBe(true);
    expect(read(Spot, { widthMm: 12, heightMm: 10 }).ok).toBe(true);
    expect(read(Spot, { diameterMm: 12, widthMm: 12, heightMm: 12 }).ok).toBe(false);
    expect(read(Spot, { diameterMm: Number.NaN }).ok).toBe(false);
  });
});

describe('fields of a client', () => {
  it('are trimmed, and each fault is named', () => {
    const fields = { birthDate: '1990-01-01', phone: '', note: '' };
    const given = read(ClientFields, { ...fields, givenName: ' Ada ', familyName: 'Quickfold' });
    expect(given).toMatchObject({ ok: true, value: { givenName: 'Ada' } });
    expect(problems(read(ClientFields, { ...fields, givenName: '', familyName: 7 }))).toEqual([
      'givenName must not be empty',
      'familyName must be text',
    ]);
  });
});

describe('handpieces', () => {
  it('have no id twice', () => {
    expect(problems(read(Handpieces, [{}]))).toContain('0.id is missing');
  });
});

describe('events', () => {
  it('of an unknown kind are refused', () => {
    const event = {
      id: '01930000-0000-7000-8000-000000000001',
      at: '2026-11-24T10:00:00.000Z',
      body: { kind: 'x' },
    };
    expect(problems(read(NewEvents, [event]))[0]).toMatch(/^0\.body\.kind/);
    expect(problems(read(NewEvents, []))).toEqual(['body must hold one event at least']);
  });
});
