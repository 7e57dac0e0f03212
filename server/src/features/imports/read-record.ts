import type { ClientRecordFile, RecordTaken } from '@tidy-quill/contract/client-record';
import type { OutputOf } from '@tidy-quill/contract/problem';
import { defined } from '@tidy-quill/core/units';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { v7 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { imports } from '../../db/imports';
import { clients, clinics, rooms, staff } from '../../db/schema';
import { hashOf, type FileStore } from '../../files/file-store';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { searchTextOf } from '../clients/search-text';
import { KEPT_TABLES, type KeptRow } from '../export/kept-rows';
import { clientRecord, type ClientRecord } from '../export/store';

type Asked = OutputOf<typeof ClientRecordFile>;

/** Columns that name a member of staff. */
const STAFF_COLUMNS = ['staff_id', 'cancelled_by', 'added_by'];

/**
 * Takes a client’s whole record that this program gave out, as it was: every row, picture and signed paper. Once it is in, it is given
 * out again and compared with the file: what is not the same is not taken.
 * @throws HttpProblem 409 where the client is here already, 400 where the file is damaged or says two things
 */
export async function takeRecord(
  db: Db,
  files: FileStore,
  actor: Actor,
  file: Asked,
): Promise<RecordTaken> {
  const { clinicId, staffId } = actor;
  const { id: clientId } = file.client;
  return db.transaction(async (tx) => {
    await actAs(tx, actor);
    const here = and(eq(clients.clinicId, clinicId), eq(clients.id, clientId));
    if ((await tx.$count(clients, here)) > 0) {
      throw new HttpProblem('conflict', 'This client is here already');
    }
    const importId = v7();
    await tx.insert(imports).values({
      ...{ clinicId, id: importId, fileName: `${file.client.reference}.json`, createdBy: staffId },
      ...{ clients: 1, sessions: file.rows['typed_sessions']?.length ?? 0 },
    });
    await putFiles(tx, files, clinicId, file);
    await addPeople(tx, clinicId, file);
    const reference = await freeReference(tx, clinicId, file.client.reference);
    const roomIds = await roomsFor(tx, clinicId, file.roomNames);
    const places = await newPlaces(tx, file.rows['visit_events'] ?? []);
    const change = (table: string, row: KeptRow): KeptRow => {
      switch (table) {
        case 'clients':
          return { ...row, reference, import_id: importId, merged_into: null };
        case 'areas':
        case 'typed_sessions':
          return { ...row, import_id: importId };
        case 'visits':
          return { ...row, room_id: roomIds.get(String(row['room_id'])) };
        case 'visit_events':
          return { ...row, ...places(row) };
        case 'invitations':
        case 'diary_links':
          // Nobody has the token of this one.
          return { ...row, token_hash: randomBytes(32).toString('hex') };
        default:
          return row;
      }
    };
    for (const table of KEPT_TABLES) {
      const own = (file.rows[table] ?? []).map((row) => change(table, row));
      await insertRows(tx, clinicId, table, own);
    }
    const [kept] = await tx.select().from(clients).where(here);
    if (kept === undefined) throw damaged('rows.clients', 'must hold the client');
    await tx
      .update(clients)
      .set({ searchText: searchTextOf(kept) })
      .where(here);
    const again = await clientRecord(tx, files, clinicId, clientId);
    const asFile = JSON.parse(JSON.stringify(again)) as Readonly<Record<string, unknown>>;
    for (const part of COMPARED) {
      const said = part === 'client' ? { ...file.client, reference } : file[part];
      if (!isDeepStrictEqual(comparable(part, asFile[part]), comparable(part, said))) {
        throw damaged(part, 'is not what the rows say: the file was changed, or is damaged');
      }
    }
    return { clientId, reference };
  });
}

/** The parts of the file that are compared with what its rows give out. */
const COMPARED = [
  ...(['client', 'areas', 'visits', 'consents', 'courseNotes', 'photos', 'typedSessions'] as const),
  ...(['answersFromHome', 'diary', 'messages'] as const),
] satisfies (keyof ClientRecord)[];

/** A part as it is compared: rooms have other ids here, entries other places, and a record that went into another one stands by itself. */
function comparable(part: string, said: unknown): unknown {
  if (part === 'client') return { ...(said as object), mergedInto: null };
  if (part !== 'visits') return said;
  return (said as ClientRecord['visits']).map(({ visit, events }) => ({
    visit: { ...visit, roomId: '' },
    events: events.map(({ seen: _seen, seq: _seq, ...event }) => event),
  }));
}

const damaged = (field: string, problem: string) =>
  new HttpProblem('invalid-input', 'This record cannot be taken', { fields: [{ field, problem }] });

/** Everybody who is named in it and does not work here: their names, without a way to sign in. */
async function addPeople(tx: Queryable, clinicId: string, { rows, staffNames }: Asked) {
  const named = new Set(
    Object.values(rows).flatMap((own) =>
      own.flatMap((row) =>
        STAFF_COLUMNS.flatMap((column) => (row[column] == null ? [] : [String(row[column])])),
      ),
    ),
  );
  if (named.size === 0) return;
  const known = await tx
    .select({ id: staff.id })
    .from(staff)
    .where(and(eq(staff.clinicId, clinicId), inArray(staff.id, [...named])));
  for (const { id } of known) named.delete(id);
  const people = [...named].map((id) => {
    const name = staffNames[id];
    if (name === undefined) throw damaged('staffNames', `does not say who ${id} is`);
    return { clinicId, id, name, role: 'technician' as const, active: false };
  });
  if (people.length > 0) await tx.insert(staff).values(people);
}

async function freeReference(tx: Queryable, clinicId: string, wanted: string): Promise<string> {
  const taken = await tx
    .select({ id: clients.id })
    .from(clients)
    .where(and(eq(clients.clinicId, clinicId), eq(clients.reference, wanted)));
  if (taken.length === 0) {
    // Whoever is added next gets a later one.
    const number = Number(/^TQ-(\d{1,9})$/.exec(wanted)?.[1] ?? 0);
    const last = sql`greatest(${clinics.lastClientNumber}, ${number}::int)`;
    await tx.update(clinics).set({ lastClientNumber: last }).where(eq(clinics.id, clinicId));
    return wanted;
  }
  const [next] = await tx
    .update(clinics)
    .set({ lastClientNumber: sql`${clinics.lastClientNumber} + 1` })
    .where(eq(clinics.id, clinicId))
    .returning({ number: clinics.lastClientNumber });
  return `TQ-${String(defined(next).number).padStart(4, '0')}`;
}

/** The rooms here for those that the file names: of the same name, or new ones. */
async function roomsFor(
  tx: Queryable,
  clinicId: string,
  names: Asked['roomNames'],
): Promise<ReadonlyMap<string, string>> {
  const own = await tx.select().from(rooms).where(eq(rooms.clinicId, clinicId));
  const ids = new Map<string, string>();
  for (const [id, name] of Object.entries(names)) {
    const twin = own.find((room) => room.id === id) ?? own.find((room) => room.name === name);
    ids.set(id, twin?.id ?? id);
    if (twin === undefined) await tx.insert(rooms).values({ clinicId, id, name });
  }
  return ids;
}

/** New places for events in the order that they had, after everything that is here; what a tablet had seen goes with them. */
async function newPlaces(tx: Queryable, events: readonly KeptRow[]) {
  const olds = events.map((row) => Number(row['seq'])).sort((one, other) => one - other);
  const { rows } = await tx.execute<{ seq: string }>(
    sql`select nextval(pg_get_serial_sequence('visit_events', 'seq')) as seq from generate_series(1, ${olds.length}::int)`,
  );
  const news = rows.map(({ seq }) => Number(seq)).sort((one, other) => one - other);
  const placeOf = (old: number) => news[olds.indexOf(old)];
  return (row: KeptRow) => {
    const seen = row['seen'] == null ? null : olds.findLast((old) => old <= Number(row['seen']));
    return {
      seq: placeOf(Number(row['seq'])),
      seen: seen === null ? null : seen === undefined ? 0 : placeOf(seen),
    };
  };
}

/** SQLSTATE classes of data that cannot be and of keys and rules that are broken. */
const BAD_DATA = /^2[23]/;

async function insertRows(
  tx: Queryable,
  clinicId: string,
  table: string,
  own: readonly KeptRow[],
): Promise<void> {
  if (own.length === 0) return;
  const { rows } = await tx.execute<{ name: string }>(
    sql`select attname as name from pg_attribute where attrelid = ${table}::regclass and attnum > 0 and not attisdropped`,
  );
  const known = new Set(rows.map(({ name }) => name));
  const columns = [...new Set(own.flatMap((row) => Object.keys(row)))];
  const strange = columns.find((name) => !known.has(name));
  if (strange !== undefined) {
    throw damaged(`rows.${table}`, `has a column that is not known here: ${strange}`);
  }
  const list = sql.join(
    ['clinic_id', ...columns].map((name) => sql.identifier(name)),
    sql`, `,
  );
  const all = JSON.stringify(own.map((row) => ({ ...row, clinic_id: clinicId })));
  try {
    await tx.execute(sql`
      insert into ${sql.identifier(table)} (${list})
      select ${list} from jsonb_populate_recordset(null::${sql.identifier(table)}, ${all}::jsonb)`);
  } catch (error) {
    const { code, message } = ((error as Error).cause ?? error) as {
      code?: string;
      message: string;
    };
    if (code === undefined || !BAD_DATA.test(code)) throw error;
    throw damaged(`rows.${table}`, `cannot be: ${message}`);
  }
}

async function putFiles(tx: Queryable, files: FileStore, clinicId: string, file: Asked) {
  const needed = new Set(
    [
      ...(file.rows['photos'] ?? []).flatMap((row) => [row['sha256'], row['thumbnail_sha256']]),
      ...(file.rows['consents'] ?? []).map((row) => row['sha256']),
    ].map(String),
  );
  for (const [index, { sha256, bytes }] of file.files.entries()) {
    const raw = Buffer.from(bytes, 'base64');
    if (hashOf(raw) !== sha256)
      throw damaged(`files.${index}`, 'has other bytes than its hash says');
    await files.put(tx, clinicId, raw);
    needed.delete(sha256);
  }
  const [missing] = needed;
  const erased = file.rows['clients']?.some((row) => row['erased_at'] != null) === true;
  if (missing !== undefined && !erased) throw damaged('files', `lacks ${missing}`);
}
