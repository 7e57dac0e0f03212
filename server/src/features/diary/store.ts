import type { Invitation } from '@tidy-quill/contract/ahead';
import type { DiaryEntry, DiaryPage, DiaryRead, DiaryWorry } from '@tidy-quill/contract/diary';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import { consentStanding } from '@tidy-quill/core/consent';
import { isWorrying } from '@tidy-quill/core/reaction';
import { fullYears } from '@tidy-quill/core/units';
import dayjs from 'dayjs';
import { and, desc, eq, gte } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { v7 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { diaryEntries, diaryLinks } from '../../db/diary-tables';
import { clients, messages, visits } from '../../db/schema';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { leafletOf } from '../aftercare/store';
import { keepPhoto } from '../photos/store';
import { circumstancesOf } from '../visit/circumstances';
import { findVisit } from '../visit/store';

const TOKEN_BYTES = 24;
// Healing takes two weeks; a crust may stay a third.
const OPEN_DAYS = 28;
const READ_DAYS = 14;

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Makes a link to keep a diary of the healing with, and puts the message with it into the outbox. */
export async function openDiary(
  db: Db,
  actor: Actor,
  visit: VisitHeader,
  id: string,
  origin: string,
): Promise<Invitation & { readonly messageId: string }> {
  const { clinicId, staffId } = actor;
  const { client, clinic } = await leafletOf(db, clinicId, visit);
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  const expiresAt = dayjs().add(OPEN_DAYS, 'day').toDate();
  const url = `${origin}/diary/${token}`;
  const messageId = v7();
  await db.transaction(async (tx) => {
    await tx
      .insert(diaryLinks)
      .values({ clinicId, id, visitId: visit.id, staffId, tokenHash: hashOf(token), expiresAt });
    await tx.insert(messages).values({
      clinicId,
      id: messageId,
      clientId: client.id,
      to: client.phone,
      text: `${clinic.name}: tell us how it heals, with a picture if you like. The link is yours for four weeks: ${url}`,
    });
  });
  return { url, expiresAt: expiresAt.toISOString(), messageId };
}

async function openedBy(db: Queryable, token: string) {
  const [link] = await db
    .select()
    .from(diaryLinks)
    .where(eq(diaryLinks.tokenHash, hashOf(token)));
  if (link === undefined || link.expiresAt <= new Date()) {
    throw new HttpProblem('not-found', 'This link has run out, or is not one of ours', {
      detail: 'Ask the clinic for a new one.',
    });
  }
  return { link, visit: await findVisit(db, link.clinicId, link.visitId) };
}

/** What a token opens: the advice that was given, and what was written so far. 404 once run out or unknown. */
export async function diaryPage(db: Queryable, token: string): Promise<DiaryPage> {
  const { link, visit } = await openedBy(db, token);
  const leaflet = await leafletOf(db, link.clinicId, visit);
  const { client, clinic, area, advice, sentAt } = leaflet;
  const entries = await diaryOf(db, link.clinicId, visit.id);
  return {
    clinicName: clinic.name,
    clinicPhone: clinic.phone,
    emergencyPhone: clinic.emergencyPhone,
    givenName: client.givenName,
    job: area.job,
    treatedOn: clinicDay(sentAt, clinic.timeZone),
    today: clinicToday(clinic.timeZone),
    mayPhotograph: await mayPhotograph(db, link.clinicId, visit),
    advice,
    entries: entries.map(({ id, givenAt, trend }) => ({ id, givenAt, trend })),
  };
}

async function mayPhotograph(db: Queryable, clinicId: string, visit: VisitHeader) {
  const { client, consents, suitability, today } = await circumstancesOf(db, clinicId, visit);
  const { state } = consentStanding(consents, {
    kind: 'photographs',
    areaId: visit.areaId,
    on: today,
    minor: fullYears(client.birthDate, today) < suitability.content.ages.alone,
  });
  return state === 'valid';
}

/** Keeps a picture from home with the visit. 422 without consent to photographs. */
export async function keepDiaryPhoto(
  db: Queryable,
  token: string,
  id: string,
  sent: Buffer,
): Promise<void> {
  const { link, visit } = await openedBy(db, token);
  const actor: Actor = { clinicId: link.clinicId, staffId: link.staffId, role: 'technician' };
  const about = { id, areaId: visit.areaId, takenAt: new Date().toISOString() };
  await keepPhoto(db, actor, visit.id, about, sent);
}

/** Keeps an entry; sent twice, it is kept once. */
export async function writeDiary(db: Queryable, token: string, entry: DiaryEntry): Promise<void> {
  const { link, visit } = await openedBy(db, token);
  await db
    .insert(diaryEntries)
    .values({ clinicId: link.clinicId, visitId: visit.id, linkId: link.id, ...entry })
    .onConflictDoNothing();
}

/** What a client wrote of a visit's healing, newest first. */
export async function diaryOf(
  db: Queryable,
  clinicId: string,
  visitId: string,
): Promise<readonly DiaryRead[]> {
  const rows = await db
    .select()
    .from(diaryEntries)
    .where(and(eq(diaryEntries.clinicId, clinicId), eq(diaryEntries.visitId, visitId)))
    .orderBy(desc(diaryEntries.givenAt), desc(diaryEntries.id));
  return rows.map(asRead);
}

/** Entries of the last two weeks that somebody should read: worse, or with a sign; newest first. */
export async function diaryWorries(db: Queryable, clinicId: string): Promise<DiaryWorry[]> {
  const since = dayjs().subtract(READ_DAYS, 'day').toDate();
  const rows = await db
    .select({ entry: diaryEntries, visit: visits, client: clients })
    .from(diaryEntries)
    .innerJoin(
      visits,
      and(eq(visits.clinicId, diaryEntries.clinicId), eq(visits.id, diaryEntries.visitId)),
    )
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .where(and(eq(diaryEntries.clinicId, clinicId), gte(diaryEntries.givenAt, since)))
    .orderBy(desc(diaryEntries.givenAt));
  return rows
    .filter(({ entry }) => isWorrying(entry))
    .map(({ entry, visit, client }) => ({
      visitId: visit.id,
      areaId: visit.areaId,
      client: {
        id: client.id,
        name: `${client.givenName} ${client.familyName}`,
        phone: client.phone,
      },
      entry: asRead(entry),
    }));
}

const asRead = (row: typeof diaryEntries.$inferSelect): DiaryRead => ({
  id: row.id,
  givenAt: row.givenAt.toISOString(),
  trend: row.trend,
  signs: row.signs,
  note: row.note,
  photoIds: row.photoIds,
});
