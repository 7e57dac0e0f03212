import type {
  Consent,
  ConsentContent,
  NewConsent,
  ReadableConsent,
} from '@tidy-quill/contract/consent';
import { consentStanding, validUntil, type ConsentStanding } from '@tidy-quill/core/consent';
import type { Job } from '@tidy-quill/core/suitability';
import { defined, fullYears, type Day } from '@tidy-quill/core/units';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { consents, consentWithdrawals } from '../../db/consents';
import { clinics } from '../../db/schema';
import type { FileStore } from '../../files/file-store';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { contentOf } from '../../http/kept-content';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { suitabilityInForce } from '../suitability/store';
import { knownRisks } from './known-risks';
import { consentPdf } from './pdf';
import {
  consentTextsInForce,
  courseToExpect,
  digestOf,
  languagesFor,
  particulars,
  readableFor,
  readingIn,
  type Particulars,
} from './reading';

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
