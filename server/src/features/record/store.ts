import type { RecordOpened, SignRecord } from '@tidy-quill/contract/record';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import { visitReport } from '@tidy-quill/core/report';
import { signedEvents } from '@tidy-quill/core/workflow';
import { zoneRecords, type PlanInputs } from '@tidy-quill/core/session';
import { type VisitEvent } from '@tidy-quill/core/events';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import stringify from 'safe-stable-stringify';
import { defined } from '@tidy-quill/core/units';
import { clientMerges } from '../../db/client-merges';
import type { Db, Queryable } from '../../db/connect';
import { catalogueVersions, clinics, rooms, visitEvents } from '../../db/schema';
import { clinicDay } from '../../http/clinic-day';
import { contentOf } from '../../http/kept-content';
import { HttpProblem } from '../../http/problem';
import type { FileStore } from '../../files/file-store';
import type { Actor } from '../../http/session';
import { staffNames } from '../auth/store';
import { areasOf, findClient } from '../clients/store';
import { consentsOf } from '../consent/store';
import { thumbnailOf } from '../photos/store';
import { eventsOf } from '../visit/events';
import { appendJudged, findVisit } from '../visit/store';

/** What an event says, whatever shape its body was kept in. */
type Said = Pick<VisitEvent, 'id' | 'at' | 'staffId' | 'areaId'> & { readonly body: unknown };

/** SHA-256 over what was signed of a visit, whatever order its entries or their fields came in. */
export function recordDigest(said: readonly Said[]): string {
  const signed = said
    // What was said, not how it came here.
    .map(({ id, at, staffId, areaId, body }) => ({ id, at, staffId, areaId, body }))
    .sort((one, other) => (one.id < other.id ? -1 : 1));
  return createHash('sha256').update(stringify(signed)).digest('hex');
}

/** What a signature covers of a visit, as it was kept: an older record keeps its digest whatever shape it is read in. */
async function signedAsKept(
  db: Queryable,
  clinicId: string,
  events: readonly VisitEvent[],
): Promise<readonly Said[]> {
  const ids = signedEvents(events).map(({ id }) => id);
  const rows = await db
    .select()
    .from(visitEvents)
    .where(and(eq(visitEvents.clinicId, clinicId), inArray(visitEvents.id, ids)));
  const asSigned = await areasAsSigned(db, clinicId, rows[0]?.visitId);
  return rows.map(({ id, at, staffId, areaId, body }) => ({
    ...{ id, at: at.toISOString(), staffId, body: asSigned(body) },
    areaId: asSigned(areaId) ?? undefined,
  }));
}

/** Gives areas the ids that they had before records were merged: what somebody signed stays what they signed. */
async function areasAsSigned(db: Queryable, clinicId: string, visitId: string | undefined) {
  const merges =
    visitId === undefined
      ? []
      : await db
          .select({ pairs: clientMerges.pairs })
          .from(clientMerges)
          .where(
            and(
              eq(clientMerges.clinicId, clinicId),
              isNull(clientMerges.undoneAt),
              sql`${clientMerges.moved} -> 'visits' @> to_jsonb(${visitId}::text)`,
            ),
          )
          .orderBy(desc(clientMerges.createdAt));
  const pairs = merges.flatMap((merge) => merge.pairs);
  return <T>(said: T): T =>
    pairs.length === 0
      ? said
      : (JSON.parse(
          pairs.reduce(
            (text, { from, into }) => text.replaceAll(into, from),
            JSON.stringify(said ?? null),
          ),
        ) as T);
}

/** A visit's record with all that its page shows. */
export async function openRecord(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
): Promise<RecordOpened> {
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const [room] = await db
    .select()
    .from(rooms)
    .where(and(eq(rooms.clinicId, clinicId), eq(rooms.id, visit.roomId)));
  const events = defined((await eventsOf(db, clinicId, [visit.id])).get(visit.id));
  const day = clinicDay(new Date(visit.startsAt), defined(clinic).timeZone);
  const given = defined((await consentsOf(db, clinicId, [visit.clientId])).get(visit.clientId));
  return {
    visit,
    client: await findClient(db, clinicId, visit.clientId),
    areas: await areasOf(db, clinicId, visit.clientId),
    room: room?.name ?? '',
    events,
    digest: recordDigest(await signedAsKept(db, clinicId, events)),
    staffNames: await staffNames(db, clinicId),
    handpieceNames: await handpieceNames(db, clinicId),
    consents: given.filter(
      ({ signedOn, withdrawnOn }) =>
        signedOn <= day && (withdrawnOn === null || withdrawnOn >= day),
    ),
    clinicName: defined(clinic).name,
  };
}

/** Small pictures of a visit, in the order in which its record names them. */
export async function thumbnailsOf(
  db: Queryable,
  files: FileStore,
  clinicId: string,
  { events, visit }: RecordOpened,
): Promise<readonly Buffer[]> {
  const { zones } = visitReport(events, visit.areaId);
  const ids = zones.flatMap(({ photoIds }) => photoIds);
  const found = await Promise.all(ids.map((id) => thumbnailOf(db, files, clinicId, id)));
  return found.flatMap((each) => each ?? []);
}

/** The accepted plan of each zone of a visit with the versions of devices and protocol that it rests on, by area. */
export async function planInputs(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
): Promise<Readonly<Record<string, PlanInputs>>> {
  const events = defined((await eventsOf(db, clinicId, [visit.id])).get(visit.id));
  const rows = await db
    .select()
    .from(catalogueVersions)
    .where(eq(catalogueVersions.clinicId, clinicId));
  const versionOf = (id: string) => defined(rows.find((row) => row.id === id));
  return Object.fromEntries(
    [...zoneRecords(events, visit.areaId)].flatMap(([areaId, { plan, agreed }]) => {
      if (plan === null) return [];
      const handpieces = contentOf('devices', versionOf(plan.devicesVersionId));
      const protocol = contentOf('protocol', versionOf(plan.protocolVersionId));
      return [[areaId, { plan, handpieces, protocol, agreed: agreed !== null }]];
    }),
  );
}

/** Every handpiece that any version of the devices ever named, by id; the newest name holds. */
export async function handpieceNames(
  db: Queryable,
  clinicId: string,
): Promise<Readonly<Record<string, string>>> {
  const rows = await db
    .select()
    .from(catalogueVersions)
    .where(and(eq(catalogueVersions.clinicId, clinicId), eq(catalogueVersions.kind, 'devices')))
    .orderBy(catalogueVersions.number);
  return Object.fromEntries(
    rows.flatMap((row) => contentOf('devices', row).map(({ id, name }) => [id, name])),
  );
}

/** Signs a record as it was read; 409 where something was added meanwhile. */
export async function signRecord(
  db: Db,
  actor: Actor,
  visitId: string,
  { id, digest, signature }: SignRecord,
): Promise<EventsKept> {
  const visit = await findVisit(db, actor.clinicId, visitId);
  const at = new Date().toISOString();
  return appendJudged(db, actor, visit.id, [{ id }], async ({ tx, events }) => {
    if (recordDigest(await signedAsKept(tx, actor.clinicId, events)) !== digest) {
      throw new HttpProblem('conflict', 'Something was added to this record meanwhile', {
        detail: 'Read it again, then sign.',
      });
    }
    const entries = signedEvents(events).length;
    return [{ id, at, body: { kind: 'recordSigned', signature, digest, entries } }];
  });
}
