/** Minutes until the whitening of a pass has gone. */
export const WHITENING_MINUTES = 20;

/** When a second pass may follow, ISO 8601; null where the clinic's method allows none. */
export function secondPassFrom(allowed: boolean, passEndedAt: string): string | null {
  if (!allowed) return null;
  return new Date(Date.parse(passEndedAt) + WHITENING_MINUTES * 60_000).toISOString();
}
