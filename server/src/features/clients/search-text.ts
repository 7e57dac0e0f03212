import dayjs from 'dayjs';
import utc from 'dayjs/plugin/utc.js';

dayjs.extend(utc);

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

/** All that a client is found by: names, reference, the figures of the telephone number, the birth date as people type it. */
export function searchTextOf(client: {
  readonly givenName: string;
  readonly familyName: string;
  readonly reference: string;
  readonly phone: string;
  readonly birthDate: string;
}): string {
  const { givenName, familyName, reference, phone, birthDate } = client;
  return searchText(
    givenName,
    familyName,
    reference,
    phone.replace(/\D/g, ''),
    ...dates(birthDate),
  );
}

const dates = (birthDate: string): readonly string[] => {
  const day = dayjs.utc(birthDate);
  return ['YYYY-MM-DD', 'DD.MM.YYYY', 'D.M.YYYY', 'DD/MM/YYYY', 'D/M/YYYY', 'D MMM YYYY'].map(
    (pattern) => day.format(pattern),
  );
};

/** The words of a search; the parts of a telephone number as its figures alone. */
export const searchWords = (text: string): readonly string[] =>
  searchText(text)
    .split(' ')
    .map((word) =>
      /^[+(\d][\d()-]*$/.test(word) && !/^\d{4}-\d/.test(word) ? word.replace(/[+()-]/g, '') : word,
    )
    .filter(Boolean);
