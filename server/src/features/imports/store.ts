import type {
  ImportChecked,
  ImportListed,
  ImportRests,
  NewImport,
} from '@tidy-quill/contract/imports';
import { typedInSession, type PastSession } from '@tidy-quill/core/plan';
import { SITES } from '@tidy-quill/core/sites';
import { defined } from '@tidy-quill/core/units';
import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { OutputOf } from '@tidy-quill/contract/problem';
import { v7 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { imports, typedSessions } from '../../db/imports';
import { areas, clients, clinics, staff } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { alikeClients } from '../clients/store';
import { searchTextOf } from '../clients/search-text';

type Asked = OutputOf<typeof NewImport>;

/** Rows are written some at a time: a statement takes 65,535 values at most. */
const AT_ONCE = 500;

/**
 * Takes clients and past sessions from files, all of it or nothing. Sent twice, it is taken once.
 * @throws HttpProblem 400 with `sessions.N.client` where a row of sessions names nobody
 */
export async function importAll(db: Db, actor: Actor, asked: Asked): Promise<void> {
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    const { clinicId, staffId } = actor;
    const added = await tx
      .insert(imports)
      .values({
        ...{ clinicId, id: asked.id, fileName: asked.fileName, createdBy: staffId },
        ...{ clients: asked.clients.length, sessions: asked.sessions.length },
      })
      .onConflictDoNothing()
      .returning({ id: imports.id });
    if (added.length === 0) return;
    await addClients(tx, clinicId, asked);
    await addSessions(tx, clinicId, asked);
  });
}

async function addClients(tx: Queryable, clinicId: string, { id, clients: rows }: Asked) {
  if (rows.length === 0) return;
  const [next] = await tx
    .update(clinics)
    .set({ lastClientNumber: sql`${clinics.lastClientNumber} + ${rows.length}` })
    .where(eq(clinics.id, clinicId))
    .returning({ last: clinics.lastClientNumber });
  const first = defined(next).last - rows.length + 1;
  const values = rows.map(({ row: _row, key: _key, ...fields }, index) => {
    const reference = `TQ-${String(first + index).padStart(4, '0')}`;
    const searchText = searchTextOf({ ...fields, reference });
    return { clinicId, ...fields, reference, searchText, importId: id };
  });
  for (const some of inParts(values)) await tx.insert(clients).values(some);
}

async function addSessions(tx: Queryable, clinicId: string, asked: Asked) {
  const { sessions } = asked;
  if (sessions.length === 0) return;
  const byKey = new Map(asked.clients.map((client) => [client.key, client.id] as const));
  const references = [...new Set(sessions.map(({ client }) => client))].filter(
    (key) => !byKey.has(key),
  );
  const here =
    references.length === 0
      ? []
      : await tx
          // What is told of a record that was merged belongs to the one it went into.
          .select({
            id: sql<string>`coalesce(${clients.mergedInto}, ${clients.id})`,
            reference: clients.reference,
          })
          .from(clients)
          .where(and(eq(clients.clinicId, clinicId), inArray(clients.reference, references)));
  const byReference = new Map(here.map(({ id, reference }) => [reference, id] as const));
  const clientOf = (key: string) => byKey.get(key) ?? byReference.get(key);
  const unknown = sessions.flatMap(({ client }, index) =>
    clientOf(client) === undefined
      ? [{ field: `sessions.${index}.client`, problem: `names nobody: ${client}` }]
      : [],
  );
  if (unknown.length > 0) {
    throw new HttpProblem('invalid-input', 'Some rows cannot be taken', { fields: unknown });
  }
  const areaIds = await areasFor(tx, clinicId, asked, (key) => defined(clientOf(key)));
  const values = sessions.map((session) => {
    const { id, client, on, wavelengthNm, fluenceJcm2, pulseMs, spotMm } = session;
    const { endpoint, adverse, painMax, note } = session;
    const clientId = defined(clientOf(client));
    return {
      ...{ clinicId, id, clientId, areaId: defined(areaIds.get(areaKey(clientId, session))) },
      ...{ importId: asked.id, on, wavelengthNm, fluenceJcm2, pulseMs, spotMm },
      ...{ endpoint, adverse, painMax, note },
    };
  });
  for (const some of inParts(values)) await tx.insert(typedSessions).values(some);
}

const areaKey = (
  clientId: string,
  { site, side, job }: Pick<Asked['sessions'][number], 'site' | 'side' | 'job'>,
) => `${clientId} ${site} ${side} ${job}`;

/** The areas that the sessions speak of: those that the clients have, and new ones of a usual size. */
async function areasFor(
  tx: Queryable,
  clinicId: string,
  { id: importId, sessions }: Asked,
  clientOf: (key: string) => string,
): Promise<ReadonlyMap<string, string>> {
  const clientIds = [...new Set(sessions.map(({ client }) => clientOf(client)))];
  const known = await tx
    .select()
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), inArray(areas.clientId, clientIds)));
  const ids = new Map(
    known.map((area) => [
      areaKey(area.clientId, { ...area, site: area.site as keyof typeof SITES }),
      area.id,
    ]),
  );
  const missing: (typeof areas.$inferInsert)[] = [];
  for (const { client, site, side, job } of sessions) {
    const clientId = clientOf(client);
    const key = areaKey(clientId, { site, side, job });
    if (ids.has(key)) continue;
    const areaCm2 = SITES[site].typicalAreaCm2 * (side === 'both' ? 2 : 1);
    const id = v7();
    ids.set(key, id);
    missing.push({ ...{ clinicId, id, clientId, site, side, job, areaCm2 }, importId });
  }
  for (const some of inParts(missing)) await tx.insert(areas).values(some);
  return ids;
}

function inParts<T>(all: readonly T[]): T[][] {
  return Array.from({ length: Math.ceil(all.length / AT_ONCE) }, (_, part) =>
    all.slice(part * AT_ONCE, (part + 1) * AT_ONCE),
  );
}

/** Which rows of a file may be clients who are here already. */
export async function checkImport(
  db: Db,
  clinicId: string,
  asked: Pick<NewImport, 'clients'>,
): Promise<ImportChecked> {
  const alike: ImportChecked['alike'][number][] = [];
  for (const client of asked.clients) {
    const [first] = await alikeClients(db, clinicId, client);
    if (first !== undefined) alike.push({ row: client.row, with: first });
  }
  return { alike };
}

/** The imports of a clinic, newest first. */
export async function importsOf(db: Queryable, clinicId: string): Promise<ImportListed[]> {
  const rows = await db
    .select({ made: imports, by: staff.name })
    .from(imports)
    .innerJoin(staff, and(eq(staff.clinicId, imports.clinicId), eq(staff.id, imports.createdBy)))
    .where(eq(imports.clinicId, clinicId))
    .orderBy(desc(imports.createdAt));
  return rows.map(({ made: { id, fileName, createdAt, undoneAt, ...made }, by }) => ({
    ...{ id, fileName, by, clients: made.clients, sessions: made.sessions },
    at: createdAt.toISOString(),
    undoneAt: undoneAt?.toISOString() ?? null,
  }));
}

/**
 * Takes an import back as a whole; done twice, it is done once.
 * @throws HttpProblem 404 where there is none, 409 where something rests on it
 */
export async function undoImport(db: Db, actor: Actor, id: string): Promise<void> {
  const { clinicId } = actor;
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    const known = await tx.$count(imports, and(eq(imports.clinicId, clinicId), eq(imports.id, id)));
    if (known === 0) throw new HttpProblem('not-found', 'There is no such import');
    const { rows } = await tx.execute<{ rests: ImportRests | null }>(
      sql`select undo_import(${clinicId}, ${id}) as rests`,
    );
    const rests = rows[0]?.rests ?? null;
    if (rests !== null) {
      throw new HttpProblem('conflict', 'Something rests on this import', { detail: rests });
    }
  });
}

/** Sessions that were typed in, of a client, oldest first, by area. */
export async function typedSessionsOf(
  db: Queryable,
  clinicId: string,
  clientId: string,
): Promise<ReadonlyMap<string, readonly PastSession[]>> {
  const rows = await db
    .select()
    .from(typedSessions)
    .where(and(eq(typedSessions.clinicId, clinicId), eq(typedSessions.clientId, clientId)))
    .orderBy(asc(typedSessions.on), asc(typedSessions.id));
  const byArea = new Map<string, PastSession[]>();
  for (const { areaId, endpoint, adverse, painMax, ...row } of rows) {
    const session = typedInSession({ ...row, answer: { endpoint, adverse, painMax } });
    byArea.set(areaId, [...(byArea.get(areaId) ?? []), session]);
  }
  return byArea;
}
