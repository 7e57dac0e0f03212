import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../../testing/application';
import { rebuild, wrongProjections } from './rebuild';

let app: Application;
let person: Person;
let visits: Day['visits'];

beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  ({ visits } = (await person.get('/api/today')).body as Day);
});
afterAll(() => app.close());

const visitOf = (name: string) => defined(visits.find(({ client }) => client.name.includes(name)));
const press = async (visitId: string, body: object, more: object = {}) => {
  const { after } = (await person.get(`/api/visits/${visitId}`)).body as VisitOpened;
  const event = { id: v7(), at: new Date().toISOString(), body, ...more };
  return person.post(`/api/visits/${visitId}/events?after=${after}`, [event]);
};
const row = async (visitId: string) => {
  const { rows } = await app.connection.pool.query<{ stale: boolean; takes_presses: string[] }>(
    'select stale, takes_presses from visit_status where visit_id = $1',
    [visitId],
  );
  return defined(rows[0]);
};

describe('projections', () => {
  it('stand for every visit, and say what its events say', async () => {
    const { rows } = await app.connection.pool.query<{ n: number }>(
      `select count(*)::int as n from visits v
       where not exists (select from visit_status s where s.visit_id = v.id)`,
    );
    expect(defined(rows[0]).n).toBe(0);
    expect(await rebuild(app.connection.db)).toBeGreaterThan(40);
    expect(await wrongProjections(app.connection.db)).toEqual([]);
  });

  it('are written with what is judged, and outdated by a press until somebody reads', async () => {
    const { id } = visitOf('Okapi-Lune');
    expect((await press(id, { kind: 'resumed' })).status).toBe(200);
    expect(await row(id)).toMatchObject({ stale: false, takes_presses: [expect.any(String)] });
    expect((await press(id, { kind: 'pulsesFired', count: 9 })).status).toBe(200);
    expect((await row(id)).stale).toBe(true);
    const { client } = visitOf('Okapi-Lune');
    const { body } = await person.get(`/api/clients/${client.id}`);
    const [last] = (body as ClientOpened).visits;
    expect(defined(defined(last).lights.at(-1)).pulses).toBe(defined(last).pulses);
    expect((await row(id)).stale).toBe(false);
    expect(await wrongProjections(app.connection.db)).toEqual([]);
  });

  it('follow reactions told of and closed', async () => {
    const { id } = visitOf('Yewbarrow');
    const open = async () =>
      ((await person.get('/api/reactions')).body as { visitId: string }[]).map(
        ({ visitId }) => visitId,
      );
    expect(await open()).not.toContain(id);
    const at = new Date().toISOString();
    const { visit } = (await person.get(`/api/visits/${id}`)).body as VisitOpened;
    const report = {
      ...{ what: 'redness', onsetAt: at, extent: 'part', trend: 'same', signs: [] },
      ...{ sizeCm: null, place: 'middle' },
    };
    const told = { kind: 'reactionReported', how: 'phone', note: '', photoIds: [], report };
    const { status, body } = await press(id, told, { areaId: visit.areaId });
    expect([status, body], JSON.stringify(body)).toMatchObject([200, {}]);
    expect(await open()).toContain(id);
    expect(await wrongProjections(app.connection.db)).toEqual([]);
  });

  it('let no visit that cannot be read take a list down', async () => {
    const { id, client } = visitOf('Candlewick');
    // As one was kept before such moments were refused: a year before the first.
    await app.connection.pool.query(
      `insert into visit_events (clinic_id, id, visit_id, staff_id, kind, at, body)
       select clinic_id, gen_random_uuid(), id, staff_id, 'paused', '0001-12-31 10:00:00+00 BC', '{"kind":"paused"}'
       from visits where id = $1`,
      [id],
    );
    const today = (await person.get('/api/today')).body as Day;
    expect(today.visits).toHaveLength(visits.length);
    expect(today.visits.find((visit) => visit.id === id)).toMatchObject({ unreadable: true });
    const opened = (await person.get(`/api/clients/${client.id}`)).body as ClientOpened;
    expect(opened.unreadable.map((visit) => visit.id)).toEqual([id]);
    for (const path of ['/api/today/not-ready', '/api/today/follow-ups', '/api/reactions']) {
      expect((await person.get(path)).status, path).toBe(200);
    }
    expect(await person.get(`/api/visits/${id}`)).toMatchObject({
      status: 422,
      body: { title: 'An entry of this visit cannot be read' },
    });
    const exported = (await person.get(`/api/clients/${client.id}/record.json`)).body as {
      visits: { visit: { id: string }; asKept?: object[] }[];
    };
    const kept = defined(exported.visits.find(({ visit }) => visit.id === id)).asKept;
    expect(kept).toContainEqual(
      expect.objectContaining({ kind: 'paused', at: expect.stringContaining('BC') }),
    );
  });
});
