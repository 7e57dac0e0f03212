import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { Day } from '@tidy-quill/contract/today';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

const today = async () => ((await person.get('/api/today')).body as Day).visits;
const of = async (name: string) =>
  defined((await today()).find(({ client }) => client.name.includes(name)));

describe('a visit that is cancelled', () => {
  it('leaves the day, stands with its reason at the client, and takes nothing more', async () => {
    const visit = await of('Candlewick');
    const link = await person.post(`/api/visits/${visit.id}/invitation`, { id: v7() });
    const cancel = (reason: string) => person.post(`/api/visits/${visit.id}/cancel`, { reason });
    expect((await cancel(' ')).body).toMatchObject({ fields: [{ field: 'reason' }] });
    expect((await cancel('Called: a cold')).status).toBe(204);
    // Pressed twice it stays as it was cancelled.
    expect((await cancel('Again')).status).toBe(204);
    expect((await today()).map(({ id }) => id)).not.toContain(visit.id);
    const { visits } = (await person.get(`/api/clients/${visit.client.id}`)).body as ClientOpened;
    expect(visits.find(({ id }) => id === visit.id)).toMatchObject({ cancelled: 'Called: a cold' });
    const note = { kind: 'amended', about: null, text: 'x', reason: 'y' };
    const more = await person.post(`/api/visits/${visit.id}/events`, [
      { id: v7(), at: new Date().toISOString(), body: note },
    ]);
    expect(more).toMatchObject({ status: 422, body: { title: 'This visit was cancelled' } });
    const another = await person.post(`/api/visits/${visit.id}/invitation`, { id: v7() });
    expect(another.body).toMatchObject({ title: 'This visit was cancelled' });
    if (link.status === 201) {
      const token = (link.body as { url: string }).url.split('/').at(-1);
      expect((await app.person().get(`/api/ahead/${token}`)).status).toBe(404);
    }
    const { rows } = await app.connection.pool.query<{ what: unknown }>(
      "select what from audit_entries where kind = 'visitCancelled'",
    );
    expect(rows).toMatchObject([{ what: { after: { cancel_reason: 'Called: a cold' } } }]);
  });

  it('cannot be one in which something was fired', async () => {
    const { id } = await of('Okapi-Lune');
    expect(await person.post(`/api/visits/${id}/cancel`, { reason: 'x' })).toMatchObject({
      ...{ status: 422, body: { detail: 'zoneBegun' } },
    });
  });

  it('is of an area of its own client, by key', async () => {
    const insert = app.connection.pool.query(
      `insert into visits (clinic_id, id, client_id, area_id, room_id, staff_id, starts_at)
       select v.clinic_id, gen_random_uuid(), v.client_id, a.id, v.room_id, v.staff_id, now()
       from visits v join areas a on a.clinic_id = v.clinic_id and a.client_id <> v.client_id limit 1`,
    );
    await expect(insert).rejects.toThrow('visits_area_of_client');
  });
});
