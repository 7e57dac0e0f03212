import { sql } from 'drizzle-orm';
import { check, type AnyPgColumn } from 'drizzle-orm/pg-core';

/** A constraint that a text column holds one of the words that its enumeration has. */
export function oneOf(name: string, column: AnyPgColumn, words: readonly string[]) {
  const list = words.map((word) => `'${word}'`).join(', ');
  return check(name, sql`${column} in (${sql.raw(list)})`);
}
