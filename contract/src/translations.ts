import {
  placeholderProblem,
  TEXT_PARTS,
  type SourceText,
  type TextPart,
  type Translation as CoreTranslation,
  type TranslationStanding,
} from '@tidy-quill/core/client-texts';
import * as v from 'valibot';
import { Language, line } from './text';

/** A translation that was kept. */
export const TranslationShape = v.object({
  language: Language,
  part: v.picklist(TEXT_PARTS),
  texts: v.record(v.string(), v.object({ of: line(8000), text: line(8000) })),
}) satisfies v.GenericSchema<unknown, CoreTranslation>;

/** One part of the clinic’s texts in one language; what is filled in later stands in each as in its source. */
export const Translation = v.pipe(
  TranslationShape,
  v.rawCheck(({ dataset, addIssue }) => {
    if (!dataset.typed) return;
    for (const [key, { of, text }] of Object.entries(dataset.value.texts)) {
      const problem = placeholderProblem(of, text);
      if (problem === null) continue;
      const { code, name } = problem;
      addIssue({
        message: `${key} ${code === 'missingPlaceholder' ? 'must hold' : 'cannot fill in'} {${name}}`,
      });
    }
  }),
);

/** Which language the clinic’s own texts are written in, and dates on what clients read. */
export const ClinicLanguage = v.object({ language: Language });

/** Which part of the texts in which language. */
export const TranslationAsked = v.object({
  language: Language,
  part: v.picklist(TEXT_PARTS),
});

/** A document of translations by its language and part, as versions are kept under. */
export const translationOf = (language: string, part: TextPart): string => `${language} ${part}`;

/** A part of the texts in a language: how it stands, and its versions. */
export interface PartTranslated extends TranslationStanding {
  readonly part: TextPart;
  /** Null where none was approved. */
  readonly inForce: number | null;
  /** A version that waits for approval; null where none does. */
  readonly draft: number | null;
}

/** A language that the clinic writes or its clients read. */
export interface LanguageListed {
  readonly code: string;
  /** How many clients read it. */
  readonly clients: number;
  readonly parts: readonly PartTranslated[];
}

export interface LanguagesListed {
  /** The clinic’s own. */
  readonly language: string;
  readonly languages: readonly LanguageListed[];
}

/** A part of the texts as it is translated: what is to be said, and how it was said last. */
export interface TranslationOpened {
  readonly sources: readonly SourceText[];
  /** The newest version, approved or not; null where there is none. */
  readonly newest: CoreTranslation | null;
  readonly newestNumber: number;
}

/** Parts that a client cannot be given in the language that they read. */
export interface LanguageGap {
  readonly language: string;
  readonly parts: readonly TextPart[];
}
