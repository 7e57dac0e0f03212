export const TEXT_PARTS = [
  'places',
  'questions',
  'consents',
  'aftercare',
  'messages',
  'diary',
] as const;

/** Texts for clients that are translated, versioned and approved together. */
export type TextPart = (typeof TEXT_PARTS)[number];

// A sentence of these names a place on the body.
const NAMES_PLACES: readonly TextPart[] = ['questions', 'consents', 'aftercare'];

/** A text that clients read, in the language in which it was written (BCP 47). */
export interface SourceText {
  readonly key: string;
  readonly text: string;
  readonly language: string;
}

/** One part of the texts in one language. `of` is what each was translated from: another wording since makes it outdated. */
export interface Translation {
  readonly language: string;
  readonly part: TextPart;
  readonly texts: Readonly<Record<string, { readonly of: string; readonly text: string }>>;
}

/** Whether two codes name one language, wherever it is spoken: pt and pt-BR. */
export const sameLanguage = (one: string, other: string): boolean =>
  one.split('-')[0]?.toLowerCase() === other.split('-')[0]?.toLowerCase();

/** The language that a client reads: their own, else the clinic's. */
export const clientLanguage = (
  client: { readonly language: string | null },
  clinic: { readonly language: string },
): string => client.language ?? clinic.language;

/** The texts that need a translation to be read in a language. */
export const toTranslate = (sources: readonly SourceText[], language: string) =>
  sources.filter((source) => !sameLanguage(source.language, language));

/** How a translation stands against the texts as they are now. */
export interface TranslationStanding {
  readonly needed: number;
  /** Texts, by key, that were never translated. */
  readonly missing: readonly string[];
  /** Texts, by key, that have changed since they were translated. */
  readonly changed: readonly string[];
}

export function standingOf(
  sources: readonly SourceText[],
  translation: Translation | null,
  language: string,
): TranslationStanding {
  const needed = toTranslate(sources, language);
  const known = ({ key }: SourceText) => translation?.texts[key];
  return {
    needed: needed.length,
    missing: needed.filter((each) => known(each) === undefined).map(({ key }) => key),
    changed: needed
      .filter((each) => (known(each)?.of ?? each.text) !== each.text)
      .map(({ key }) => key),
  };
}

/**
 * The texts of a part in a language, by key; null where one of them is missing or outdated: nobody reads half a text in a
 * language, nor a sentence that no longer says what the clinic says.
 */
export function textsIn(
  sources: readonly SourceText[],
  translation: Translation | null,
  language: string,
): Readonly<Record<string, string>> | null {
  const { missing, changed } = standingOf(sources, translation, language);
  if (missing.length > 0 || changed.length > 0) return null;
  return Object.fromEntries(
    sources.map(({ key, text, language: own }) => [
      key,
      sameLanguage(own, language) ? text : (translation?.texts[key]?.text ?? text),
    ]),
  );
}

/** The parts that no client can be given in a language; `complete` are those that are translated whole. */
export const partsMissing = (complete: ReadonlySet<TextPart>): readonly TextPart[] =>
  TEXT_PARTS.filter(
    (part) =>
      part !== 'places' &&
      !(complete.has(part) && (!NAMES_PLACES.includes(part) || complete.has('places'))),
  );

export type PlaceholderProblem =
  | { readonly code: 'missingPlaceholder'; readonly name: string }
  | { readonly code: 'unknownPlaceholder'; readonly name: string };

const IN_BRACES = /\{([^{}]*)\}/gu;

const placeholdersOf = (text: string) =>
  new Set([...text.matchAll(IN_BRACES)].map(([, name = '']) => name));

/** What is filled in later has to stand in a translation as it does in its source, as {name}; null where it does. */
export function placeholderProblem(source: string, translated: string): PlaceholderProblem | null {
  const [own, given] = [placeholdersOf(source), placeholdersOf(translated)];
  for (const name of given) if (!own.has(name)) return { code: 'unknownPlaceholder', name };
  for (const name of own) if (!given.has(name)) return { code: 'missingPlaceholder', name };
  return null;
}
