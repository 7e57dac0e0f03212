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
  /** Forgets the tries of somebody who turned out to be right. */
  clear(name: string): Promise<void>;
}

const TRIES = 8;
const MINUTES = 10;

/**
 * Tries by what they are counted for: sign-ins by name, approvals at somebody else's screen by the supervisor's name and
 * apart from their own sign-in, links by address.
 */
export function triesBy(pool: pg.Pool, keyPrefix: 'name' | 'approval' | 'address'): Tries {
  const limiter = new RateLimiterPostgres({
    storeClient: pool,
    tableName: 'sign_in_tries',
    tableCreated: true,
    keyPrefix,
    points: TRIES,
    duration: MINUTES * 60,
  });
  const key = (name: string) => name.trim().toLowerCase();
  return {
    async begin(name) {
      try {
        await limiter.consume(key(name));
      } catch (error) {
        if (!(error instanceof RateLimiterRes)) throw error;
        throw new HttpProblem(
          'too-many-tries',
          `Too many tries. Wait ${MINUTES} minutes, then try again`,
        );
      }
    },
    async clear(name) {
      await limiter.delete(key(name));
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
