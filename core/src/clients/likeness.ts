import { distance } from 'fastest-levenshtein';
import type { Day } from '../units';

/** By what two clients are compared; a birth date and a telephone may be missing. */
export interface Identity {
  readonly givenName: string;
  readonly familyName: string;
  readonly birthDate: Day | '';
  readonly phone: string;
}

/** In what two clients are alike. */
export type Likeness =
  'sameName' | 'closeName' | 'swappedName' | 'sameBirthDate' | 'closeBirthDate' | 'samePhone';

/**
 * Whether two entries may be one client, and in what they are alike; null where they need not be compared. One likeness alone is
 * no reason: families share telephones, and a day has many births. Two are: of name, birth date and telephone.
 */
export function likenessOf(one: Identity, other: Identity): readonly Likeness[] | null {
  const alike = [nameLikeness(one, other), birthLikeness(one, other), phoneLikeness(one, other)];
  const found = alike.filter((each): each is Likeness => each !== null);
  return found.length >= 2 ? found : null;
}

function nameLikeness(one: Identity, other: Identity): Likeness | null {
  const [given, family] = [folded(one.givenName), folded(one.familyName)];
  const [otherGiven, otherFamily] = [folded(other.givenName), folded(other.familyName)];
  if (given === '' || family === '') return null;
  if (given === otherGiven && family === otherFamily) return 'sameName';
  if (given === otherFamily && family === otherGiven) return 'swappedName';
  return close(given, otherGiven) && close(family, otherFamily) ? 'closeName' : null;
}

/** A name as it sounds to a list: no accents, capitals, hyphens or blanks. */
const folded = (name: string): string =>
  name
    .normalize('NFD')
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .replaceAll('ø', 'o')
    .replaceAll('ł', 'l')
    .replaceAll('æ', 'ae')
    .replace(/[^\p{L}]/gu, '');

/** Letters of a name for each slip that is taken for one. */
const LETTERS_A_SLIP = 5;

/** One slip in five letters at most; a short form (“Tam” of “Tamsin”) is close too. */
function close(one: string, other: string): boolean {
  const shorter = Math.min(one.length, other.length);
  if (shorter >= 3 && (one.startsWith(other) || other.startsWith(one))) return true;
  return distance(one, other) <= Math.floor(Math.max(one.length, other.length) / LETTERS_A_SLIP);
}

function birthLikeness(one: Identity, other: Identity): Likeness | null {
  if (one.birthDate === '' || other.birthDate === '') return null;
  if (one.birthDate === other.birthDate) return 'sameBirthDate';
  const [year, month, date] = one.birthDate.split('-');
  if (`${year}-${date}-${month}` === other.birthDate) return 'closeBirthDate';
  const differing = [...one.birthDate].filter((figure, at) => figure !== other.birthDate[at]);
  const swapped = [...one.birthDate].some((figure, at) => {
    const next = one.birthDate[at + 1];
    const turned = `${one.birthDate.slice(0, at)}${next}${figure}${one.birthDate.slice(at + 2)}`;
    return next !== undefined && turned === other.birthDate;
  });
  return differing.length === 1 || swapped ? 'closeBirthDate' : null;
}

/** Figures from the end by which a telephone is known, whatever stands before them for country or trunk. */
const OWN_FIGURES = 9;
const FEWEST_FIGURES = 7;

/** The figures of a telephone number by which it is known; null where there are too few. */
export function phoneKey(phone: string): string | null {
  const figures = phone.replace(/\D/g, '');
  return figures.length < FEWEST_FIGURES ? null : figures.slice(-OWN_FIGURES);
}

function phoneLikeness(one: Identity, other: Identity): Likeness | null {
  const key = phoneKey(one.phone);
  return key !== null && key === phoneKey(other.phone) ? 'samePhone' : null;
}
