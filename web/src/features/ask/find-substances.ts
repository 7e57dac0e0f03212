import { searchWordsOf, type Substance } from '@tidy-quill/core/suitability';
import Fuse from 'fuse.js';

type Named = Pick<Substance, 'id' | 'name'>;

// Of 1: how far a name may be off and still be offered; and to be asked after before it is taken as unknown.
const OFFERED = 0.34;
const CLOSE = 0.25;

/** Letters alone, small, without accents, apostrophes and the plural's s, “pills” and “tablet” as one word. */
export const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/[\u0300-\u036f’'`]/g, '')
    .toLowerCase()
    .replace(/\b(pill|tablet|capsule|tab)s?\b/g, 'tablet')
    .replace(/([a-z]{3,})s\b/g, '$1')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** Finds substances by their generic name or what clients call them, in spite of typing mistakes. */
export function substanceFinder(substances: readonly Named[]) {
  const entries = substances.map((each) => ({
    each,
    name: plain(each.name),
    words: searchWordsOf(each).map(plain),
  }));
  const fuse = new Fuse(entries, {
    includeScore: true,
    ignoreLocation: true,
    threshold: OFFERED,
    keys: [
      { name: 'name', weight: 2 },
      { name: 'words', weight: 1 },
    ],
  });
  const search = (typed: string) => {
    const wanted = plain(typed);
    return wanted.length < 2 ? [] : fuse.search(wanted);
  };
  return {
    /** What may be meant, likeliest first. */
    find: (typed: string): readonly Named[] => search(typed).map(({ item }) => item.each),
    /** The one that is named exactly, but for case, accents and apostrophes. */
    exactly: (typed: string): Named | null =>
      entries.find(({ name }) => name === plain(typed))?.each ?? null,
    /** What is so close to what was typed that it is asked after first. */
    close: (typed: string): readonly Named[] =>
      search(typed)
        .filter(({ score = 1 }) => score <= CLOSE)
        .map(({ item }) => item.each),
  };
}
