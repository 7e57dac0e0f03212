import { describe, expect, it } from 'vitest';
import { hoursText, parseSpans } from './parse-spans';

describe('opening hours as they are typed', () => {
  it.each([
    ['', []],
    [
      '9–12:30, 13:00 - 18',
      [
        ['09:00', '12:30'],
        ['13:00', '18:00'],
      ],
    ],
    ['09:00 to 17:00', [['09:00', '17:00']]],
  ])('“%s” are read', (text, spans) => {
    expect(parseSpans(text)).toEqual(spans.map(([from, until]) => ({ from, until })));
  });

  it.each(['9', '9–', 'all day', '9–12–15', '25:00–26:00'])('“%s” are not', (text) => {
    expect(parseSpans(text)).toBeNull();
  });

  it('come back as they are shown', () => {
    const shown = '09:00–12:30, 13:00–18:00';
    expect(hoursText(parseSpans(shown) ?? [])).toBe(shown);
  });
});
