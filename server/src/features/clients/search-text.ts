/** Text as it is searched: no accents, no capitals, single spaces. */
export function searchText(...parts: readonly string[]): string {
  return parts
    .join(' ')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .replaceAll('ø', 'o')
    .replaceAll('ł', 'l')
    .replaceAll('æ', 'ae')
    .replace(/\s+/g, ' ')
    .trim();
}

/** A LIKE pattern that finds a word anywhere; the word's own % and _ mean themselves. */
export const likeAnywhere = (word: string) => `%${word.replace(/[\\%_]/g, '\\$&')}%`;
