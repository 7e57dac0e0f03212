import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../testing/application';

let app: Application;
let idony: Person;
beforeAll(async () => {
  app = await startApplication();
  idony = await app.signedIn('idony');
});
afterAll(() => app.close());

interface Refused {
  readonly fields: readonly { readonly field: string; readonly problem: string }[];
}

const fieldsOf = ({ body }: { readonly body: unknown }) =>
  (body as Refused).fields.map(({ field, problem }) => `${field} ${problem}`);

const aVisit = async () => {
  const { rows } = await app.connection.pool.query<{ id: string }>(
    `select v.id from visits v join clients c on c.id = v.client_id
     where c.family_name = 'Okapi-Lune' order by v.starts_at desc limit 1`,
  );
  return defined(rows[0]).id;
};

describe('at the edge', () => {
  it('a press of a time that cannot be is refused, and no page breaks by it', async () => {
    const visit = await aVisit();
    const at = '0001-01-01T00:00:00+14:00';
    const refused = await idony.post(`/api/visits/${visit}/events`, [
      { id: v7(), at, body: { kind: 'pulsesFired', count: 1 } },
    ]);
    expect(refused.status).toBe(400);
    expect(fieldsOf(refused)).toEqual(['0.at must be between 1900 and 2199']);
    for (const path of ['/api/today', `/api/visits/${visit}`, `/api/visits/${visit}/record`]) {
      expect((await idony.get(path)).status, path).toBe(200);
    }
  });

  it.each([
    ['NUL', '\0'],
    ['half of a pair', '\ud800'],
  ])('%s is refused with its field, signed in or not', async (_name, letter) => {
    const stranger = app.person();
    const signIn = await stranger.post('/api/sign-in', { name: `id${letter}ony`, password: 'x' });
    expect(signIn.status).toBe(400);
    expect(fieldsOf(signIn)).toEqual(['name has characters that cannot be kept']);
    const added = await idony.post('/api/clients', {
      ...{ id: v7(), givenName: `A${letter}`, familyName: 'B', birthDate: '1990-01-01' },
      ...{ phone: '', note: '' },
    });
    expect(added.status).toBe(400);
    const found = await idony.get(`/api/clients?text=${encodeURIComponent('\0')}&page=1`);
    expect(found.status).toBe(400);
    for (const path of ['/api/ahead/%00', '/api/diary/%00', '/api/visits/%00']) {
      expect((await stranger.get(path)).status, path).toBeLessThan(500);
    }
  });

  it('days that no calendar has are refused', async () => {
    for (const birthDate of ['0000-01-01', '2027-02-29']) {
      const fields = { id: v7(), givenName: 'A', familyName: 'B', phone: '', note: '' };
      const refused = await idony.post('/api/clients', { ...fields, birthDate });
      expect(refused.status, birthDate).toBe(400);
    }
  });
});
