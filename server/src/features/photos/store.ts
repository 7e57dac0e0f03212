import { PHOTO_LIMITS, type PhotoType } from '@tidy-quill/contract/photo-limits';
import type { Consent } from '@tidy-quill/contract/consent';
import type { ClientPhoto, NewPhoto, Photo } from '@tidy-quill/contract/photos';
import { consentStanding } from '@tidy-quill/core/consent';
import { zonesOf } from '@tidy-quill/core/session';
import { defined, fullYears, type Day } from '@tidy-quill/core/units';
import { and, asc, eq, isNotNull } from 'drizzle-orm';
import sharp from 'sharp';
import type { Queryable } from '../../db/connect';
import { diaryPhotos } from '../../db/diary-tables';
import { areas, photos } from '../../db/schema';
import { wholeFile, type FileStore } from '../../files/file-store';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { findClient } from '../clients/store';
import { consentsOf } from '../consent/store';
import { suitabilityInForce } from '../suitability/store';
import { visitContext } from '../visit/visit-context';
import { eventsOf } from '../visit/events';
import { findVisit } from '../visit/store';
import { smallPictureOf } from './decode-apart';
import { inTurn } from './picture-queue';
import { withoutMetadata } from './without-metadata';

const TYPES: Readonly<Record<string, PhotoType>> = { jpeg: 'image/jpeg', png: 'image/png' };

/**
 * Keeps a photograph of a zone of a visit: the picture as it was taken but for what says where and with what, and a
 * small one of it. Sent twice, it is kept once.
 * @throws HttpProblem 400 for a picture that is none, 422 without consent to photographs for the record.
 */
export async function keepPhoto(
  db: Queryable,
  files: FileStore,
  actor: Actor,
  visitId: string,
  about: NewPhoto,
  sent: Buffer,
): Promise<Photo> {
  const { clinicId, staffId } = actor;
  const already = await findPhoto(db, clinicId, about.id);
  if (already !== null) return already;
  const visit = await findVisit(db, clinicId, visitId);
  const events = defined((await eventsOf(db, clinicId, [visitId])).get(visitId));
  if (!zonesOf(events, visit.areaId).includes(about.areaId)) {
    throw refused('areaId', 'is not a zone of this visit');
  }
  const { client, consents, suitability, today } = await visitContext(db, clinicId, visit);
  const { areaId } = about;
  const { alone } = suitability.content.ages;
  if (!isAgreed(consents, { areaId, today, birthDate: client.birthDate, alone })) {
    throw new HttpProblem('refused-by-rule', 'No consent to photographs here', {
      detail: 'The client has not agreed to photographs for the record of this area.',
    });
  }
  const { original, thumbnail, ...picture } = await read(sent);
  const { pose, view, distance, light } = about;
  const row = {
    clinicId,
    staffId,
    visitId,
    id: about.id,
    areaId,
    takenAt: new Date(about.takenAt),
    takenAs:
      pose === undefined || view === undefined || distance === undefined || light === undefined
        ? null
        : { pose, view, distance, light },
    ...picture,
  };
  await db.transaction(async (tx) => {
    const sha256 = await files.put(tx, clinicId, original);
    const thumbnailSha256 = await files.put(tx, clinicId, thumbnail);
    await tx
      .insert(photos)
      .values({ ...row, sha256, thumbnailSha256 })
      .onConflictDoNothing();
  });
  return defined(await findPhoto(db, clinicId, about.id));
}

/** Whether photographs of an area are agreed to for the record. */
function isAgreed(
  consents: readonly Consent[],
  of: {
    readonly areaId: string;
    readonly today: Day;
    readonly birthDate: Day;
    /** From which age somebody signs alone. */
    readonly alone: number;
  },
): boolean {
  const { areaId, today, birthDate, alone } = of;
  const minor = fullYears(birthDate, today) < alone;
  const standing = consentStanding(consents, { kind: 'photographs', areaId, on: today, minor });
  return standing.state === 'valid' && standing.consent.uses.includes('record');
}

/** @throws HttpProblem 422 where photographs of an area are not agreed to for the record, or not any more */
export async function refuseUnagreed(
  db: Queryable,
  clinicId: string,
  client: { readonly id: string; readonly birthDate: Day },
  of: { readonly areaId: string; readonly today: Day },
): Promise<void> {
  const consents = (await consentsOf(db, clinicId, [client.id])).get(client.id) ?? [];
  const { alone } = (await suitabilityInForce(db, clinicId)).content.ages;
  if (isAgreed(consents, { ...of, birthDate: client.birthDate, alone })) return;
  throw new HttpProblem('refused-by-rule', 'No consent to photographs here', {
    detail: 'The client does not agree to photographs for the record of this area any more.',
  });
}

async function findPhoto(db: Queryable, clinicId: string, id: string): Promise<Photo | null> {
  const [row] = await db
    .select({
      id: photos.id,
      areaId: photos.areaId,
      takenAt: photos.takenAt,
      visitId: photos.visitId,
      type: photos.type,
      width: photos.width,
      height: photos.height,
      sha256: photos.sha256,
    })
    .from(photos)
    .where(and(eq(photos.clinicId, clinicId), eq(photos.id, id)));
  return row === undefined ? null : { ...row, takenAt: row.takenAt.toISOString() };
}

/** Checks that the bytes are a picture of a type and size that is taken, by what they hold, not what they are called. */
async function read(sent: Buffer) {
  if (sent.length === 0) throw refused('picture', 'is empty');
  // Only the head is read here: how large it would be is known before anything is decoded.
  const found = await sharp(sent, { limitInputPixels: false, failOn: 'error' })
    .metadata()
    .catch(() => null);
  const type = found === null ? undefined : TYPES[found.format];
  if (found === null || type === undefined) throw refused('picture', 'must be a JPEG or PNG');
  if (Math.max(found.width, found.height) > PHOTO_LIMITS.sidePx) {
    throw refused('picture', `must be ${PHOTO_LIMITS.sidePx} pixels a side at most`);
  }
  if (found.width * found.height > PHOTO_LIMITS.pixels) {
    throw refused('picture', `must have ${PHOTO_LIMITS.pixels / 1e6} million pixels at most`);
  }
  const original = withoutMetadata(type, sent);
  const thumbnail = await inTurn(() => smallPictureOf(original));
  const { width, height } = found.autoOrient;
  return { type, width, height, original, thumbnail };
}

/** Every picture of a client's areas, the oldest first; those from home too. */
export async function photosOfClient(
  db: Queryable,
  clinicId: string,
  clientId: string,
): Promise<ClientPhoto[]> {
  await findClient(db, clinicId, clientId);
  const rows = await db
    .select({
      ...{ id: photos.id, visitId: photos.visitId, areaId: photos.areaId },
      ...{ takenAt: photos.takenAt, width: photos.width, height: photos.height },
      ...{ takenAs: photos.takenAs, fromHome: isNotNull(diaryPhotos.photoId) },
    })
    .from(photos)
    .innerJoin(areas, and(eq(areas.clinicId, photos.clinicId), eq(areas.id, photos.areaId)))
    .leftJoin(
      diaryPhotos,
      and(eq(diaryPhotos.clinicId, photos.clinicId), eq(diaryPhotos.photoId, photos.id)),
    )
    .where(and(eq(photos.clinicId, clinicId), eq(areas.clientId, clientId)))
    .orderBy(asc(photos.takenAt), asc(photos.id));
  return rows.map((row) => ({
    ...row,
    takenAt: row.takenAt.toISOString(),
    fromHome: Boolean(row.fromHome),
  }));
}

/** Which file a photograph is, whole or small, and of what type; 404 where there is none. */
export async function photoFile(
  db: Queryable,
  clinicId: string,
  id: string,
  size: 'original' | 'thumbnail',
): Promise<{ type: PhotoType; sha256: string; takenAt: Date }> {
  const [row] = await db
    .select({
      ...{ type: photos.type, takenAt: photos.takenAt },
      sha256: size === 'original' ? photos.sha256 : photos.thumbnailSha256,
    })
    .from(photos)
    .where(and(eq(photos.clinicId, clinicId), eq(photos.id, id)));
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such photograph');
  return size === 'thumbnail' ? { ...row, type: 'image/jpeg' } : row;
}

/** The small picture of a photograph; null where it is not here, as it may still wait on somebody's tablet. */
export async function thumbnailOf(
  db: Queryable,
  files: FileStore,
  clinicId: string,
  id: string,
): Promise<Buffer | null> {
  const [row] = await db
    .select({ sha256: photos.thumbnailSha256 })
    .from(photos)
    .where(and(eq(photos.clinicId, clinicId), eq(photos.id, id)));
  return row === undefined ? null : wholeFile(files, db, clinicId, row.sha256);
}

const refused = (field: string, problem: string) =>
  new HttpProblem('invalid-input', 'Some fields cannot be taken', { fields: [{ field, problem }] });
