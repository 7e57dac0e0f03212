import type { Invitation } from '@tidy-quill/contract/ahead';
import { clientWords } from '@tidy-quill/contract/client-words/index';
import type { DiaryEntry, DiaryPage, DiaryRead } from '@tidy-quill/contract/diary';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import { consentStanding } from '@tidy-quill/core/consent';
import { defined, fullYears } from '@tidy-quill/core/units';
import dayjs from 'dayjs';
import { and, count, desc, eq, gt, inArray } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { v7 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { diaryEntries, diaryLinks, diaryPhotos } from '../../db/diary-tables';
import { clinics } from '../../db/schema';
import { messages } from '../../db/messages';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { HttpProblem, linkMade } from '../../http/problem';
import type { Actor } from '../../http/session';
import { adviceLines } from '../aftercare/leaflet';
import { leafletOf } from '../aftercare/store';
import type { FileStore } from '../../files/file-store';
import { readIn } from '../languages/store';
import { keepPhoto } from '../photos/store';
import { visitContext } from '../visit/visit-context';
import { findVisit } from '../visit/store';

const TOKEN_BYTES = 24;
// Healing takes two weeks; a crust may stay a third.
const OPEN_DAYS = 28;

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
  const read = await readIn(db, clinicId, client, clinic, 'diary');
  const { say } = clientWords('diary', read);
  await db.transaction(async (tx) => {
    const made = await tx
      .insert(diaryLinks)
      .values({ clinicId, id, visitId: visit.id, staffId, tokenHash: hashOf(token), expiresAt })
      .onConflictDoNothing()
      .returning({ id: diaryLinks.id });
    if (made.length === 0) throw linkMade();
    await tx.insert(messages).values({
      clinicId,
      id: messageId,
      clientId: client.id,
      to: client.phone,
      text: say('message.link', { clinic: clinic.name, link: url }),
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
  const { client, clinic, area, sentAt } = leaflet;
  const entries = await diaryOf(db, link.clinicId, visit.id);
  return {
    clinicName: clinic.name,
    clinicPhone: clinic.phone,
    emergencyPhone: clinic.emergencyPhone,
    givenName: client.givenName,
    job: area.job,
    treatedOn: clinicDay(sentAt, clinic.timeZone),
    today: clinicToday(clinic.timeZone),
    timeZone: clinic.timeZone,
    mayPhotograph: await mayPhotograph(db, link.clinicId, visit),
    advice: adviceLines(leaflet),
    entries,
    language: await readIn(db, link.clinicId, client, clinic, 'diary'),
  };
}

async function mayPhotograph(db: Queryable, clinicId: string, visit: VisitHeader) {
  const { client, consents, suitability, today } = await visitContext(db, clinicId, visit);
  const { state } = consentStanding(consents, {
    kind: 'photographs',
    areaId: visit.areaId,
    on: today,
    minor: fullYears(client.birthDate, today) < suitability.content.ages.alone,
  });
  return state === 'valid';
}

/** The most that one diary holds. */
const DIARY_LIMITS = { entries: 60, photos: 20 } as const;

/** Refuses a picture before a byte of it is read: 404 for a token that opens nothing, 422 where the diary has enough of them. */
export async function mayAddPhoto(db: Queryable, token: string): Promise<void> {
  const { link } = await openedBy(db, token);
  const [row] = await db.select({ photos: count() }).from(diaryPhotos).where(ofLink(link));
  if (defined(row).photos >= DIARY_LIMITS.photos) throw full(`${DIARY_LIMITS.photos} pictures`);
}

const full = (most: string) =>
  new HttpProblem('refused-by-rule', 'This diary is full', {
    detail: `It holds ${most}. Call the clinic.`,
  });

const ofLink = ({ clinicId, id }: { clinicId: string; id: string }) =>
  and(eq(diaryPhotos.clinicId, clinicId), eq(diaryPhotos.linkId, id));

/** Keeps a picture from home with the visit, as the client's. 422 without consent to photographs. */
export async function keepDiaryPhoto(
  db: Db,
  files: FileStore,
  token: string,
  id: string,
  sent: Buffer,
): Promise<void> {
  const { link, visit } = await openedBy(db, token);
  const { clinicId } = link;
  const actor: Actor = { clinicId, staffId: link.staffId, role: 'technician' };
  const about = { id, areaId: visit.areaId, takenAt: new Date().toISOString() };
  await db.transaction(async (tx) => {
    await keepPhoto(tx, files, actor, visit.id, about, sent);
    await tx
      .insert(diaryPhotos)
      .values({ clinicId, photoId: id, linkId: link.id })
      .onConflictDoNothing();
  });
}

/** Ends every link to a visit's diary at once. */
export async function endDiary(db: Queryable, clinicId: string, visitId: string): Promise<void> {
  await db
    .update(diaryLinks)
    .set({ expiresAt: new Date() })
    .where(
      and(
        eq(diaryLinks.clinicId, clinicId),
        eq(diaryLinks.visitId, visitId),
        gt(diaryLinks.expiresAt, new Date()),
      ),
    );
}

/**
 * Keeps an entry; sent twice, it is kept once. Gives the clinic that has it.
 * @throws HttpProblem 422 where it corrects an entry that is not of this diary and this day.
 */
export async function writeDiary(db: Queryable, token: string, entry: DiaryEntry): Promise<string> {
  const { link, visit } = await openedBy(db, token);
  const { clinicId } = link;
  await refuseStrangePhotos(db, link, entry.photoIds);
  const own = and(eq(diaryEntries.clinicId, clinicId), eq(diaryEntries.linkId, link.id));
  const [row] = await db.select({ entries: count() }).from(diaryEntries).where(own);
  if (defined(row).entries >= DIARY_LIMITS.entries) throw full(`${DIARY_LIMITS.entries} entries`);
  if (entry.replaces !== null) await refuseOldCorrection(db, clinicId, visit.id, entry.replaces);
  await db
    .insert(diaryEntries)
    .values({ clinicId, visitId: visit.id, linkId: link.id, ...entry })
    .onConflictDoNothing();
  return clinicId;
}

/** An entry names pictures that came in by the same link, and no others of the clinic. */
async function refuseStrangePhotos(
  db: Queryable,
  link: { clinicId: string; id: string },
  photoIds: readonly string[],
) {
  const own = await db
    .select({ id: diaryPhotos.photoId })
    .from(diaryPhotos)
    .where(and(ofLink(link), inArray(diaryPhotos.photoId, [...photoIds])));
  const ids = own.map(({ id }) => id);
  const at = photoIds.findIndex((id) => !ids.includes(id));
  if (at < 0) return;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
    fields: [{ field: `photoIds.${at}`, problem: 'is no picture of this diary' }],
  });
}

async function refuseOldCorrection(
  db: Queryable,
  clinicId: string,
  visitId: string,
  replaced: string,
) {
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const written = await diaryOf(db, clinicId, visitId);
  const old = written.find(({ id }) => id === replaced);
  const { timeZone } = defined(clinic);
  if (old !== undefined && clinicDay(new Date(old.givenAt), timeZone) === clinicToday(timeZone))
    return;
  throw new HttpProblem('refused-by-rule', 'Only what was written today can be corrected', {
    detail: 'Write a new entry instead: earlier ones stay as they are.',
  });
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

/** An entry as the clinic and its client read it. */
export const asRead = (row: typeof diaryEntries.$inferSelect): DiaryRead => ({
  id: row.id,
  givenAt: row.givenAt.toISOString(),
  trend: row.trend,
  signs: row.signs,
  seen: row.seen,
  replaces: row.replaces,
  note: row.note,
  photoIds: row.photoIds,
});
