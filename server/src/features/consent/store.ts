import {
  clientWords,
  consentsIn,
  expectationLines,
  offeredOf,
  type ClientWords,
  type LanguageRead,
} from '@tidy-quill/contract/client-words/index';
import type { InForce } from '@tidy-quill/contract/catalogue';
import type {
  Consent,
  ConsentContent,
  ConsentToRead,
  NewConsent,
  ReadableConsent,
} from '@tidy-quill/contract/consent';
import {
  consentStanding,
  fillConsent,
  needsInterpreter,
  risksFor,
  STANDARD_CONSENTS,
  validUntil,
  type ConsentKind,
  type ConsentStanding,
  type ConsentTexts,
  type RiskCase,
} from '@tidy-quill/core/consent';
import { expectedFromStart } from '@tidy-quill/core/course';
import type { Job } from '@tidy-quill/core/suitability';
import { clientLanguage } from '@tidy-quill/core/client-texts';
import { defined, fullYears, type Day } from '@tidy-quill/core/units';
import { and, desc, eq, isNull, inArray } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Queryable } from '../../db/connect';
import { consents, consentWithdrawals } from '../../db/consents';
import { areas, clients, clinics, staff } from '../../db/schema';
import type { FileStore } from '../../files/file-store';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { contentOf } from '../../http/kept-content';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { documentInForce } from '../catalogue/store';
import { languagesToRead, readIn } from '../languages/store';
import { suitabilityInForce } from '../suitability/store';
import { courseOfArea, type CourseOfArea } from '../course/course-of-area';
import { knownRisks } from './known-risks';
import { consentPdf } from './pdf';

/** The clinic's consent texts in force; those that ship where it has approved none. */
const consentTextsInForce = (db: Queryable, clinicId: string): Promise<InForce<ConsentTexts>> =>
  documentInForce(db, clinicId, 'consents', STANDARD_CONSENTS);

/** All consents of some clients, newest first, each with its withdrawal. The PDF is left where it is. */
export async function consentsOf(
  db: Queryable,
  clinicId: string,
  clientIds: readonly string[],
): Promise<ReadonlyMap<string, readonly Consent[]>> {
  const byClient = new Map<string, Consent[]>(clientIds.map((id) => [id, []]));
  if (clientIds.length === 0) return byClient;
  const rows = await db
    .select({ ...consentColumns, withdrawnOn: consentWithdrawals.withdrawnOn })
    .from(consents)
    .leftJoin(
      consentWithdrawals,
      and(
        eq(consentWithdrawals.clinicId, consents.clinicId),
        eq(consentWithdrawals.consentId, consents.id),
      ),
    )
    .where(and(eq(consents.clinicId, clinicId), inArray(consents.clientId, [...clientIds])))
    .orderBy(desc(consents.signedAt), desc(consents.id));
  for (const row of rows) {
    const { clientId, clinicId: _clinic, staffId: _staff, contentVersion: _version, ...own } = row;
    const content = contentOf('consentGiven', row);
    defined(byClient.get(clientId)).push({ ...own, content, signedAt: row.signedAt.toISOString() });
  }
  return byClient;
}

const consentColumns = {
  clinicId: consents.clinicId,
  id: consents.id,
  clientId: consents.clientId,
  areaId: consents.areaId,
  staffId: consents.staffId,
  kind: consents.kind,
  signedAt: consents.signedAt,
  signedOn: consents.signedOn,
  validUntil: consents.validUntil,
  guardian: consents.guardian,
  uses: consents.uses,
  contentVersion: consents.contentVersion,
  content: consents.content,
  sha256: consents.sha256,
};

/** How a client's consent to treatment stands for an area on a day. */
export const treatmentConsent = (
  given: readonly Consent[],
  area: { readonly id: string; readonly job: Job },
  birthDate: Day,
  on: Day,
  alone: number,
): ConsentStanding =>
  consentStanding(given, {
    kind: area.job,
    areaId: area.id,
    on,
    minor: fullYears(birthDate, on) < alone,
  });

/**
 * Keeps a signed consent: the text in force filled for this client, the signatures, and the PDF with its hash. Sent
 * twice, it is kept once.
 *
 * @param signedAt when the server has it, whatever the tablet's clock says: no consent is dated back or ahead
 * @throws HttpProblem 422 where a guardian is missing.
 */
export async function signConsent(
  db: Queryable,
  files: FileStore,
  actor: Actor,
  clientId: string,
  signed: NewConsent,
  signedAt = new Date(),
): Promise<Consent> {
  const { clinicId, staffId } = actor;
  const already = await findConsent(db, clinicId, clientId, signed.id);
  if (already !== undefined) return already;
  const about = await particulars(db, actor, clientId, signed.areaId);
  const { client, area, clinic } = about;
  const signedOn = clinicDay(signedAt, clinic.timeZone);
  const { content: rules } = await suitabilityInForce(db, clinicId);
  if (fullYears(client.birthDate, signedOn) < rules.ages.alone && signed.guardian === null) {
    throw new HttpProblem('refused-by-rule', 'A guardian has to sign too', {
      detail: `The client is under ${rules.ages.alone}.`,
    });
  }
  const { lacking } = await languagesFor(db, about);
  if (lacking !== null && (signed.interpreter ?? '') === '') {
    throw new HttpProblem('refused-by-rule', 'Somebody has to interpret', {
      detail:
        'The clinic does not have this consent in the client’s language: name who read it out.',
    });
  }
  const texts = await consentTextsInForce(db, clinicId);
  const risks = await knownRisks(db, clinicId, client, area);
  const course = await courseToExpect(db, clinicId, signed.kind, about);
  const read = await readingIn(db, about, signed.language);
  const readable = readableFor(signed.kind, about, texts, risks, course, read);
  if (digestOf(readable) !== signed.digest) {
    throw new HttpProblem('conflict', 'The text has changed since it was read', {
      detail: 'Read it again with the client, then sign.',
      current: readable,
    });
  }
  const content = contentToKeep(signed, about, readable);
  const pdf = await consentPdf(content, { ...signed, signedOn }, read);
  const row = {
    clinicId,
    id: signed.id,
    clientId,
    areaId: area.id,
    staffId,
    kind: signed.kind,
    signedAt,
    signedOn,
    validUntil: validUntil(signedOn, texts.content.validMonths),
    guardian: signed.guardian !== null,
    uses: signed.uses,
    content,
  };
  await db.transaction(async (tx) => {
    const sha256 = await files.put(tx, clinicId, pdf);
    await tx
      .insert(consents)
      .values({ ...row, sha256 })
      .onConflictDoNothing();
  });
  return defined(await findConsent(db, clinicId, clientId, signed.id));
}

async function findConsent(db: Queryable, clinicId: string, clientId: string, id: string) {
  const given = await consentsOf(db, clinicId, [clientId]);
  return defined(given.get(clientId)).find((consent) => consent.id === id);
}

async function particulars(db: Queryable, actor: Actor, clientId: string, areaId: string) {
  const { clinicId, staffId } = actor;
  const [found] = await db
    .select({ client: clients, area: areas, clinic: clinics, technician: staff.name })
    .from(areas)
    .innerJoin(clients, and(eq(clients.clinicId, areas.clinicId), eq(clients.id, areas.clientId)))
    .innerJoin(clinics, eq(clinics.id, areas.clinicId))
    .innerJoin(staff, and(eq(staff.clinicId, areas.clinicId), eq(staff.id, staffId)))
    .where(
      and(
        eq(areas.clinicId, clinicId),
        eq(areas.id, areaId),
        eq(areas.clientId, clientId),
        isNull(clients.mergedInto),
      ),
    );
  if (found === undefined) {
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
      fields: [{ field: 'areaId', problem: 'is not an area of this client' }],
    });
  }
  return found;
}

type Particulars = Awaited<ReturnType<typeof particulars>>;

/** What this client is given to read: the text in force with their own particulars and risks. */
export async function consentToRead(
  db: Queryable,
  actor: Actor,
  clientId: string,
  asked: {
    readonly areaId: string;
    readonly kind: ConsentKind;
    readonly language?: string | null | undefined;
  },
): Promise<ConsentToRead> {
  const about = await particulars(db, actor, clientId, asked.areaId);
  const texts = await consentTextsInForce(db, actor.clinicId);
  const risks = await knownRisks(db, actor.clinicId, about.client, about.area);
  const course = await courseToExpect(db, actor.clinicId, asked.kind, about);
  const read = await readingIn(db, about, asked.language);
  const readable = readableFor(asked.kind, about, texts, risks, course, read);
  return { ...readable, digest: digestOf(readable), ...(await languagesFor(db, about)) };
}

/** In which languages a consent can be read, and the client's own where it is not among them. */
async function languagesFor(
  db: Queryable,
  { client, clinic }: Particulars,
): Promise<Pick<ConsentToRead, 'languages' | 'lacking'>> {
  const reads = clientLanguage(client, clinic);
  const languages = await languagesToRead(db, clinic.id, reads, clinic, 'consents');
  return { languages, lacking: needsInterpreter({ reads, languages }) ? reads : null };
}

/** What a consent is read in: the language that was asked for, else the client's own, as far as the clinic has it. */
const readingIn = (
  db: Queryable,
  { client, clinic }: Particulars,
  language: string | null | undefined,
): Promise<LanguageRead> =>
  readIn(db, clinic.id, { language: language ?? client.language }, clinic, 'consents');

/** What the course of an area of hair may bring, as it is known now; null for other consents. */
const courseToExpect = (
  db: Queryable,
  clinicId: string,
  kind: ConsentKind,
  { client, area }: Particulars,
): Promise<CourseOfArea | null> =>
  kind === 'hair' ? courseOfArea(db, clinicId, client.id, area.id) : Promise.resolve(null);

function readableFor(
  kind: ConsentKind,
  { client, area, clinic }: Particulars,
  { content: own, number }: InForce<ConsentTexts>,
  risks: RiskCase,
  course: CourseOfArea | null,
  read: LanguageRead,
): ReadableConsent {
  const clientName = `${client.givenName} ${client.familyName}`;
  const content = consentsIn(own, read.texts);
  const words = clientWords('consents', read);
  return {
    ...fillConsent(content, kind, {
      client: clientName,
      area: words.area(area),
      clinic: clinic.name,
    }),
    risks:
      kind === 'photographs'
        ? []
        : risksFor(risks).map(({ code, raised }) => ({ text: content.risks[code], raised })),
    ...(course === null ? {} : { expectations: expectationsOf(course, words) }),
    uses: kind === 'photographs' ? content.uses : null,
    clientName,
    clinicName: clinic.name,
    textsNumber: number,
    validMonths: content.validMonths,
    ...(read.texts === null ? {} : { language: read.code }),
    headings: {
      expect: words.say('heading.expect'),
      risks: words.say('heading.risks'),
      likelier: words.say('likelier'),
      uses: words.say('heading.uses'),
    },
  };
}

const expectationsOf = (
  { of: { site, own }, found, offer }: CourseOfArea,
  words: ClientWords<'consents'>,
) => {
  const many = expectedFromStart(site, own, offer?.kill);
  return expectationLines(site, own, many, offeredOf(found, offer), words);
};

const digestOf = (readable: ReadableConsent) =>
  createHash('sha256').update(JSON.stringify(readable)).digest('hex');

function contentToKeep(
  signed: NewConsent,
  { client, technician }: Particulars,
  { uses, validMonths: _months, headings: _headings, ...readable }: ReadableConsent,
): ConsentContent {
  return {
    ...readable,
    uses: signed.uses.map((use) => defined(uses)[use]),
    asked: signed.asked,
    birthDate: client.birthDate,
    guardian:
      signed.guardian === null
        ? null
        : { name: signed.guardian.name, relation: signed.guardian.relation },
    technicianName: technician,
    ...(signed.interpreter === undefined || signed.interpreter === ''
      ? {}
      : { interpreter: signed.interpreter }),
  };
}

/** Which file the signed paper of a consent is; 404 where there is none. */
export async function consentFile(db: Queryable, clinicId: string, id: string): Promise<string> {
  const [row] = await db
    .select({ sha256: consents.sha256 })
    .from(consents)
    .where(and(eq(consents.clinicId, clinicId), eq(consents.id, id)));
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such consent');
  return row.sha256;
}

/** Takes a consent back from now on. Sent twice, it is taken back once. */
export async function withdrawConsent(
  db: Queryable,
  actor: Actor,
  consentId: string,
  withdrawal: { readonly id: string; readonly reason: string },
): Promise<void> {
  const { clinicId, staffId } = actor;
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const [found] = await db
    .select({ id: consents.id })
    .from(consents)
    .where(and(eq(consents.clinicId, clinicId), eq(consents.id, consentId)));
  if (found === undefined) throw new HttpProblem('not-found', 'There is no such consent');
  await db
    .insert(consentWithdrawals)
    .values({
      clinicId,
      ...withdrawal,
      consentId,
      staffId,
      withdrawnAt: new Date(),
      withdrawnOn: clinicToday(defined(clinic).timeZone),
    })
    .onConflictDoNothing();
}
