import { sourcesOf, type OwnTexts } from '@tidy-quill/contract/client-words/index';
import { SHIPPED_TEXTS } from '@tidy-quill/contract/labels/calendar';
import { translationOf } from '@tidy-quill/contract/translations';
import { STANDARD_AFTERCARE } from '@tidy-quill/core/aftercare';
import { MESSAGE_KINDS } from '@tidy-quill/core/calendar';
import { TEXT_PARTS, type TextPart, type Translation } from '@tidy-quill/core/client-texts';
import { STANDARD_CONSENTS } from '@tidy-quill/core/consent';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { catalogueVersions } from '../schema';
import german from './german.json' with { type: 'json' };
import type { DemoClinic, Tx } from './writing';

const GERMAN: Partial<Record<TextPart, Readonly<Record<string, string>>>> = german;

/** What ships, before the clinic has words of its own. */
const SHIPPED: OwnTexts = {
  language: 'en',
  consents: { versionId: null, number: 0, content: STANDARD_CONSENTS },
  aftercare: { versionId: null, number: 0, content: STANDARD_AFTERCARE },
  messages: MESSAGE_KINDS.map((kind) => ({
    ...{ kind, text: SHIPPED_TEXTS[kind], version: 0, by: null, at: null },
  })),
};

/** The demo's texts in German: all but the healing diary, so that a gap is seen. */
const germanOf = (part: TextPart): Translation | null => {
  const texts = GERMAN[part];
  if (texts === undefined) return null;
  return {
    ...{ language: 'de', part },
    texts: Object.fromEntries(
      sourcesOf(part, SHIPPED).map(({ key, text }) => [
        key,
        { of: text, text: defined(texts[key]) },
      ]),
    ),
  };
};

/** Fills in what the clinic has had translated. */
export async function fillLanguages(
  tx: Tx,
  { clinicId, supervisorId }: Pick<DemoClinic, 'clinicId' | 'supervisorId'>,
): Promise<void> {
  const translations = TEXT_PARTS.flatMap((part) => germanOf(part) ?? []);
  await tx.insert(catalogueVersions).values(
    translations.map((content) => ({
      ...{ clinicId, id: v7(), kind: 'translation' as const, number: 1, content },
      about: translationOf(content.language, content.part),
      note: 'Translated and read against the English',
      ...{ createdBy: supervisorId, approvedBy: supervisorId, approvedAt: new Date() },
    })),
  );
}
