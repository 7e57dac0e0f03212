import { PIN_TRIES } from '@tidy-quill/core/access';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type pg from 'pg';
import { HttpProblem } from '../../http/problem';

/** Counts tries in the database, so that all servers count together, however many come at once. */
export interface Tries {
  /**
   * Counts a try before it is looked at: of many at once no more get through than of many in turn.
   * @throws HttpProblem 429 when there were too many
   */
  begin(name: string): Promise<void>;
  /** Takes back a try that turned out to be right, and leaves those of others counted. */
  giveBack(name: string): Promise<void>;
  /** Forgets the tries of somebody who turned out to be right. */
  clear(name: string): Promise<void>;
}

/** What tries are counted for, and how many are free in ten minutes. */
const FREE = {
  name: 8,
  approval: 8,
  // Passwords given again by whoever is signed in.
  own: 8,
  pin: PIN_TRIES,
  address: 8,
  // A clinic's tablets share one address.
  'sign-in address': 60,
} as const;

const WINDOW_S = 10 * 60;
const LONGEST_S = 60 * 60;
const REMEMBERED_S = 24 * 60 * 60;

/**
 * Tries by what they are counted for: sign-ins by name and by address, approvals at somebody else's screen by the
 * supervisor's name and apart from their own sign-in, links by address, passwords given again by one's own name. Each time the free ones are used up within a day
 * the wait doubles: 10, 20, 40, then 60 minutes.
 */
export function triesBy(pool: pg.Pool, keyPrefix: keyof typeof FREE): Tries {
  const table = { storeClient: pool, tableName: 'sign_in_tries', tableCreated: true };
  const points = FREE[keyPrefix];
  const limiter = new RateLimiterPostgres({ ...table, keyPrefix, points, duration: WINDOW_S });
  const waits = new RateLimiterPostgres({
    ...table,
    keyPrefix: `${keyPrefix} waits`,
    points: 100,
    duration: REMEMBERED_S,
  });
  const key = (name: string) => name.trim().toLowerCase();

  /** Begins a wait, longer than the one before; gives its seconds. */
  const wait = async (name: string): Promise<number> => {
    const { consumedPoints } = await waits.penalty(key(name));
    const seconds = Math.min(LONGEST_S, WINDOW_S * 2 ** (consumedPoints - 1));
    await limiter.block(key(name), seconds);
    return seconds;
  };

  return {
    async begin(name) {
      try {
        await limiter.consume(key(name));
      } catch (error) {
        if (!(error instanceof RateLimiterRes)) throw error;
        // Of all that come too often, the first one sets how long it takes.
        const first = error.consumedPoints === points + 1;
        const seconds = first ? await wait(name) : error.msBeforeNext / 1000;
        const minutes = Math.max(1, Math.ceil(seconds / 60));
        throw new HttpProblem(
          'too-many-tries',
          `Too many tries. Wait ${minutes === 1 ? '1 minute' : `${minutes} minutes`}, then try again`,
        );
      }
    },
    async giveBack(name) {
      await limiter.reward(key(name));
    },
    async clear(name) {
      await Promise.all([limiter.delete(key(name)), waits.delete(key(name))]);
    },
  };
}

/**
 * Works with a token; a wrong one counts by its address, and after too many that is all that is said. A right one works
 * whatever others tried from there: it is far too long to be guessed.
 */
export const guardedBy =
  (guesses: Tries) =>
  async <T>(address: string, work: () => Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      if (error instanceof HttpProblem && error.kind === 'not-found') await guesses.begin(address);
      throw error;
    }
  };
