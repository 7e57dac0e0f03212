import { defined } from '@tidy-quill/core/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application } from '../testing/application';
import { serveMetrics } from './metrics';
import type { State } from './state';

let app: Application;
beforeAll(async () => {
  app = await startApplication();
});
afterAll(() => app.close());

const ready = async () => {
  const response = await fetch(`${app.url}/readyz`);
  return { status: response.status, state: (await response.json()) as State };
};

describe('whether a server can work', () => {
  it('is said with its release and the state of its database', async () => {
    const { status, state } = await ready();
    expect(status).toBe(200);
    const { applied, known } = state.migrations;
    expect(applied).toBe(known);
    expect(state).toMatchObject({ ready: true, version: '0.1.0', problems: [] });
  });

  it('is denied while the database is behind the release, and said again once it is not', async () => {
    const { pool } = app.connection;
    const { rows } = await pool.query<{ id: number; hash: string; created_at: string }>(
      `delete from drizzle.__drizzle_migrations
       where id = (select max(id) from drizzle.__drizzle_migrations) returning *`,
    );
    const { status, state } = await ready();
    expect(status).toBe(503);
    const { known } = state.migrations;
    expect(state).toMatchObject({
      ready: false,
      migrations: { applied: known - 1 },
      problems: [`The database lacks 1 of ${known} migrations: start the new release once`],
    });
    const { id, hash, created_at: at } = defined(rows[0]);
    await pool.query('insert into drizzle.__drizzle_migrations values ($1, $2, $3)', [
      id,
      hash,
      at,
    ]);
    expect((await ready()).status).toBe(200);
  });
});

describe('what a server measures of itself', () => {
  it('names routes, never addresses, and the number by which a request is found in the log', async () => {
    const person = await app.signedIn('idony');
    const { body } = await person.get('/api/clients?text=candlewick');
    const [client] = (body as { clients: { id: string }[] }).clients;
    await person.get(`/api/clients/${client?.id ?? ''}`);
    const answered = await fetch(`${app.url}/healthz`);
    expect(answered.headers.get('x-request-id')).toMatch(/^[0-9a-f-]{36}$/);
    const text = await app.metrics.text();
    expect(text).toContain('route="/api/clients/:id",status="200"');
    expect(text).not.toContain(client?.id);
    expect(text).not.toContain('candlewick');
    expect(text).toMatch(/tidy_quill_database_connections\{state="all"\} [1-9]/);
    expect(text).toContain('tidy_quill_info{version="0.1.0"} 1');
    expect(text).toContain('tidy_quill_last_backup_timestamp_seconds 0');
  });

  it('is read at a port of its own, on this machine alone', async () => {
    const server = serveMetrics(app.metrics, 0);
    await new Promise((resolve) => server.once('listening', resolve));
    const address = server.address();
    if (address === null || typeof address === 'string') throw new Error('No port');
    expect(address.address).toBe('127.0.0.1');
    const read = (path: string) => fetch(`http://127.0.0.1:${address.port}${path}`);
    expect(await (await read('/metrics')).text()).toContain('# TYPE tidy_quill_request_seconds');
    expect((await read('/')).status).toBe(404);
    await new Promise((resolve) => server.close(resolve));
    expect((await fetch(`${app.url}/metrics`)).status).not.toBe(200);
  });
});
