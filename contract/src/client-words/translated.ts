import { allowedFrom, type Advice } from '@tidy-quill/core/aftercare';
import type { ConsentTexts } from '@tidy-quill/core/consent';
import { sameLanguage, type Translation } from '@tidy-quill/core/client-texts';
import { ENGLISH, SHIPPED_CLIENT_TEXTS, type ClientWords, type LanguageRead } from './client-words';

type Texts = LanguageRead['texts'];

/** The clinic’s consents in the language that a client reads. */
export function consentsIn(own: ConsentTexts, texts: Texts): ConsentTexts {
  if (texts === null) return own;
  const said = (key: string, text: string) => texts[key] ?? text;
  const each = <K extends string>(prefix: string, record: Readonly<Record<K, string>>) =>
    Object.fromEntries(
      Object.entries<string>(record).map(([key, text]) => [key, said(`${prefix}.${key}`, text)]),
    ) as Record<K, string>;
  const text = (kind: keyof ConsentTexts['texts']) => ({
    title: said(`texts.${kind}.title`, own.texts[kind].title),
    body: said(`texts.${kind}.body`, own.texts[kind].body),
  });
  return {
    validMonths: own.validMonths,
    texts: { hair: text('hair'), ink: text('ink'), photographs: text('photographs') },
    risks: each('risks', own.risks),
    uses: each('uses', own.uses),
  };
}

/** Whether a translation says every line of some advice, worded as it was given, and all that stands around it. */
export const saysAll = (
  language: string,
  { texts }: Pick<Translation, 'texts'>,
  advice: readonly Advice[],
): boolean =>
  advice.every(({ code, text = code }) => texts[`block.${code}`]?.of === text) &&
  // What ships is in English.
  (sameLanguage(language, ENGLISH.code) ||
    Object.keys(SHIPPED_CLIENT_TEXTS.aftercare).every((key) => texts[key] !== undefined));

/** A line of advice with the day until which it holds, in the language that a client reads. */
export function adviceLine(
  { code, text = code, until, sayFrom }: Advice,
  { say, day }: ClientWords<'aftercare'>,
  texts: Texts,
): string {
  const said = texts?.[`block.${code}`] ?? text;
  if (until === null) return said;
  return `${said} ${sayFrom === true ? say('againFrom', { day: day(allowedFrom(until)) }) : say('until', { day: day(until) })}`;
}
