import { fleschKincaid } from 'flesch-kincaid';
import { syllable } from 'syllable';

// A school grade of the formula is met at about five years more.
const AGE_OF_GRADE = 5;
const YOUNGEST = 5;

/**
 * The age at which a text of English prose is read with ease, years: the Flesch–Kincaid grade (Kincaid et al. 1975)
 * and five, never below five.
 */
export function readingAge(text: string): number {
  const words = text.match(/[\p{L}\p{N}’'-]+/gu) ?? [];
  if (words.length === 0) return YOUNGEST;
  const sentences = Math.max(1, (text.match(/[.!?:;]+(?=\s|$)/g) ?? []).length);
  const syllables = words.reduce((sum, word) => sum + Math.max(1, syllable(word)), 0);
  const grade = fleschKincaid({ sentence: sentences, word: words.length, syllable: syllables });
  return Math.max(YOUNGEST, grade + AGE_OF_GRADE);
}

/** What a line should be read at, at most, years. */
export const READING_AGE = 12;

// The formula tells nothing of a few words.
const LEAST_WORDS = 6;

/** Whether a line is harder to read than it should be. */
export const isHardToRead = (text: string): boolean =>
  text.trim().split(/\s+/).length >= LEAST_WORDS && readingAge(text) > READING_AGE;
