import type { TextPart } from '@tidy-quill/core/client-texts';
import type { ErasingRefusal, Likeness } from '@tidy-quill/core/clients';
import type { ContactWay } from '../clients';

/** In what two clients are alike, for a list of reasons. */
export const LIKENESS_WORDS: Readonly<Record<Likeness, string>> = {
  sameName: 'same name',
  closeName: 'a name much like it',
  swappedName: 'the names in the other order',
  sameBirthDate: 'same date of birth',
  closeBirthDate: 'a date of birth much like it',
  samePhone: 'same telephone',
};

/** Why a client is not erased yet. */
export const ERASING_WORDS: Readonly<Record<ErasingRefusal, string>> = {
  visitsToCome: 'A visit is booked: cancel it first.',
  merged: 'It was merged into another record: erase that one, and it goes with it.',
  openReactions: 'A reaction is open: close it first, somebody has to be able to ask how it is.',
};

export const CONTACT_WORDS: Readonly<Record<ContactWay, string>> = {
  call: 'a call',
  message: 'a message',
  email: 'an e-mail',
};

/** Languages offered by their code; the rest of the world’s may be typed into a file that is imported. */
const CODES = [
  ...[
    'ar',
    'bn',
    'bg',
    'zh',
    'hr',
    'cs',
    'da',
    'nl',
    'en',
    'et',
    'fa',
    'fi',
    'fr',
    'de',
    'el',
    'gu',
  ],
  ...[
    'he',
    'hi',
    'hu',
    'is',
    'it',
    'ja',
    'ko',
    'lv',
    'lt',
    'no',
    'pl',
    'pt',
    'pa',
    'ro',
    'ru',
    'sr',
  ],
  ...['sk', 'sl', 'so', 'es', 'sv', 'ta', 'th', 'tr', 'uk', 'ur', 'vi', 'cy'],
];

const NAMES = new Intl.DisplayNames('en', { type: 'language' });

/** A language by its English name: “Polish”. */
export const languageText = (code: string): string => NAMES.of(code) ?? code;

/** A language as its readers name it: “Deutsch”. */
export function nativeName(code: string): string {
  const name = new Intl.DisplayNames(code, { type: 'language' }).of(code) ?? code;
  return name.charAt(0).toLocaleUpperCase(code) + name.slice(1);
}

export const LANGUAGES: readonly { readonly value: string; readonly label: string }[] = CODES.map(
  (code) => ({ value: code, label: languageText(code) }),
).sort((one, other) => one.label.localeCompare(other.label, 'en'));

export const TEXT_PART_WORDS: Readonly<Record<TextPart, string>> = {
  places: 'Places on the body',
  questions: 'Questions',
  consents: 'Consents',
  aftercare: 'Aftercare',
  messages: 'Messages',
  diary: 'Healing diary',
};
