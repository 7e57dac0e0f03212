import {
  clientWords,
  consentsIn,
  expectationLines,
  offeredOf,
  type ClientWords,
  type LanguageRead,
} from '@tidy-quill/contract/client-words/index';
import type { InForce } from '@tidy-quill/contract/catalogue';
import type { ConsentToRead, ReadableConsent } from '@tidy-quill/contract/consent';
import { clientLanguage } from '@tidy-quill/core/client-texts';
import {
  fillConsent,
  needsInterpreter,
  risksFor,
  STANDARD_CONSENTS,
  type ConsentKind,
  type ConsentTexts,
  type RiskCase,
} from '@tidy-quill/core/consent';
import { expectedFromStart } from '@tidy-quill/core/course';
import { and, eq, isNull } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Queryable } from '../../db/connect';
import { areas, clients, clinics, staff } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { documentInForce } from '../catalogue/store';
import { courseOfArea, type CourseOfArea } from '../course/course-of-area';
import { languagesToRead, readIn } from '../languages/store';
import { knownRisks } from './known-risks';

/** The clinic's consent texts in force; those that ship where it has approved none. */
export const consentTextsInForce = (
  db: Queryable,
  clinicId: string,
): Promise<InForce<ConsentTexts>> => documentInForce(db, clinicId, 'consents', STANDARD_CONSENTS);

/** Whose consent it is, of which area, at which clinic, and who asks for it. @throws HttpProblem 400 for an area of somebody else */
export async function particulars(db: Queryable, actor: Actor, clientId: string, areaId: string) {
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

export type Particulars = Awaited<ReturnType<typeof particulars>>;

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
export async function languagesFor(
  db: Queryable,
  { client, clinic }: Particulars,
): Promise<Pick<ConsentToRead, 'languages' | 'lacking'>> {
  const reads = clientLanguage(client, clinic);
  const languages = await languagesToRead(db, clinic.id, reads, clinic, 'consents');
  return { languages, lacking: needsInterpreter({ reads, languages }) ? reads : null };
}

/** What a consent is read in: the language that was asked for, else the client's own, as far as the clinic has it. */
export const readingIn = (
  db: Queryable,
  { client, clinic }: Particulars,
  language: string | null | undefined,
): Promise<LanguageRead> =>
  readIn(db, clinic.id, { language: language ?? client.language }, clinic, 'consents');

/** What the course of an area of hair may bring, as it is known now; null for other consents. */
export const courseToExpect = (
  db: Queryable,
  clinicId: string,
  kind: ConsentKind,
  { client, area }: Particulars,
): Promise<CourseOfArea | null> =>
  kind === 'hair' ? courseOfArea(db, clinicId, client.id, area.id) : Promise.resolve(null);

export function readableFor(
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

export const digestOf = (readable: ReadableConsent) =>
  createHash('sha256').update(JSON.stringify(readable)).digest('hex');
