import { describe, expect, it } from 'vitest';
import {
  clockText,
  countText,
  dayOf,
  dayText,
  figure,
  fromToday,
  fullStop,
  inClockStyle,
  momentOf,
  passesText,
  sentence,
  spotText,
} from './format';

describe('dates', () => {
  it('read as the trade writes them', () => {
    expect(dayText('2026-12-08')).toBe('Tue 8 Dec 2026');
    expect(fromToday('2026-12-08', '2026-11-24')).toBe('in 14 days');
    expect(fromToday('2026-11-23', '2026-11-24')).toBe('1 day ago');
    expect(fromToday('2026-11-24', '2026-11-24')).toBe('today');
  });

  it('keep the clinic’s own day and clock over the change to summer time', () => {
    expect(momentOf('2026-03-28', '09:00', 'Europe/London')).toBe('2026-03-28T09:00:00.000Z');
    expect(momentOf('2026-03-29', '09:00', 'Europe/London')).toBe('2026-03-29T08:00:00.000Z');
    expect(clockText('2026-07-01T23:30:00Z', 'Europe/London')).toBe('00:30');
    expect(dayOf('2026-07-01T23:30:00Z', 'Europe/London')).toBe('2026-07-02');
  });

  it('are written on a 12-hour clock where a clinic wants it, in one piece', () => {
    const noon = '2026-11-24T12:05:00Z';
    expect(inClockStyle('h12', () => clockText(noon, 'Europe/London'))).toBe('12:05\u00a0pm');
    expect(inClockStyle('h12', () => clockText(noon, 'America/New_York'))).toBe('7:05\u00a0am');
    expect(clockText(noon, 'Europe/London')).toBe('12:05');
  });
});

describe('figures', () => {
  it('carry units and no idle zeros', () => {
    expect(spotText({ diameterMm: 12 })).toBe('12\u00a0mm');
    expect(spotText({ widthMm: 12, heightMm: 12.5 })).toBe('12\u00a0×\u00a012.5\u00a0mm');
    expect(figure(4862)).toBe('4,862');
    expect(figure(25.92)).toBe('25.9');
    expect(figure(18)).toBe('18');
  });
});

describe('counts', () => {
  it('say one of a thing as one', () => {
    expect(countText(1, 'session')).toBe('1 session');
    expect(countText(0, 'session')).toBe('0 sessions');
    expect(passesText(1)).toBe('1 pass');
    expect(passesText(2)).toBe('2 passes');
  });
});

describe('words', () => {
  it('begin a sentence with a capital, whatever they begin with', () => {
    expect(sentence('the endpoint was right: hold')).toBe('The endpoint was right: hold');
    expect(sentence('3 J/cm²')).toBe('3 J/cm²');
    expect(sentence('épiderme')).toBe('Épiderme');
    expect(sentence('')).toBe('');
  });
});

describe('what somebody wrote', () => {
  it('ends as a sentence', () => {
    expect(fullStop('Away until spring')).toBe('Away until spring.');
    expect(fullStop('It does not respond.')).toBe('It does not respond.');
  });
});
