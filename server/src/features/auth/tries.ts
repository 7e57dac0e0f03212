import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type pg from 'pg';
import { HttpProblem } from '../../http/problem';

/** Counts failed sign-ins in the database, so that all servers count together. */
export interface Tries {
  /** @throws HttpProblem 429 when a name has been tried too often. */
  check(name: string): Promise<void>;
  failed(name: string): Promise<void>;
  clear(name: string): Promise<void>;
}

const TRIES = 8;
const MINUTES = 10;

/** Failed tries by what they are counted for: sign-ins by name, links by address. */
export function triesBy(pool: pg.Pool, keyPrefix: 'name' | 'address'): Tries {
  const limiter = new RateLimiterPostgres({
    storeClient: pool,
    tableName: 'sign_in_tries',
    tableCreated: true,
    keyPrefix,
    points: TRIES,
    duration: MINUTES * 60,
  });
  const key = (name: string) => name.trim().toLowerCase();
  const refuse = (): never => {
    throw new HttpProblem(
      'too-many-tries',
      `Too many tries. Wait ${MINUTES} minutes, then try again`,
    );
  };
  return {
    async check(name) {
      const state = await limiter.get(key(name));
      if (state !== null && state.consumedPoints >= TRIES) refuse();
    },
    async failed(name) {
      try {
        await limiter.consume(key(name));
      } catch (error) {
        if (error instanceof RateLimiterRes) refuse();
        throw error;
      }
    },
    async clear(name) {
      await limiter.delete(key(name));
    },
  };
}

/** Works with a token; a wrong one counts by its address, and too many stop the address for a while. */
export const guardedBy =
  (guesses: Tries) =>
  async <T>(address: string, work: () => Promise<T>): Promise<T> => {
    await guesses.check(address);
    try {
      return await work();
    } catch (error) {
      if (error instanceof HttpProblem && error.kind === 'not-found') await guesses.failed(address);
      throw error;
    }
  };
