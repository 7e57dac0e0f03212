import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { newDatabase } from '../testing/application';
import { connect, connectAsApplication, type Connection } from './connect';

let connection: Connection;
beforeAll(async () => {
  connection = connect(await newDatabase());
});
afterAll(() => connection.pool.end());

describe('a connection', () => {
  it('that is cut between two queries of a transaction fails that one alone', async () => {
    const { pool } = connection;
    const cut = await pool.connect();
    await cut.query('begin');
    const { rows } = await cut.query<{ pid: number }>('select pg_backend_pid() as pid');
    const ended = new Promise<void>((resolve) => cut.once('end', () => resolve()));
    await pool.query('select pg_terminate_backend($1)', [defined(rows[0]).pid]);
    await ended;
    await expect(cut.query('select 1')).rejects.toThrow(/not queryable|terminat/);
    cut.release(true);
    expect((await pool.query('select 1 as one')).rows).toEqual([{ one: 1 }]);
  });

  it('prepares nothing where a pooler lends another one for each transaction', async () => {
    const prepared = async (pooled: boolean) => {
      const databaseUrl = await newDatabase();
      const { pool } = connectAsApplication({ databaseUrl, applicationUrl: databaseUrl, pooled });
      const client = await pool.connect();
      const one = await client.query<{ one: number }>(
        { name: 'one', text: 'select $1::int as one' },
        [1],
      );
      const named = await client.query('select name from pg_prepared_statements');
      client.release();
      await pool.end();
      return { one: defined(one.rows[0]).one, named: named.rows };
    };
    expect(await prepared(false)).toEqual({ one: 1, named: [{ name: 'one' }] });
    expect(await prepared(true)).toEqual({ one: 1, named: [] });
  });

  it('compiles no query: that takes longer than to answer it', async () => {
    expect((await connection.pool.query('show jit')).rows).toEqual([{ jit: 'off' }]);
  });
});
