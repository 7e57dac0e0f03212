const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** Hours of the night in which a backup is made by itself, by the clinic's clock. */
const NIGHT = { from: 2, until: 5 };
/** A night is the next one after so long. */
const NEXT_NIGHT_MS = 20 * HOUR_MS;
/** A server that was off at night makes it up after so long. */
const LATE_MS = 26 * HOUR_MS;
const TRY_AGAIN_MS = HOUR_MS;
const OVERDUE_MS = 2 * DAY_MS;

/** What is known of the backups of an installation. */
export interface BackupsSoFar {
  /** When the last good one was begun; null where there was none. */
  readonly lastGood: Date | null;
  /** When one was begun last, good or not; null where none was. */
  readonly lastTry: Date | null;
  /** Since when there is something to keep; null where there is nothing. */
  readonly since: Date | null;
}

const agoMs = (at: Date | null, now: Date): number =>
  at === null ? Infinity : now.getTime() - at.getTime();

/**
 * Whether a backup is to be made now: once a night, or as soon as a night was missed; an hour after one that failed.
 * @param hour the hour of the clinic's clock, 0–23
 */
export function isBackupDue({ lastGood, lastTry, since }: BackupsSoFar, now: Date, hour: number) {
  if (since === null || agoMs(lastTry, now) < TRY_AGAIN_MS) return false;
  const missed = agoMs(lastGood ?? since, now) >= LATE_MS;
  const isNight = hour >= NIGHT.from && hour < NIGHT.until;
  return missed || (isNight && agoMs(lastGood, now) >= NEXT_NIGHT_MS);
}

/** Whether the last good backup is older than two days, or there is none though there is something to keep for as long. */
export const isBackupOverdue = ({ lastGood, since }: BackupsSoFar, now: Date): boolean =>
  since !== null && agoMs(lastGood ?? since, now) > OVERDUE_MS;

const DAYS_KEPT = 14;
const WEEKS_KEPT = 8;
const MONTHS_KEPT = 24;

/** Which backups stay: each of the last fourteen days, one a week for eight weeks, one a month for two years; and always the newest. */
export function backupsToKeep(made: readonly Date[], now: Date): readonly Date[] {
  const newestFirst = [...made].sort((one, other) => other.getTime() - one.getTime());
  const kept = new Set(newestFirst.slice(0, 1));
  const oldestFirst = newestFirst.toReversed();
  const firstOfEach = (nameOf: (at: Date) => string, forMs: number) => {
    const seen = new Set<string>();
    for (const at of oldestFirst) {
      if (agoMs(at, now) > forMs || seen.has(nameOf(at))) continue;
      seen.add(nameOf(at));
      kept.add(at);
    }
  };
  for (const at of newestFirst) if (agoMs(at, now) <= DAYS_KEPT * DAY_MS) kept.add(at);
  // The first day of 1970 was a Thursday: weeks begin on Mondays.
  firstOfEach((at) => String(Math.floor((at.getTime() / DAY_MS + 3) / 7)), WEEKS_KEPT * 7 * DAY_MS);
  firstOfEach((at) => at.toISOString().slice(0, 7), MONTHS_KEPT * 31 * DAY_MS);
  return newestFirst.filter((at) => kept.has(at));
}
