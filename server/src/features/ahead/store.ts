import { aheadAnswers, invitations } from '../../db/ahead-tables';
import type { Ahead, AheadAnswers, AheadPage, Invitation } from '@tidy-quill/contract/ahead';
import { clientWords } from '@tidy-quill/contract/client-words/index';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import { assess, type History } from '@tidy-quill/core/suitability';
import dayjs from 'dayjs';
import { and, desc, eq, gt, inArray, isNull } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import type { Db, Queryable } from '../../db/connect';
import { areas, clients, clinics, visits } from '../../db/schema';
import { messages } from '../../db/messages';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { contentOf } from '../../http/kept-content';
import { HttpProblem, linkMade } from '../../http/problem';
import type { Actor } from '../../http/session';
import { readIn } from '../languages/store';
import { suitabilityCase, suitabilityInForce } from '../suitability/store';

const TOKEN_BYTES = 24;
const LONGEST_DAYS = 14;

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/**
 * Makes a link for a client to answer ahead of a visit, and puts the message with it into the outbox. It works once,
 * until the visit begins, for 14 days at most.
 */
export async function invite(
  db: Db,
  actor: Actor,
  visit: VisitHeader,
  id: string,
  origin: string,
): Promise<Invitation & { readonly messageId: string }> {
  if (visit.cancelled !== null) throw cancelled();
  const { clinicId, staffId } = actor;
  const starts = dayjs(visit.startsAt);
  if (starts.isBefore(dayjs())) {
    throw new HttpProblem('refused-by-rule', 'This visit has begun', {
      detail: 'Ask the questions here.',
    });
  }
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  const latest = dayjs().add(LONGEST_DAYS, 'day');
  const expiresAt = (starts.isBefore(latest) ? starts : latest).toDate();
  const url = `${origin}/answer/${token}`;
  const messageId = v7();
  await db.transaction(async (tx) => {
    const [client] = await tx
      .select({
        phone: clients.phone,
        language: clients.language,
        clinic: { name: clinics.name, language: clinics.language },
      })
      .from(clients)
      .innerJoin(clinics, eq(clinics.id, clients.clinicId))
      .where(and(eq(clients.clinicId, clinicId), eq(clients.id, visit.clientId)));
    const { phone, language, clinic } = defined(client);
    const read = await readIn(tx, clinicId, { language }, clinic, 'questions');
    const { say } = clientWords('questions', read);
    // Only the newest link of a visit opens it.
    await endInvitations(tx, clinicId, visit.id);
    const made = await tx
      .insert(invitations)
      .values({ clinicId, id, visitId: visit.id, staffId, tokenHash: hashOf(token), expiresAt })
      .onConflictDoNothing()
      .returning({ id: invitations.id });
    if (made.length === 0) throw linkMade();
    await tx.insert(messages).values({
      clinicId,
      id: messageId,
      clientId: visit.clientId,
      to: phone,
      text: say('message.invitation', { clinic: clinic.name, link: url }),
    });
  });
  return { url, expiresAt: expiresAt.toISOString(), messageId };
}

/** Ends every link to a visit's questions at once. */
export async function endInvitations(
  db: Queryable,
  clinicId: string,
  visitId: string,
): Promise<void> {
  const open = and(isNull(invitations.usedAt), gt(invitations.expiresAt, new Date()));
  await db
    .update(invitations)
    .set({ expiresAt: new Date() })
    .where(and(eq(invitations.clinicId, clinicId), eq(invitations.visitId, visitId), open));
}

/** A cancelled visit takes nothing more. */
export const cancelled = () =>
  new HttpProblem('refused-by-rule', 'This visit was cancelled', { detail: 'Book another.' });

const used = () =>
  new HttpProblem('not-found', 'This link has been used, has run out, or is not one of ours', {
    detail: 'Ask the clinic for a new one.',
  });

/** What a token opens: the visit, and nothing else of the record. 404 once used, run out or unknown. */
export async function aheadPage(db: Queryable, token: string): Promise<AheadPage> {
  const { invitation: _, visit, client, area, clinic } = await openedBy(db, token);
  const on = clinicDay(visit.startsAt, clinic.timeZone);
  const { job, place } = suitabilityCase(area, client.birthDate, on);
  const { content } = await suitabilityInForce(db, clinic.id);
  return {
    clinicName: clinic.name,
    clinicPhone: clinic.phone,
    givenName: client.givenName,
    job,
    place,
    area: { site: area.site, side: area.side },
    startsAt: visit.startsAt.toISOString(),
    timeZone: clinic.timeZone,
    today: clinicToday(clinic.timeZone),
    suitability: content,
    language: await readIn(db, clinic.id, client, clinic, 'questions'),
  };
}

/** Keeps a client's answers, whole and sound, and uses the token up. Gives the clinic that has them. */
export async function answerAhead(db: Db, token: string, given: AheadAnswers): Promise<string> {
  return db.transaction(async (tx) => {
    const { invitation, visit, client, area, clinic } = await openedBy(tx, token, true);
    const { content } = await suitabilityInForce(tx, clinic.id);
    const today = clinicToday(clinic.timeZone);
    const { id: _id, ...said } = given;
    const history = said as History;
    const { unanswered } = assess(history, suitabilityCase(area, client.birthDate, today), content);
    if (unanswered.length > 0) {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: unanswered.map((id) => ({ field: `answers.${id}`, problem: 'is missing' })),
      });
    }
    await tx.insert(aheadAnswers).values({
      clinicId: clinic.id,
      id: given.id,
      visitId: visit.id,
      invitationId: invitation.id,
      history,
    });
    await tx
      .update(invitations)
      .set({ usedAt: new Date() })
      .where(and(eq(invitations.clinicId, clinic.id), eq(invitations.id, invitation.id)));
    return clinic.id;
  });
}

async function openedBy(db: Queryable, token: string, forUpdate = false) {
  const asked = db
    .select()
    .from(invitations)
    .where(eq(invitations.tokenHash, hashOf(token)));
  const [invitation] = await (forUpdate ? asked.for('update') : asked);
  if (invitation === undefined || invitation.usedAt !== null) throw used();
  if (invitation.expiresAt <= new Date()) throw used();
  const { clinicId, visitId } = invitation;
  const [found] = await db
    .select({ visit: visits, client: clients, area: areas, clinic: clinics })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .innerJoin(clinics, eq(clinics.id, visits.clinicId))
    .where(and(eq(visits.clinicId, clinicId), eq(visits.id, visitId)));
  return { invitation, ...defined(found) };
}

/** The newest answers from home of some visits, by visit. */
export async function aheadOf(
  db: Queryable,
  clinicId: string,
  visitIds: readonly string[],
): Promise<ReadonlyMap<string, Ahead>> {
  if (visitIds.length === 0) return new Map();
  const rows = await db
    .select()
    .from(aheadAnswers)
    .where(and(eq(aheadAnswers.clinicId, clinicId), inArray(aheadAnswers.visitId, [...visitIds])))
    .orderBy(desc(aheadAnswers.givenAt));
  const newest = new Map<string, Ahead>();
  for (const { id, visitId, givenAt, history, historyVersion } of rows) {
    if (newest.has(visitId)) continue;
    const kept = { id, content: history, contentVersion: historyVersion };
    newest.set(visitId, { ...contentOf('answersAhead', kept), id, givenAt: givenAt.toISOString() });
  }
  return newest;
}
