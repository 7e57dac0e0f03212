import { pino } from 'pino';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../testing/application';

const lines: string[] = [];
let app: Application;
let idony: Person;
beforeAll(async () => {
  app = await startApplication(pino({ level: 'info' }, { write: (line) => void lines.push(line) }));
  idony = await app.signedIn('idony');
});
afterAll(() => app.close());

const SECRETS = [
  'Penhallurick',
  'Hollowbrook',
  '1991-03-04',
  '01632 960 777',
  'a-token-of-a-diary',
];

describe('the log', () => {
  it('tells of a failure by route and ids, and of nothing that was said', async () => {
    const { pool } = app.connection;
    await pool.query(
      'alter table clients rename to gone; alter table diary_links rename to gone_too',
    );
    const answers = [
      await idony.get('/api/clients?text=Penhallurick&page=1'),
      await idony.post('/api/clients', {
        ...{ id: v7(), givenName: 'Peregrine', familyName: 'Hollowbrook' },
        ...{ birthDate: '1991-03-04', phone: '01632 960 777', note: '' },
      }),
      await app.person().get('/api/diary/a-token-of-a-diary'),
    ];
    await pool.query(
      'alter table gone rename to clients; alter table gone_too rename to diary_links',
    );
    expect(answers.map(({ status }) => status)).toEqual([500, 500, 500]);
    const log = lines.join('');
    const cookie = defined(idony.cookie().split('=')[1]);
    for (const secret of [...SECRETS, cookie, decodeURIComponent(cookie), 'text=']) {
      expect(log).not.toContain(secret);
    }
    const told = lines.map((line) => JSON.parse(line) as Record<string, unknown>);
    expect(told.map(({ method, route, status }) => `${method} ${route} ${status}`)).toEqual([
      'GET /clients 500',
      'POST /clients 500',
      'GET /diary/:token 500',
    ]);
    // PostgreSQL: undefined_table.
    expect(told[0]).toMatchObject({ error: { code: '42P01' } });
    expect(defined(told[0])['staffId']).toMatch(/^[0-9a-f-]{36}$/);
  });
});
