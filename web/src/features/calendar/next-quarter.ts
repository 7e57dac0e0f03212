const ROUND_MS = 15 * 60_000;

/** The next full quarter of an hour, ISO 8601: nobody is booked for 10:37. */
export const nextQuarter = (nowMs: number): string =>
  new Date(Math.ceil(nowMs / ROUND_MS) * ROUND_MS).toISOString();
