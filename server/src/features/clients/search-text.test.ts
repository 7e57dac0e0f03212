import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { likeAnywhere, searchText } from './search-text';

describe('text as it is searched', () => {
  it.each([
    [['Zéphyrine', 'Okapi-Lune'], 'zephyrine okapi-lune'],
    [['  Straße ', 'Øster'], 'strasse oster'],
    [['Łucja', 'Ægir'], 'lucja aegir'],
    [['Ångström', ''], 'angstrom'],
    [['a\tb\nc'], 'a b c'],
  ])('%j has no accents, no capitals and single spaces', (parts, expected) => {
    expect(searchText(...parts)).toBe(expected);
  });

  it('is the same when searched again', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        expect(searchText(searchText(text))).toBe(searchText(text));
      }),
    );
  });

  it('finds the signs of a pattern as themselves', () => {
    expect(likeAnywhere('50 %_a')).toBe('%50 \\%\\_a%');
    expect(likeAnywhere('a\\b')).toBe('%a\\\\b%');
  });
});
