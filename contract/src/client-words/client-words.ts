import type { SiteId } from '@tidy-quill/core/sites';
import type { TextPart } from '@tidy-quill/core/client-texts';
import dayjs from 'dayjs';
import { areaText, yourAreaText } from '../labels/area';
import { clockText, dayOf, dayText } from '../labels/format';
import { AFTERCARE_TEXTS } from './aftercare';
import { CONSENT_TEXTS } from './consents';
import { DIARY_TEXTS } from './diary';
import { MESSAGE_TEXTS } from './messages';
import { PLACE_TEXTS } from './places';
import { QUESTION_TEXTS } from './questions';

/** What ships for each part, in English: what stands around the clinic’s own texts. */
export const SHIPPED_CLIENT_TEXTS = {
  places: PLACE_TEXTS,
  questions: QUESTION_TEXTS,
  consents: CONSENT_TEXTS,
  aftercare: AFTERCARE_TEXTS,
  messages: MESSAGE_TEXTS,
  diary: DIARY_TEXTS,
} satisfies Readonly<Record<TextPart, Readonly<Record<string, string>>>>;

type Shipped = typeof SHIPPED_CLIENT_TEXTS;

/** A language that a client reads something in. */
export interface LanguageRead {
  /** BCP 47. */
  readonly code: string;
  /** The texts of the part and of places on the body, by key; null where they are read as they ship. */
  readonly texts: Readonly<Record<string, string>> | null;
}

export const ENGLISH: LanguageRead = { code: 'en', texts: null };

/** Writes what clients read, in one language. */
export interface ClientWords<P extends TextPart> {
  readonly code: string;
  /** A text of the part with its {placeholders} filled in. */
  readonly say: (
    key: keyof Shipped[P] & string,
    values?: Readonly<Record<string, string | number>>,
  ) => string;
  /** “Tue 8 Dec 2026”, of a YYYY-MM-DD day. */
  readonly day: (day: string) => string;
  /** “8 December 2026”. */
  readonly longDay: (day: string) => string;
  /** “Tue 8 Dec 2026, 10:30”. */
  readonly moment: (at: string, timeZone: string) => string;
  /** “left lower leg”. */
  readonly area: (area: Area) => string;
  /** “your left lower leg”. */
  readonly yourArea: (area: Area) => string;
}

interface Area {
  readonly site: string;
  readonly side: string;
}

const DAY = { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' } as const;

/** What clients read of a part in a language: dates as that language writes them, clock times as the clinic does. */
export function clientWords<P extends TextPart>(
  part: P,
  { code, texts }: LanguageRead,
): ClientWords<P> {
  const shipped: Readonly<Record<string, string>> = {
    ...PLACE_TEXTS,
    ...SHIPPED_CLIENT_TEXTS[part],
  };
  const written = (key: string, values: Readonly<Record<string, string | number>> = {}) =>
    filled(texts?.[key] ?? shipped[key] ?? key, values);
  const as = (format: Intl.DateTimeFormatOptions) => (day: string) =>
    new Intl.DateTimeFormat(code, format).format(new Date(`${day}T00:00:00Z`));
  // English ships with day before month whatever the dialect: the clinic’s pages write it the same way.
  const english = code.split('-')[0] === 'en';
  const day = english ? dayText : as({ ...DAY, weekday: 'short' });
  const area = (of: Area) =>
    texts === null
      ? areaText(of)
      : `${written(`site.${of.site as SiteId}`)}${of.side === 'whole' ? '' : ` (${written(`side.${of.side}`)})`}`;
  return {
    code,
    say: written,
    day,
    longDay: english ? (each) => dayjs.utc(each).format('D MMMM YYYY') : as(DAY),
    moment: (at, timeZone) => `${day(dayOf(at, timeZone))}, ${clockText(at, timeZone)}`,
    area,
    yourArea: texts === null ? yourAreaText : area,
  };
}

const filled = (text: string, values: Readonly<Record<string, string | number>>) =>
  text.replace(/\{(\w+)\}/gu, (whole, name: string) =>
    values[name] === undefined ? whole : String(values[name]),
  );
