import { asHeader } from '../visit/visit-header';
import type { Area, AreaNote, Client } from '@tidy-quill/contract/clients';
import type { Consent } from '@tidy-quill/contract/consent';
import type { Photo } from '@tidy-quill/contract/photos';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import type { VisitEvent } from '@tidy-quill/core/events';
import type { PastSession } from '@tidy-quill/core/plan';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Queryable } from '../../db/connect';
import { aheadAnswers } from '../../db/ahead-tables';
import { auditEntries } from '../../db/audit-entries';
import { diaryEntries } from '../../db/diary-tables';
import { photos, rooms, staff, visits } from '../../db/schema';
import { messages } from '../../db/messages';
import { wholeFile, type FileStore } from '../../files/file-store';
import { keptRows, type KeptRows } from './kept-rows';
import { staffNames } from '../auth/store';
import { areasOf, findClient } from '../clients/store';
import { mergedInto } from '../clients/merge';
import { consentsOf } from '../consent/store';
import { notesOf } from '../course/course-notes';
import { typedSessionsOf } from '../imports/store';
import { handpieceNames } from '../record/store';
import { withoutToken } from '../messages/store';
import { visitsSummed } from '../projections/store';
import { eventsOf } from '../visit/events';

/** All that is kept of a client, pictures and signed papers too: what people read first, and then the rows that it is read back from. */
export interface ClientRecord {
  readonly format: 'tidy-quill-client';
  readonly version: 1;
  readonly exportedAt: string;
  readonly client: Client;
  readonly areas: readonly Area[];
  /** Oldest first, each with every event. */
  readonly visits: readonly {
    readonly visit: VisitHeader;
    readonly events: readonly VisitEvent[];
    /** Where an entry of it cannot be read: every entry as the database has it. */
    readonly asKept?: readonly object[];
  }[];
  readonly consents: readonly Consent[];
  /** What was decided about the courses of its areas, and treatment plans as given, oldest first. */
  readonly courseNotes: readonly AreaNote[];
  readonly photos: readonly Omit<Photo, 'takenAt'>[];
  /** Sessions given before the client came here, as they were imported, by area. */
  readonly typedSessions: Readonly<Record<string, readonly PastSession[]>>;
  /** What the client answered at home, as given, oldest first. */
  readonly answersFromHome: readonly {
    readonly visitId: string;
    readonly at: string;
    readonly history: unknown;
  }[];
  /** What the client wrote of the healing, as given, oldest first. */
  readonly diary: readonly {
    readonly id: string;
    readonly visitId: string;
    readonly at: string;
    readonly trend: string;
    readonly signs: readonly string[];
    readonly seen: readonly string[];
    readonly note: string;
    readonly photoIds: readonly string[];
    readonly replaces: string | null;
  }[];
  /** Other records of the same client, as they were before they were merged into this one. */
  readonly mergedRecords: readonly Client[];
  /** Who looked at it and who changed it, oldest first, as the audit trail has it. */
  readonly looked: readonly {
    readonly at: string;
    readonly by: string | null;
    readonly what: string;
  }[];
  readonly messages: readonly { readonly at: string; readonly to: string; readonly text: string }[];
  readonly staffNames: Readonly<Record<string, string>>;
  readonly handpieceNames: Readonly<Record<string, string>>;
  readonly roomNames: Readonly<Record<string, string>>;
  /** The same as the database has it, by table and column: the record is read back from it. */
  readonly rows: KeptRows;
  /** Pictures, small ones of them, and signed papers: their bytes in base64. */
  readonly files: readonly { readonly sha256: string; readonly bytes: string }[];
}

/** The whole record of one client. 404 where there is none. */
export async function clientRecord(
  db: Queryable,
  files: FileStore,
  clinicId: string,
  clientId: string,
): Promise<ClientRecord> {
  const client = await findClient(db, clinicId, clientId);
  const kept = await keptRows(db, clinicId, clientId);
  const merged = await mergedInto(db, clinicId, clientId);
  const rows = await db
    .select()
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), eq(visits.clientId, clientId)))
    .orderBy(asc(visits.startsAt), asc(visits.id));
  const ids = rows.map(({ id }) => id);
  const summed = await visitsSummed(db, clinicId, eq(visits.clientId, clientId));
  const unreadable = new Set(summed.filter((each) => each.unreadable).map(({ visit }) => visit.id));
  const events = await eventsOf(
    db,
    clinicId,
    ids.filter((id) => !unreadable.has(id)),
  );
  const asKept = new Map(
    await Promise.all(
      [...unreadable].map(async (id) => [id, await eventsAsKept(db, clinicId, id)] as const),
    ),
  );
  const { id: _id, visitId, areaId, type, width, height, sha256 } = photos;
  const pictures =
    ids.length === 0
      ? []
      : await db
          .select({ id: photos.id, visitId, areaId, type, width, height, sha256 })
          .from(photos)
          .where(and(eq(photos.clinicId, clinicId), inArray(photos.visitId, ids)));
  const sent = await db
    .select()
    .from(messages)
    .where(and(eq(messages.clinicId, clinicId), eq(messages.clientId, clientId)))
    .orderBy(asc(messages.createdAt));
  return {
    format: 'tidy-quill-client',
    version: 1,
    exportedAt: new Date().toISOString(),
    client,
    areas: await areasOf(db, clinicId, clientId),
    visits: rows.map((row) => ({
      visit: asHeader(row),
      events: events.get(row.id) ?? [],
      ...(asKept.has(row.id) ? { asKept: defined(asKept.get(row.id)) } : {}),
    })),
    consents: defined((await consentsOf(db, clinicId, [clientId])).get(clientId)),
    courseNotes: await notesOf(db, clinicId, clientId),
    photos: pictures,
    typedSessions: Object.fromEntries(await typedSessionsOf(db, clinicId, clientId)),
    ...(await fromHome(db, clinicId, ids)),
    mergedRecords: await Promise.all(merged.map((id) => findClient(db, clinicId, id))),
    looked: await lookedAt(db, clinicId, [clientId, ...merged]),
    messages: sent.map(({ createdAt, to, text }) => ({
      at: createdAt.toISOString(),
      to,
      text: withoutToken(text),
    })),
    staffNames: await staffNames(db, clinicId),
    handpieceNames: await handpieceNames(db, clinicId),
    roomNames: Object.fromEntries(
      (await db.select().from(rooms).where(eq(rooms.clinicId, clinicId)))
        .filter(({ id }) => rows.some(({ roomId }) => roomId === id))
        .map(({ id, name }) => [id, name]),
    ),
    rows: kept,
    files: await filesOf(db, files, clinicId, kept),
  };
}

/** What came in from the client at home, of some visits. */
async function fromHome(
  db: Queryable,
  clinicId: string,
  visitIds: readonly string[],
): Promise<Pick<ClientRecord, 'answersFromHome' | 'diary'>> {
  if (visitIds.length === 0) return { answersFromHome: [], diary: [] };
  const answers = await db
    .select()
    .from(aheadAnswers)
    .where(and(eq(aheadAnswers.clinicId, clinicId), inArray(aheadAnswers.visitId, [...visitIds])))
    .orderBy(asc(aheadAnswers.givenAt));
  const entries = await db
    .select()
    .from(diaryEntries)
    .where(and(eq(diaryEntries.clinicId, clinicId), inArray(diaryEntries.visitId, [...visitIds])))
    .orderBy(asc(diaryEntries.givenAt));
  return {
    answersFromHome: answers.map(({ visitId, givenAt, history }) => ({
      ...{ visitId, at: givenAt.toISOString(), history },
    })),
    diary: entries.map(
      ({ id, visitId, givenAt, trend, signs, seen, note, photoIds, replaces }) => ({
        ...{ id, visitId, at: givenAt.toISOString(), trend, signs, seen, note, photoIds, replaces },
      }),
    ),
  };
}

/** The bytes of a client’s pictures and signed papers, each once. */
async function filesOf(
  db: Queryable,
  files: FileStore,
  clinicId: string,
  kept: KeptRows,
): Promise<ClientRecord['files']> {
  const named = [
    ...(kept['photos'] ?? []).flatMap((row) => [row['sha256'], row['thumbnail_sha256']]),
    ...(kept['consents'] ?? []).map((row) => row['sha256']),
  ].map(String);
  const found: { sha256: string; bytes: string }[] = [];
  for (const sha256 of [...new Set(named)].sort()) {
    // Of whoever was erased they are gone.
    if ((await files.size(db, clinicId, sha256)) === null) continue;
    const bytes = await wholeFile(files, db, clinicId, sha256);
    found.push({ sha256, bytes: bytes.toString('base64') });
  }
  return found;
}

/** Who looked at a client and who changed what. */
async function lookedAt(
  db: Queryable,
  clinicId: string,
  clientIds: readonly string[],
): Promise<ClientRecord['looked']> {
  const rows = await db
    .select({ at: auditEntries.at, kind: auditEntries.kind, by: staff.name })
    .from(auditEntries)
    .leftJoin(
      staff,
      and(eq(staff.clinicId, auditEntries.clinicId), eq(staff.id, auditEntries.staffId)),
    )
    .where(and(eq(auditEntries.clinicId, clinicId), inArray(auditEntries.clientId, [...clientIds])))
    .orderBy(asc(auditEntries.seq));
  return rows.map(({ at, kind, by }) => ({ at: at.toISOString(), by, what: kind }));
}

/** The entries of a visit as the database has them, unread. */
async function eventsAsKept(
  db: Queryable,
  clinicId: string,
  visitId: string,
): Promise<readonly object[]> {
  const { rows } = await db.execute<{ entry: object }>(
    sql`select to_jsonb(e) - 'clinic_id' as entry from visit_events e
        where e.clinic_id = ${clinicId} and e.visit_id = ${visitId} order by e.seq`,
  );
  return rows.map(({ entry }) => entry);
}
