import {
  CLIENTS_PER_PAGE,
  type AlikeClient,
  type Area,
  type Client,
  type ClientFields,
  type ClientPage,
  type NewArea,
} from '@tidy-quill/contract/clients';
import { likenessOf, phoneKey, type Identity } from '@tidy-quill/core/clients';
import { and, asc, count, eq, inArray, isNull, like, ne, or, sql } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Db, Queryable } from '../../db/connect';
import { areas, clients, clinics, visits } from '../../db/schema';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { likeAnywhere, searchText, searchTextOf, searchWords } from './search-text';

type ClientRow = typeof clients.$inferSelect;

export const asClient = (row: ClientRow): Client => ({
  id: row.id,
  reference: row.reference,
  givenName: row.givenName,
  familyName: row.familyName,
  birthDate: row.birthDate,
  phone: row.phone,
  email: row.email,
  contactBy: row.contactBy,
  language: row.language,
  doNotContact: row.doNotContact,
  guardian: row.guardian,
  alert: row.alert,
  note: row.note,
  version: row.version,
  erasedAt: row.erasedAt?.toISOString() ?? null,
  mergedInto: row.mergedInto,
  wishes: row.wishes,
});

/** A page of the clients whose name or reference holds every word of `text`, by family name. */
export async function findClients(
  db: Db,
  clinicId: string,
  search: { text: string; page: number },
): Promise<ClientPage> {
  const words = searchWords(search.text);
  const fits = and(
    eq(clients.clinicId, clinicId),
    isNull(clients.mergedInto),
    ...words.map((word) => like(clients.searchText, likeAnywhere(word))),
  );
  // Conditions by themselves: written out in a field, a column would lose its table's name.
  const theirs = sql`${areas.clinicId} = ${clients.clinicId} and ${areas.clientId} = ${clients.id}`;
  const ofClient = sql`${visits.clinicId} = ${clients.clinicId} and ${visits.clientId} = ${clients.id}`;
  const visitAt = (pick: 'max' | 'min', when: '<' | '>=') =>
    sql<string | null>`(select to_json(${sql.raw(pick)}(${visits.startsAt})) #>> '{}' from ${visits}
      where ${ofClient} and ${visits.cancelledAt} is null and ${visits.startsAt} ${sql.raw(when)} now())`;
  const counted = db.select({ total: count() }).from(clients).where(fits);
  const page = db
    .select({
      id: clients.id,
      reference: clients.reference,
      givenName: clients.givenName,
      familyName: clients.familyName,
      birthDate: clients.birthDate,
      areas: sql<number>`(select count(*)::int from ${areas} where ${theirs})`,
      lastVisitAt: visitAt('max', '<'),
      nextVisitAt: visitAt('min', '>='),
    })
    .from(clients)
    .where(fits)
    .orderBy(asc(clients.familyName), asc(clients.givenName), asc(clients.id))
    .limit(CLIENTS_PER_PAGE)
    .offset((search.page - 1) * CLIENTS_PER_PAGE);
  const [[found], rows] = await Promise.all([counted, page]);
  return { clients: rows, total: found?.total ?? 0, page: search.page };
}

/** How many who share something are compared. */
const COMPARED = 400;
const ALIKE_SHOWN = 5;

/** Who may be the same person, the most alike first; the database finds who shares something, core says who is alike. */
export async function alikeClients(
  db: Queryable,
  clinicId: string,
  asked: Identity & { readonly except?: string | undefined },
): Promise<AlikeClient[]> {
  const phone = phoneKey(asked.phone);
  const names = [asked.givenName, asked.familyName].map((name) => searchText(name)).filter(Boolean);
  const shares = [
    ...(asked.birthDate === '' ? [] : [eq(clients.birthDate, asked.birthDate)]),
    ...(phone === null ? [] : [like(clients.searchText, likeAnywhere(phone))]),
    ...names.map((name) => sql`${name} <% ${clients.searchText}`),
  ];
  if (shares.length === 0) return [];
  const rows = await db
    .select()
    .from(clients)
    .where(
      and(
        eq(clients.clinicId, clinicId),
        isNull(clients.mergedInto),
        or(...shares),
        asked.except === undefined ? undefined : ne(clients.id, asked.except),
      ),
    )
    .orderBy(asc(clients.id))
    .limit(COMPARED);
  return rows
    .flatMap((row) => {
      const alike = likenessOf(asked, row);
      const { id, reference, givenName, familyName, birthDate } = row;
      return alike === null ? [] : [{ id, reference, givenName, familyName, birthDate, alike }];
    })
    .sort((one, other) => other.alike.length - one.alike.length)
    .slice(0, ALIKE_SHOWN);
}

/** One client; 404 where there is none. */
export async function findClient(db: Queryable, clinicId: string, id: string): Promise<Client> {
  const [row] = await db
    .select()
    .from(clients)
    .where(and(eq(clients.clinicId, clinicId), eq(clients.id, id)));
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such client');
  return asClient(row);
}

/** One client to add to; 409 where the record was merged into another one. */
export async function findOwnClient(db: Queryable, clinicId: string, id: string): Promise<Client> {
  const client = await findClient(db, clinicId, id);
  if (client.mergedInto !== null) throw mergedAlready();
  return client;
}

const mergedAlready = () =>
  new HttpProblem('conflict', 'This record was merged into another one: open that one');

/** Refuses whoever is not born yet by the clinic's day. */
async function checkBorn(tx: Queryable, clinicId: string, { birthDate }: ClientFields) {
  const [clinic] = await tx
    .select({ timeZone: clinics.timeZone })
    .from(clinics)
    .where(eq(clinics.id, clinicId));
  if (birthDate <= clinicToday(defined(clinic).timeZone)) return;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
    fields: [{ field: 'birthDate', problem: 'must not be after today' }],
  });
}

/** Adds a client under the next free reference. Sent twice, it is added once. */
export async function addClient(
  db: Db,
  actor: Actor,
  id: string,
  fields: ClientFields,
): Promise<Client> {
  const { clinicId } = actor;
  return db.transaction(async (tx) => {
    await actAs(tx, actor);
    const known = await tx
      .select({ id: clients.id })
      .from(clients)
      .where(and(eq(clients.clinicId, clinicId), eq(clients.id, id)));
    if (known.length > 0) return findClient(tx, clinicId, id);
    await checkBorn(tx, clinicId, fields);
    const [next] = await tx
      .update(clinics)
      .set({ lastClientNumber: sql`${clinics.lastClientNumber} + 1` })
      .where(eq(clinics.id, clinicId))
      .returning({ number: clinics.lastClientNumber });
    const reference = `TQ-${String(defined(next).number).padStart(4, '0')}`;
    await tx
      .insert(clients)
      .values({
        clinicId,
        id,
        reference,
        ...fields,
        searchText: searchTextOf({ ...fields, reference }),
      })
      .onConflictDoNothing();
    return findClient(tx, clinicId, id);
  });
}

/** Saves edited fields over the version that was read; 409 with the newer one where there is one. */
export async function editClient(
  db: Db,
  actor: Actor,
  id: string,
  edited: ClientFields & { version: number },
): Promise<Client> {
  const { clinicId } = actor;
  return db.transaction(async (tx) => {
    await actAs(tx, actor);
    const [row] = await tx
      .select()
      .from(clients)
      .where(and(eq(clients.clinicId, clinicId), eq(clients.id, id)))
      .for('update');
    if (row === undefined) throw new HttpProblem('not-found', 'There is no such client');
    if (row.mergedInto !== null) throw mergedAlready();
    if (row.version !== edited.version) {
      throw new HttpProblem('conflict', 'Somebody else changed this client meanwhile', {
        current: asClient(row),
      });
    }
    const { version, ...fields } = edited;
    await checkBorn(tx, clinicId, fields);
    const [saved] = await tx
      .update(clients)
      .set({
        ...fields,
        version: version + 1,
        searchText: searchTextOf({ ...fields, reference: row.reference }),
      })
      .where(and(eq(clients.clinicId, clinicId), eq(clients.id, id)))
      .returning();
    return asClient(defined(saved));
  });
}

/** Keeps when a client likes to come; the last word counts. */
export async function setWishes(
  db: Db,
  actor: Actor,
  id: string,
  wishes: Client['wishes'],
): Promise<Client> {
  return db.transaction(async (tx) => {
    await actAs(tx, actor);
    const [saved] = await tx
      .update(clients)
      .set({ wishes: wishes === null ? null : { ...wishes, weekdays: [...wishes.weekdays] } })
      .where(
        and(eq(clients.clinicId, actor.clinicId), eq(clients.id, id), isNull(clients.mergedInto)),
      )
      .returning();
    if (saved === undefined) throw new HttpProblem('not-found', 'There is no such client');
    return asClient(saved);
  });
}

type AreaRow = typeof areas.$inferSelect;

export const asArea = (row: AreaRow): Area => ({
  id: row.id,
  clientId: row.clientId,
  site: row.site as Area['site'],
  side: row.side,
  job: row.job,
  areaCm2: row.areaCm2,
});

/** The areas of a client, oldest first. */
export async function areasOf(db: Queryable, clinicId: string, clientId: string): Promise<Area[]> {
  const rows = await db
    .select()
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), eq(areas.clientId, clientId)))
    .orderBy(asc(areas.createdAt), asc(areas.id));
  return rows.map(asArea);
}

/** Adds an area to a client. Sent twice, it is added once. */
export async function addArea(
  db: Db,
  actor: Actor,
  clientId: string,
  area: NewArea,
): Promise<Area> {
  const { clinicId } = actor;
  await findOwnClient(db, clinicId, clientId);
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await tx
      .insert(areas)
      .values({ clinicId, clientId, ...area })
      .onConflictDoNothing();
  });
  return { ...area, clientId };
}

/** Areas by their ids. */
export async function areasById(
  db: Queryable,
  clinicId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, typeof areas.$inferSelect>> {
  const rows = await db
    .select()
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), inArray(areas.id, [...new Set(ids)])));
  return new Map(rows.map((row) => [row.id, row] as const));
}

/** Clients of a clinic by their id. */
export async function clientsById(
  db: Queryable,
  clinicId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, typeof clients.$inferSelect>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select()
    .from(clients)
    .where(and(eq(clients.clinicId, clinicId), inArray(clients.id, [...new Set(ids)])));
  return new Map(rows.map((row) => [row.id, row] as const));
}
