import { describe, expect, it } from 'vitest';
import * as words from './index';

/** Every table of words: a code on the one side, what people read on the other. */
const TABLES = Object.entries(words).flatMap(([name, table]) =>
  name.endsWith('_WORDS') &&
  typeof table === 'object' &&
  Object.values(table).every((text) => typeof text === 'string')
    ? [[name, table as Readonly<Record<string, string>>] as const]
    : [],
);

// The columns of several tables at once: two of them may well have a “Fluence from”.
const OF_SEVERAL = ['COLUMN_WORDS'];

describe('tables of words', () => {
  it('are many', () => {
    expect(TABLES.length).toBeGreaterThan(20);
  });

  it.each(TABLES)('%s says something of every code, cleanly', (_name, table) => {
    for (const [code, text] of Object.entries(table)) {
      expect(text.trim(), code).toBe(text);
      expect(text, code).not.toBe('');
      expect(text, code).not.toMatch(/ {2}| ,| \.$/);
      // A code of several words is no word that anybody says.
      expect(text, code).not.toMatch(/\b[a-z]+[A-Z][a-z]/);
    }
  });

  it.each(TABLES.filter(([name]) => !OF_SEVERAL.includes(name)))(
    '%s tells each code from the others',
    (_name, table) => {
      const texts = Object.values(table);
      expect(texts.filter((text, index) => texts.indexOf(text) !== index)).toEqual([]);
    },
  );
});
