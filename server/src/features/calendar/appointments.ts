import type { AppointmentAnswer, AppointmentPage, Reminded } from '@tidy-quill/contract/calendar';
import { clientMessage } from '@tidy-quill/contract/client-words/index';
import { ANSWER_REFUSED_WORDS } from '@tidy-quill/contract/labels/calendar';
import { isReminded, refuseAnswer, type ClientAnswer } from '@tidy-quill/core/calendar';
import type { Job } from '@tidy-quill/core/suitability';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { v7 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { areas, clients, clinics, visits } from '../../db/schema';
import { messages } from '../../db/messages';
import { visitLinks } from '../../db/visit-links';
import { dayBounds } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { endInvitations } from '../ahead/store';
import { actAs, actAsNobody } from '../audit/store';
import type { MessageCarrier } from '../messages/carrier';
import { carry } from '../messages/store';
import { readIn } from '../languages/store';
import { wordsOf } from '../messages/words';
import { bookedBetween, clinicOf } from './store';

const TOKEN_BYTES = 24;

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/**
 * Reminds everybody of a day who has not confirmed: each visit once, and again once it was moved.
 *
 * @param by who pressed; null where the clinic's hour for it has come
 */
export async function remindDay(
  db: Db,
  carrier: MessageCarrier,
  { clinicId, by }: { readonly clinicId: string; readonly by: Actor | null },
  day: Day,
  origin: string,
): Promise<Reminded> {
  const clinic = await clinicOf(db, clinicId);
  const { timeZone } = clinic;
  const words = await wordsOf(db, clinicId, 'reminder');
  const now = new Date().toISOString();
  const booked = await bookedBetween(db, clinicId, dayBounds(day, timeZone));
  const states: string[] = [];
  for (const visit of booked.filter((each) => isReminded(each, now))) {
    const token = randomBytes(TOKEN_BYTES).toString('base64url');
    const messageId = v7();
    const made = await db.transaction(async (tx) => {
      await (by === null ? actAsNobody(tx) : actAs(tx, by));
      // Two who press at once send one: the visit is locked while it is looked for.
      await tx
        .select({ id: visits.id })
        .from(visits)
        .where(and(eq(visits.clinicId, clinicId), eq(visits.id, visit.id)))
        .for('update');
      const before = await tx
        .select({ id: visitLinks.id })
        .from(visitLinks)
        .where(
          and(
            ...[eq(visitLinks.clinicId, clinicId), eq(visitLinks.visitId, visit.id)],
            eq(visitLinks.startsAt, new Date(visit.startsAt)),
          ),
        );
      if (before.length > 0) return false;
      const [client] = await tx
        .select({
          phone: clients.phone,
          givenName: clients.givenName,
          language: clients.language,
        })
        .from(clients)
        .where(and(eq(clients.clinicId, clinicId), eq(clients.id, visit.clientId)));
      const { phone, givenName, language } = defined(client);
      const read = await readIn(tx, clinicId, { language }, clinic, 'messages');
      await tx.insert(visitLinks).values({
        ...{ clinicId, id: v7(), visitId: visit.id, tokenHash: hashOf(token) },
        // Sent by nobody it comes from whoever treats.
        staffId: by?.staffId ?? visit.staffId,
        startsAt: new Date(visit.startsAt),
      });
      await tx.insert(messages).values({
        ...{ clinicId, id: messageId, clientId: visit.clientId, to: phone },
        ...{ kind: 'reminder', textVersion: words.version === 0 ? null : words.version },
        text: clientMessage('reminder', words.text, read, {
          ...{ clinic, givenName },
          visit: { startsAt: visit.startsAt, job: visit.job },
          url: `${origin}/appointment/${token}`,
        }),
      });
      return true;
    });
    if (!made) continue;
    await carry(db, carrier, clinicId, messageId);
    const [message] = await db
      .select({ state: messages.state })
      .from(messages)
      .where(and(eq(messages.clinicId, clinicId), eq(messages.id, messageId)));
    states.push(defined(message).state);
  }
  const sent = states.filter((state) => state === 'sent').length;
  return { sent, failed: states.length - sent };
}

/** What a reminder's link shows. 404 where it is none of ours, or its visit was moved since. */
export async function appointmentPage(db: Queryable, token: string): Promise<AppointmentPage> {
  const { link, visit, client, area, clinic } = await openedBy(db, token);
  return {
    clinicName: clinic.name,
    clinicPhone: clinic.phone,
    givenName: client.givenName,
    startsAt: visit.startsAt.toISOString(),
    timeZone: clinic.timeZone,
    job: area.job as Job,
    answer: link.answer,
    mayCancel: (await refusalOf(db, 'cancelled', visit, clinic)) === null,
    noticeHours: clinic.cancelNoticeHours,
    language: await readIn(db, clinic.id, client, clinic, 'messages'),
  };
}

/** Keeps a client's answer: one link is answered once, and the same answer sent twice is one. Gives the clinic. */
export async function answerAppointment(
  db: Db,
  token: string,
  { answer, note }: AppointmentAnswer,
): Promise<string> {
  return db.transaction(async (tx) => {
    const { link, visit, clinic } = await openedBy(tx, token, true);
    if (link.answer === answer) return clinic.id;
    if (link.answer !== null) {
      throw new HttpProblem('conflict', 'This was answered already', {
        detail: 'Call the clinic to change it.',
      });
    }
    const refusal = await refusalOf(tx, answer, visit, clinic);
    if (refusal !== null) {
      throw new HttpProblem('refused-by-rule', ANSWER_REFUSED_WORDS[refusal], { detail: refusal });
    }
    await actAsNobody(tx);
    await tx
      .update(visitLinks)
      .set({ answer, note, answeredAt: new Date() })
      .where(and(eq(visitLinks.clinicId, clinic.id), eq(visitLinks.id, link.id)));
    const its = and(eq(visits.clinicId, clinic.id), eq(visits.id, visit.id));
    // Who has arrived need not confirm any more.
    if (answer === 'confirmed' && visit.said === 'booked')
      await tx.update(visits).set({ said: 'confirmed' }).where(its);
    if (answer === 'cancelled') {
      await tx
        .update(visits)
        .set({
          ...{ cancelledAt: new Date(), cancelledBy: link.staffId },
          cancelReason: note === '' ? 'By the client, by link' : `By the client, by link: ${note}`,
          sequence: sql`${visits.sequence} + 1`,
        })
        .where(its);
      await endInvitations(tx, clinic.id, visit.id);
    }
    return clinic.id;
  });
}

async function refusalOf(
  db: Queryable,
  answer: ClientAnswer,
  visit: typeof visits.$inferSelect,
  clinic: typeof clinics.$inferSelect,
) {
  const next = new Date(visit.startsAt.getTime() + 1);
  const booked = await bookedBetween(db, clinic.id, { from: visit.startsAt, to: next });
  return refuseAnswer({
    answer,
    status: booked.find(({ id }) => id === visit.id)?.status ?? 'cancelled',
    startsAt: visit.startsAt.toISOString(),
    now: new Date().toISOString(),
    noticeHours: clinic.cancelNoticeHours,
  });
}

async function openedBy(db: Queryable, token: string, lock = false) {
  const query = db
    .select({ link: visitLinks, visit: visits, client: clients, area: areas, clinic: clinics })
    .from(visitLinks)
    .innerJoin(
      visits,
      and(eq(visits.clinicId, visitLinks.clinicId), eq(visits.id, visitLinks.visitId)),
    )
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .innerJoin(clinics, eq(clinics.id, visits.clinicId))
    .where(and(eq(visitLinks.tokenHash, hashOf(token)), eq(visitLinks.startsAt, visits.startsAt)));
  const [opened] = await (lock ? query.for('update', { of: [visitLinks, visits] }) : query);
  if (opened === undefined) {
    throw new HttpProblem('not-found', 'This link is not one of ours, or the visit was moved', {
      detail: 'Call the clinic.',
    });
  }
  return opened;
}

/** Whether a visit's link has an answer that asks for another time. */
export const askedForOtherTime = and(
  eq(visitLinks.answer, 'otherTime'),
  eq(visitLinks.startsAt, visits.startsAt),
  isNull(visits.cancelledAt),
);
