import type { SourceText } from '@tidy-quill/core/client-texts';
import Papa from 'papaparse';

/** What is said in another language, by key, with the text that it was translated from. */
export type Translated = Readonly<Record<string, { readonly of: string; readonly text: string }>>;

interface Line {
  readonly key?: string;
  readonly written?: string;
  readonly translated?: string;
}

/** Texts with what is translated of them, as CSV for a translator; RFC 4180. */
export const toFile = (sources: readonly SourceText[], translated: Translated): string =>
  Papa.unparse({
    fields: ['key', 'written', 'translated'],
    data: sources.map(({ key, text }) => [key, text, translated[key]?.text ?? '']),
  });

/**
 * Reads such a file back: what is left empty stays as it was. All of it, or a problem by row and nothing.
 */
export function fromFile(
  text: string,
  sources: readonly SourceText[],
):
  | { readonly ok: true; readonly translated: Translated }
  | { readonly ok: false; readonly problems: readonly string[] } {
  const { data, errors } = Papa.parse<Line>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const known = new Map(sources.map((source) => [source.key, source.text]));
  const problems = [
    ...errors.map(({ row, message }) => `Row ${(row ?? 0) + 1}: ${message}`),
    ...data.flatMap(({ key = '', written }, index) => {
      const source = known.get(key);
      if (source === undefined) return [`Row ${index + 1}: “${key}” is no text of this part`];
      return written === source
        ? []
        : [`Row ${index + 1}: “${key}” was translated from other words`];
    }),
  ];
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    translated: Object.fromEntries(
      data.flatMap(({ key = '', translated = '' }) =>
        translated.trim() === ''
          ? []
          : [[key, { of: known.get(key) ?? '', text: translated.trim() }] as const],
      ),
    ),
  };
}
