import {
  ENGLISH,
  sourcesOf,
  type LanguageRead,
  type OwnTexts,
} from '@tidy-quill/contract/client-words/index';
import {
  translationOf,
  type LanguageGap,
  type LanguagesListed,
  type PartTranslated,
  type TranslationOpened,
} from '@tidy-quill/contract/translations';
import { STANDARD_AFTERCARE } from '@tidy-quill/core/aftercare';
import {
  clientLanguage,
  partsMissing,
  sameLanguage,
  standingOf,
  textsIn,
  TEXT_PARTS,
  toTranslate,
  type TextPart,
  type Translation,
} from '@tidy-quill/core/client-texts';
import { STANDARD_CONSENTS } from '@tidy-quill/core/consent';
import { defined } from '@tidy-quill/core/units';
import { and, count, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { catalogueVersions, clients, clinics } from '../../db/schema';
import { documentInForce, newestApproved, versionsOf } from '../catalogue/store';
import { allWords } from '../messages/words';

/** All that the clinic has written for its clients, as it is in force. */
async function ownTexts(db: Queryable, clinicId: string): Promise<OwnTexts> {
  const [[clinic], consents, aftercare, messages] = await Promise.all([
    db.select({ language: clinics.language }).from(clinics).where(eq(clinics.id, clinicId)),
    documentInForce(db, clinicId, 'consents', STANDARD_CONSENTS),
    documentInForce(db, clinicId, 'aftercare', STANDARD_AFTERCARE),
    allWords(db, clinicId),
  ]);
  return { language: defined(clinic).language, consents, aftercare, messages };
}

const inForce = async (db: Queryable, clinicId: string, code: string, part: TextPart) =>
  (await newestApproved(db, clinicId, 'translation', translationOf(code, part))) ?? null;

/** The texts of a part in a language, as the clinic has approved them; null where some are missing or outdated. */
async function partIn(
  db: Queryable,
  clinicId: string,
  own: OwnTexts,
  code: string,
  part: TextPart,
) {
  const sources = sourcesOf(part, own);
  const translation =
    toTranslate(sources, code).length === 0 ? null : await inForce(db, clinicId, code, part);
  return textsIn(sources, translation?.content ?? null, code);
}

/**
 * What a client reads a part in: their own language where the clinic has all of it, else the clinic's where it has that, else
 * each text as it was written.
 */
export async function readIn(
  db: Queryable,
  clinicId: string,
  client: { readonly language: string | null },
  clinic: { readonly language: string },
  part: TextPart,
): Promise<LanguageRead> {
  const wanted = clientLanguage(client, clinic);
  if (isAllEnglish(wanted, clinic)) return ENGLISH;
  const own = await ownTexts(db, clinicId);
  for (const code of new Set([wanted, clinic.language])) {
    if (toTranslate([...sourcesOf('places', own), ...sourcesOf(part, own)], code).length === 0)
      return { code, texts: null };
    const [places, texts] = await Promise.all([
      partIn(db, clinicId, own, code, 'places'),
      partIn(db, clinicId, own, code, part),
    ]);
    if (places !== null && texts !== null) return { code, texts: { ...places, ...texts } };
  }
  return ENGLISH;
}

/** Whether everything is read as it ships: no text has to be looked for then. */
const isAllEnglish = (wanted: string, clinic: { readonly language: string }): boolean =>
  sameLanguage(wanted, ENGLISH.code) && sameLanguage(clinic.language, ENGLISH.code);

/** The languages in which a part can be read here: the client's own first, where the clinic has it, then the clinic's. */
export async function languagesToRead(
  db: Queryable,
  clinicId: string,
  wanted: string,
  clinic: { readonly language: string },
  part: TextPart,
): Promise<readonly string[]> {
  const codes: string[] = [];
  for (const language of [wanted, clinic.language]) {
    // Where it is not there in a language, this is the one that takes its place.
    const { code } = await readIn(db, clinicId, { language }, clinic, part);
    if (!codes.some((each) => sameLanguage(each, code))) codes.push(code);
  }
  return codes;
}

/** The approved translations of a part into a language, the newest first. */
export async function approvedTranslations(
  db: Queryable,
  clinicId: string,
  code: string,
  part: TextPart,
): Promise<readonly Translation[]> {
  const versions = await versionsOf(db, clinicId, 'translation', translationOf(code, part));
  return versions
    .filter(({ approvedAt }) => approvedAt !== null)
    .map(({ content }) => content as Translation);
}

/** The parts that a client cannot be given in their language; null where there is none. */
export async function gapFor(
  db: Queryable,
  clinicId: string,
  client: { readonly language: string | null },
  clinic: { readonly language: string },
): Promise<LanguageGap | null> {
  const language = clientLanguage(client, clinic);
  if (isAllEnglish(language, clinic)) return null;
  const own = await ownTexts(db, clinicId);
  const complete = await Promise.all(
    TEXT_PARTS.map(async (part) =>
      (await partIn(db, clinicId, own, language, part)) === null ? [] : [part],
    ),
  );
  const parts = partsMissing(new Set(complete.flat()));
  return parts.length === 0 ? null : { language, parts };
}

/** What some clients cannot be given, by the language that they read. */
export async function gapsFor(
  db: Queryable,
  clinicId: string,
  of: readonly { readonly language: string | null }[],
  clinic: { readonly language: string },
): Promise<ReadonlyMap<string, LanguageGap>> {
  const gaps = new Map<string, LanguageGap>();
  for (const language of new Set(of.map((client) => clientLanguage(client, clinic)))) {
    const gap = await gapFor(db, clinicId, { language }, clinic);
    if (gap !== null) gaps.set(language, gap);
  }
  return gaps;
}

/** Every language that clients read or the clinic writes, the one that most clients read first. */
export async function languagesOf(db: Queryable, clinicId: string): Promise<LanguagesListed> {
  const own = await ownTexts(db, clinicId);
  const read = await db
    .select({ code: clients.language, clients: count() })
    .from(clients)
    .where(
      and(
        eq(clients.clinicId, clinicId),
        isNotNull(clients.language),
        isNull(clients.erasedAt),
        isNull(clients.mergedInto),
      ),
    )
    .groupBy(clients.language);
  const written = await db
    .select({ about: catalogueVersions.about })
    .from(catalogueVersions)
    .where(and(eq(catalogueVersions.clinicId, clinicId), eq(catalogueVersions.kind, 'translation')))
    .groupBy(catalogueVersions.about);
  const readBy = new Map(read.map(({ code, clients: many }) => [code ?? own.language, many]));
  // Whoever has said nothing reads the clinic's own, in which what ships is not written either.
  const codes = new Set([
    own.language,
    ...readBy.keys(),
    ...written.map(({ about }) => defined(about.split(' ')[0])),
  ]);
  const needed = [...codes].filter((code) =>
    TEXT_PARTS.some((part) => toTranslate(sourcesOf(part, own), code).length > 0),
  );
  const languages = await Promise.all(
    needed.map(async (code) => ({
      code,
      clients: readBy.get(code) ?? 0,
      parts: await Promise.all(
        TEXT_PARTS.map((part) => partTranslated(db, clinicId, own, code, part)),
      ),
    })),
  );
  return {
    language: own.language,
    languages: languages.toSorted(
      (one, other) => other.clients - one.clients || one.code.localeCompare(other.code),
    ),
  };
}

async function partTranslated(
  db: Queryable,
  clinicId: string,
  own: OwnTexts,
  code: string,
  part: TextPart,
): Promise<PartTranslated> {
  const versions = await versionsOf(db, clinicId, 'translation', translationOf(code, part));
  const approved = versions.find(({ approvedAt }) => approvedAt !== null);
  const newest = versions[0];
  return {
    part,
    ...standingOf(sourcesOf(part, own), (approved?.content ?? null) as Translation | null, code),
    inForce: approved?.number ?? null,
    draft: newest === undefined || newest.approvedAt !== null ? null : newest.number,
  };
}

/** A part of the texts with its newest translation into a language. */
export async function openTranslation(
  db: Queryable,
  clinicId: string,
  { language, part }: Pick<Translation, 'language' | 'part'>,
): Promise<TranslationOpened> {
  const own = await ownTexts(db, clinicId);
  const [newest] = await versionsOf(db, clinicId, 'translation', translationOf(language, part));
  return {
    sources: toTranslate(sourcesOf(part, own), language),
    newest: newest === undefined ? null : (newest.content as Translation),
    newestNumber: newest?.number ?? 0,
  };
}
