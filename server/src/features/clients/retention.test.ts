import type { RetentionListed } from '@tidy-quill/contract/clinic';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { v7 } from 'uuid';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let owner: Person;
beforeAll(async () => {
  app = await startApplication();
  owner = await app.signedIn('morwenna');
});
afterAll(() => app.close());

const listed = async () =>
  (await owner.get('/api/clinic/retention')).body as unknown as RetentionListed;

/** A client who was added some years ago and never came. */
async function longAgo(givenName: string, birthDate: string, years: number): Promise<string> {
  const id = v7();
  const fields = { givenName, familyName: 'Longago', birthDate, phone: '', note: '' };
  expect((await owner.post('/api/clients', { id, ...fields })).status).toBe(201);
  await app.connection.pool.query(
    `update clients set created_at = now() - make_interval(years => $2) where id = $1`,
    [id, years],
  );
  return id;
}

describe('records that need not be kept any longer', () => {
  it('are listed by the clinic’s own rule, the oldest first, and go when they are erased', async () => {
    const eldest = await longAgo('Bertram', '1950-01-02', 30);
    const elder = await longAgo('Constance', '1960-01-02', 20);
    const minor = `${new Date().getUTCFullYear() - 25}-01-02`;
    const young = await longAgo('Dulcie', minor, 12);
    expect(await listed()).toEqual({ retention: null, due: [] });
    const rule = { years: 8, minorsUntilAge: 30 };
    expect((await owner.put('/api/clinic/retention', { retention: rule })).status).toBe(204);
    const { retention, due } = await listed();
    expect(retention).toEqual(rule);
    expect(due.map(({ clientId }) => clientId)).toEqual([eldest, elder]);
    expect(due[0]).toMatchObject({ name: 'Bertram Longago', refusal: null });
    await owner.put('/api/clinic/retention', { retention: { years: 8, minorsUntilAge: 24 } });
    expect((await listed()).due.map(({ clientId }) => clientId)).toEqual([eldest, elder, young]);
    const reference = due[0]?.reference ?? '';
    await owner.post(`/api/clients/${eldest}/erasure`, { reference });
    expect((await listed()).due.map(({ clientId }) => clientId)).toEqual([elder, young]);
  });

  it('follow no rule that is none', async () => {
    const caspian = await app.signedIn('caspian');
    expect((await caspian.get('/api/clinic/retention')).status).toBe(403);
    const short = { retention: { years: 0, minorsUntilAge: 25 } };
    expect((await owner.put('/api/clinic/retention', short)).body).toMatchObject({
      fields: [{ field: 'retention.years', problem: 'must be 1 or more' }],
    });
    expect((await owner.put('/api/clinic/retention', { retention: null })).status).toBe(204);
    expect((await listed()).due).toEqual([]);
  });
});
