import type { OwnSession } from '@tidy-quill/contract/accounts';
import Bowser from 'bowser';
import { sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Db, Queryable } from '../../db/connect';
import { tellSession } from '../live/event-notifications';
import type { AccountKey } from './second-factor';

interface Kept {
  readonly device?: string;
  readonly begunMs?: number;
  readonly renewedMs?: number;
}

// The id itself signs in: nobody is shown it, not even whose it is.
const digestOf = (sid: string) => createHash('sha256').update(sid).digest('hex');

async function kept(db: Queryable, { staffId }: AccountKey) {
  const { rows } = await db.execute<{ sid: string; sess: Kept }>(sql`
    select sid, sess from session
    where expire > now() and sess -> 'actor' ->> 'staffId' = ${staffId}`);
  return rows;
}

/** Somebody’s sessions, the one used last first. */
export async function sessionsOf(
  db: Queryable,
  key: AccountKey,
  currentId: string,
): Promise<readonly OwnSession[]> {
  const rows = await kept(db, key);
  return rows
    .map(({ sid, sess: { device, begunMs = 0, renewedMs = begunMs } }): OwnSession => ({
      id: digestOf(sid),
      device: device === undefined ? 'not known' : deviceText(device),
      begunAt: new Date(begunMs).toISOString(),
      usedAt: new Date(renewedMs).toISOString(),
      current: sid === currentId,
    }))
    .sort((one, other) => (one.usedAt < other.usedAt ? 1 : -1));
}

/** Ends sessions of an account at once, on every server; gives how many. */
export async function endSessions(
  db: Db,
  key: AccountKey,
  which: { readonly exceptId?: string; readonly digest?: string } = {},
): Promise<number> {
  const ending = (await kept(db, key)).filter(
    ({ sid }) =>
      sid !== which.exceptId && (which.digest === undefined || digestOf(sid) === which.digest),
  );
  for (const { sid } of ending) {
    await db.execute(sql`delete from session where sid = ${sid}`);
    tellSession(db, sid);
  }
  return ending.length;
}

/** What somebody works on, by what their browser says of itself. */
function deviceText(userAgent: string): string {
  const { browser, os, platform } = Bowser.parse(userAgent);
  return [browser.name, os.name && `on ${os.name}`, platform.type && `(${platform.type})`]
    .filter(Boolean)
    .join(' ');
}
