import { dayOf } from '@tidy-quill/contract/labels/format';
import { describe, expect, it } from 'vitest';
import { backupsToKeep, isBackupDue, isBackupOverdue } from './schedule';

const at = (text: string) => new Date(`2026-${text}:00Z`);
const SINCE = new Date('2026-01-01T00:00:00Z');
const good = (text: string | null, lastTry: string | null = text) => ({
  lastGood: text === null ? null : at(text),
  lastTry: lastTry === null ? null : at(lastTry),
  since: SINCE,
});

describe('a backup', () => {
  it.each([
    ['at night, a day after the last', good('11-28T02:10'), '11-29T02:10', 2, true],
    ['the same night', good('11-29T02:10'), '11-29T04:30', 4, false],
    ['at five in the morning', good('11-28T02:10'), '11-29T04:05', 5, false],
    ['by day', good('11-28T02:10'), '11-28T15:00', 15, false],
    ['by day, where the night was missed', good('11-28T02:10'), '11-29T04:10', 10, true],
    [
      'within the hour after one that failed',
      good('11-27T02:10', '11-29T02:10'),
      '11-29T03:00',
      3,
      false,
    ],
    ['an hour after one that failed', good('11-27T02:10', '11-29T02:10'), '11-29T03:10', 3, true],
    ['where there never was one', good(null), '11-29T12:00', 12, true],
  ])('%s', (_when, so, now, hour, due) => {
    expect(isBackupDue(so, at(now), hour)).toBe(due);
  });

  it('is not made of nothing, nor in the first day', () => {
    expect(isBackupDue({ ...good(null), since: null }, at('11-29T02:10'), 2)).toBe(false);
    expect(isBackupDue({ ...good(null), since: at('11-29T09:00') }, at('11-29T12:00'), 12)).toBe(
      false,
    );
  });

  it('is overdue after two days', () => {
    expect(isBackupOverdue(good('11-27T02:00'), at('11-29T02:00'))).toBe(false);
    expect(isBackupOverdue(good('11-27T02:00'), at('11-29T02:01'))).toBe(true);
    expect(isBackupOverdue({ ...good(null), since: at('11-28T09:00') }, at('11-29T12:00'))).toBe(
      false,
    );
    expect(isBackupOverdue(good(null), at('11-29T12:00'))).toBe(true);
  });
});

describe('the backups that stay', () => {
  it('are all of two weeks, one a week for eight weeks, one a month for two years', () => {
    const now = new Date('2026-11-29T03:00:00Z');
    // One each night of three years.
    const nights = Array.from(
      { length: 3 * 365 },
      (_, days) => new Date(now.getTime() - days * 86_400_000),
    );
    const inUtc = (night: Date) => dayOf(night.toISOString(), 'UTC');
    const kept = backupsToKeep(nights, now).map(inUtc);
    expect(kept.slice(0, 15)).toEqual(nights.slice(0, 15).map(inUtc));
    // Mondays after that, back to 56 days, and the first of each month.
    expect(kept.slice(15, 23)).toEqual([
      ...['2026-11-09', '2026-11-02', '2026-11-01', '2026-10-26', '2026-10-19', '2026-10-12'],
      ...['2026-10-05', '2026-10-04'],
    ]);
    expect(kept.slice(23, 26)).toEqual(['2026-10-01', '2026-09-01', '2026-08-01']);
    // 744 days ago: the oldest night of its month that is not too old.
    expect(kept.slice(-2)).toEqual(['2024-12-01', '2024-11-15']);
    expect(kept.length).toBeLessThan(60);
  });

  it('hold the newest one, however old', () => {
    const old = [new Date('2020-01-01T00:00:00Z'), new Date('2019-01-01T00:00:00Z')];
    expect(backupsToKeep(old, new Date('2026-11-29T03:00:00Z'))).toEqual([old[0]]);
  });
});
