import type pg from 'pg';
import { v7 } from 'uuid';
import { numbersFrom, personAt } from './person';

/** The server, to be killed and brought back. */
export interface Mortal {
  readonly url: string;
  readonly kill: () => Promise<void>;
  readonly revive: () => Promise<void>;
}

const TABLETS = 4;

/** Presses go on from several tablets while the server is killed again and again; gives what became of those that were confirmed. */
export async function kills(
  server: Mortal,
  pool: pg.Pool,
  visitId: string,
  { times, seed }: { readonly times: number; readonly seed: number },
): Promise<{
  readonly killed: number;
  readonly confirmed: number;
  readonly lost: number;
  readonly twice: number;
}> {
  const next = numbersFrom(seed);
  const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));
  const people = await Promise.all(
    Array.from({ length: TABLETS }, () => personAt(server.url, 'idony')),
  );
  const confirmed: string[] = [];
  let over = false;
  const tablets = people.map(async ({ ask }) => {
    while (!over) {
      const id = v7();
      const event = { id, at: new Date().toISOString(), body: { kind: 'pulsesFired', count: 1 } };
      // As a tablet does: sent again with the same id until it is confirmed.
      while (!over) {
        const address = `/api/visits/${visitId}/events?after=999999999999`;
        const { status } = await ask('POST', address, JSON.stringify([event]));
        if (status === 200) {
          confirmed.push(id);
          break;
        }
        await pause(20);
      }
    }
  });
  let killed = 0;
  while (killed < times) {
    await pause(50 + next() * 400);
    await server.kill();
    killed += 1;
    await server.revive();
  }
  over = true;
  await Promise.all(tablets);
  const { rows } = await pool.query<{ id: string; n: number }>(
    'select id, count(*)::int as n from visit_events where id = any($1) group by id',
    [confirmed],
  );
  return {
    killed,
    confirmed: confirmed.length,
    lost: confirmed.length - rows.length,
    twice: rows.filter(({ n }) => n > 1).length,
  };
}
