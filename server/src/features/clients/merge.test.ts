import type { Area, ClientOpened, ClientPage } from '@tidy-quill/contract/clients';
import type { MergeCompared } from '@tidy-quill/contract/merges';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { defined } from '@tidy-quill/core/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 } from 'uuid';
import { startApplication, type Application, type Person } from '../../testing/application';
import { verifyTrail } from '../audit/verify';

let app: Application;
let caspian: Person;
let idony: Person;
beforeAll(async () => {
  app = await startApplication();
  caspian = await app.signedIn('caspian');
  idony = await app.signedIn('idony');
});
afterAll(() => app.close());

const opened = async (id: string) =>
  (await caspian.get(`/api/clients/${id}`)).body as unknown as ClientOpened;
const found = async (text: string) =>
  ((await caspian.get(`/api/clients?text=${text}`)).body as unknown as ClientPage).clients;
const demo = async (name: string) => opened(defined((await found(name))[0]).id);
const compared = async (kept: string, gone: string) =>
  (await caspian.get(`/api/clients/${kept}/merge?with=${gone}`)).body as unknown as MergeCompared;

/** A second record of somebody, entered at the desk, with some of their areas. */
async function again(of: ClientOpened, more: object = {}, areas: readonly Area[] = []) {
  const id = v7();
  const { givenName, familyName, birthDate } = of.client;
  const fields = { givenName, familyName, birthDate, phone: '', note: '', ...more };
  expect((await idony.post('/api/clients', { id, ...fields })).status).toBe(201);
  for (const { site, side, job, areaCm2 } of areas) {
    const area = { id: v7(), site, side, job, areaCm2 };
    expect((await idony.post(`/api/clients/${id}/areas`, area)).status).toBe(201);
  }
  return opened(id);
}

async function merge(kept: string, gone: string, more: object = {}, id = v7()) {
  const { pairs, ...sides } = await compared(kept, gone);
  const versions = { version: sides.kept.client.version, goneVersion: sides.gone.client.version };
  const asked = { id, goneId: gone, pairs, ...versions, ...more };
  return { id, ...(await caspian.post(`/api/clients/${kept}/merges`, asked)) };
}

const undo = (id: string) => caspian.post(`/api/merges/${id}/undo`);

/** A booked visit of an area as whoever plans it sees it. */
async function booked(clientId: string, areaId: string, startsAt: string): Promise<VisitOpened> {
  const { rows } = await app.connection.pool.query<{ room: string; staff: string }>(
    `select (select id from rooms limit 1) as room, (select id from staff where sign_in_name = 'idony') as staff`,
  );
  const { room: roomId, staff: staffId } = defined(rows[0]);
  const visit = { id: v7(), areaId, roomId, staffId, startsAt };
  const answer = await idony.post(`/api/clients/${clientId}/visits`, visit);
  expect(answer.status, JSON.stringify(answer.body)).toBe(201);
  return (await idony.get(`/api/visits/${visit.id}`)).body as unknown as VisitOpened;
}

const digestOf = async (visitId: string) =>
  ((await caspian.get(`/api/visits/${visitId}/record`)).body as { digest: string }).digest;

/** All rows that a merge may move, as text: to compare before and after. */
async function everything(): Promise<string> {
  const tables = ['areas', 'visits', 'visit_events', 'photos', 'consents', 'course_notes'];
  const dumps: unknown[] = [];
  for (const table of [...tables, 'typed_sessions', 'messages', 'waiting', 'zone_sessions']) {
    const { rows } = await app.connection.pool.query<object>(`select * from ${table} t order by t`);
    dumps.push(rows);
  }
  return JSON.stringify(dumps);
}

describe('two records of one client', () => {
  it('are compared and merged by a supervisor, and by nobody whose visit is under way', async () => {
    const of = await demo('Emberlight');
    const twin = await again(of);
    const path = `/api/clients/${twin.client.id}/merge?with=${of.client.id}`;
    expect((await idony.get(path)).status).toBe(403);
    expect((await compared(of.client.id, of.client.id)).refusal).toBe('same');
    const { refusal, gone } = await compared(twin.client.id, of.client.id);
    expect(refusal).toBeNull();
    const standing = of.visits.filter(({ cancelled }) => cancelled === null);
    expect(gone.visits).toBe(new Set(standing.map(({ id }) => id)).size);
    const treating = await demo('Okapi');
    const other = await again(treating);
    expect((await compared(other.client.id, treating.client.id)).refusal).toBe('underWay');
    expect((await merge(other.client.id, treating.client.id)).body).toMatchObject({
      detail: 'underWay',
    });
  });

  it('become one: what one area bore counts for its twin, and what is said of both stands', async () => {
    const of = await demo('Emberlight');
    const hair = defined(of.areas.find(({ job }) => job === 'hair'));
    const visits = of.visits.filter(({ areaId, pulses }) => areaId === hair.id && pulses > 0);
    expect(visits.length).toBeGreaterThan(0);
    const twin = await again(of, { email: 'h@example.org', alert: 'Faints' }, [hair]);
    const own = defined(twin.areas[0]);
    const before = await booked(twin.client.id, own.id, '2031-03-05T10:00:00.000Z');
    expect(before.before[own.id]?.history ?? []).toEqual([]);

    const apart = await merge(twin.client.id, of.client.id, { pairs: [] });
    expect([apart.status, apart.body]).toMatchObject([400, { detail: 'hairApart' }]);
    const older = await merge(twin.client.id, of.client.id, { version: 7 });
    expect(older.status).toBe(409);
    const id = v7();
    const digests = () => Promise.all(visits.map((visit) => digestOf(visit.id)));
    const signed = await digests();
    expect((await merge(twin.client.id, of.client.id, {}, id)).status).toBe(201);
    // What somebody signed stays what they signed.
    expect(await digests()).toEqual(signed);

    const one = await opened(twin.client.id);
    const seen = one.visits.filter(({ areaId, pulses }) => areaId === own.id && pulses > 0);
    expect(seen.map((visit) => visit.id)).toEqual(visits.map((visit) => visit.id));
    expect(seen.map(({ lights }) => lights)).toEqual(visits.map(({ lights }) => lights));
    expect(one.client).toMatchObject({ email: 'h@example.org', phone: of.client.phone });
    expect(one.client.alert).toContain('Faints');
    expect(one.areas).toHaveLength(of.areas.length);
    expect(one.consents).toHaveLength(of.consents.length);
    expect(one.merges).toMatchObject([{ id, gone: { reference: of.client.reference } }]);
    const { visit } = before;
    const after = (await idony.get(`/api/visits/${visit.id}`)).body as unknown as VisitOpened;
    expect(defined(after.before[own.id]).history.map(({ on }) => on)).toEqual(
      seen.flatMap(({ sessions }) => sessions.map(({ on }) => on)).toReversed(),
    );

    const left = await opened(of.client.id);
    expect(left.client.mergedInto).toBe(twin.client.id);
    expect(left.visits).toEqual([]);
    expect(await found(of.client.reference)).toEqual([]);
    const more = { id: v7(), site: 'upperLip', side: 'whole', areaCm2: 6 };
    expect((await idony.post(`/api/clients/${of.client.id}/areas`, more)).status).toBe(409);
    expect((await verifyTrail(app.connection.db)).broken).toEqual([]);
    expect((await undo(id)).status).toBe(204);
  });

  it('are parted again as they were, for as long as nothing rests on it', async () => {
    const of = await demo('Gullfeather');
    const twin = await again(of, { note: 'Rang twice' }, of.areas);
    await opened(of.client.id);
    const before = await everything();
    const { id } = await merge(twin.client.id, of.client.id);
    expect(await everything()).not.toBe(before);
    expect((await undo(id)).status).toBe(204);
    expect((await undo(id)).status).toBe(204);
    await opened(of.client.id);
    expect(await everything()).toBe(before);
    const { version: _was, ...said } = of.client;
    expect((await opened(of.client.id)).client).toMatchObject(said);
    expect((await opened(twin.client.id)).client).toMatchObject({
      ...{ note: 'Rang twice', phone: '', mergedInto: null },
    });

    const once = await merge(twin.client.id, of.client.id);
    const third = await again(of);
    const twice = await merge(twin.client.id, third.client.id);
    expect([(await undo(once.id)).status, (await undo(once.id)).body]).toMatchObject([
      409,
      { detail: 'edited' },
    ]);
    expect((await undo(twice.id)).status).toBe(204);
    const area = defined((await opened(twin.client.id)).areas[0]);
    await booked(twin.client.id, area.id, '2031-04-09T10:00:00.000Z');
    expect((await undo(once.id)).body).toMatchObject({ detail: 'visits' });
  });

  it('go together when the client is erased', async () => {
    const of = await again(await demo('Rookwhistle'), { phone: '01632 960 555' });
    const owner = await app.signedIn('morwenna');
    const twin = await again(of, { givenName: 'Wrongspelt' });
    await merge(of.client.id, twin.client.id);
    const erased = (id: string, reference: string) =>
      owner.post(`/api/clients/${id}/erasure`, { reference });
    expect((await erased(twin.client.id, twin.client.reference)).body).toMatchObject({
      detail: 'merged',
    });
    expect((await erased(of.client.id, of.client.reference)).status).toBe(204);
    expect((await opened(twin.client.id)).client.givenName).toBe('Erased');
    const { rows } = await app.connection.pool.query(
      `select 1 from client_merges where kept_before::text like '%' || $1 || '%'`,
      [of.client.phone],
    );
    expect(rows).toEqual([]);
  });
});
