import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';

/** Where a database is, and where PostgreSQL's programs are; on PATH where no folder is named. */
export interface Database {
  readonly url: string;
  readonly programs?: string | undefined;
}

/** A program of PostgreSQL on a database; its password is in no list of processes. */
export function runProgram(
  name: 'pg_dump' | 'pg_restore',
  { url, programs }: Database,
  options: readonly string[],
): { readonly child: ChildProcess; readonly done: Promise<void> } {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const sslMode = searchParams.get('sslmode');
  const child = spawn(programs === undefined ? name : join(programs, name), options, {
    stdio: ['pipe', 'pipe', 'pipe'],
    env: {
      PATH: process.env['PATH'],
      PGHOST: hostname,
      PGPORT: port === '' ? '5432' : port,
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: decodeURIComponent(pathname.slice(1)),
      ...(sslMode === null ? {} : { PGSSLMODE: sslMode }),
    },
  });
  const said = text(child.stderr);
  const ended = once(child, 'close') as Promise<[number | null]>;
  const done = ended.then(async ([code]) => {
    if (code !== 0) throw new Error(`${name} failed: ${(await said).slice(0, 2000)}`);
  });
  // Whoever waits hears of it; until then it is nobody's fault.
  done.catch(() => {});
  return { child, done };
}
