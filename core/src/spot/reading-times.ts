import { hasNewMedicine, lastSessions, stepRule, workingSkin, type SkinSubject } from '../plan';
import type { SpotReading, TestSpot } from './test-spot';

/** When a spot is looked at: at once, at 5–15 minutes, and a day or two later where there is doubt. */
export const READINGS = ['atOnce', 'minutes', 'later'] as const;

export type ReadingKind = (typeof READINGS)[number];

const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;

/** From when and until when each reading is best made, ms after the spot. */
export const READING_WINDOW_MS: Readonly<Record<ReadingKind, { from: number; until: number }>> = {
  atOnce: { from: 0, until: 5 * MINUTE_MS },
  minutes: { from: 5 * MINUTE_MS, until: 15 * MINUTE_MS },
  later: { from: 24 * HOUR_MS, until: 48 * HOUR_MS },
};

/** Why a spot has to be looked at again a day or two later. */
export type LaterReason = 'typesIVtoVI' | 'scarred' | 'afterReaction' | 'newMedicine';

/** What asks for a reading at 24–48 hours: dark skin, or any doubt; empty where the minutes suffice. */
export function laterReasons(subject: SkinSubject): readonly LaterReason[] {
  const list: readonly (readonly [LaterReason, boolean])[] = [
    ['typesIVtoVI', workingSkin(subject).type >= 4],
    ['scarred', subject.skin.surface === 'scarred'],
    [
      'afterReaction',
      lastSessions(subject.history).some(({ answer }) => stepRule(answer).newTestSpot),
    ],
    ['newMedicine', hasNewMedicine(subject)],
  ];
  return list.flatMap(([reason, holds]) => (holds ? [reason] : []));
}

/** Which reading a look at some time after the spot counts as. */
export function readingKind(firedAt: string, readAt: string): ReadingKind {
  const after = Date.parse(readAt) - Date.parse(firedAt);
  if (after < READING_WINDOW_MS.minutes.from) return 'atOnce';
  return after < READING_WINDOW_MS.later.from ? 'minutes' : 'later';
}

/** A reading that a spot still waits for. */
export interface Due {
  readonly kind: ReadingKind;
  /** ISO 8601, UTC. */
  readonly from: string;
  readonly until: string;
}

/**
 * The next reading of a spot; null once all are made. A look in the minutes makes up for one that was missed at once,
 * and a later look for both.
 */
export function nextReading(
  spot: Pick<TestSpot, 'at'> & { readonly readings: readonly Pick<SpotReading, 'at'>[] },
  later: boolean,
): Due | null {
  const made = spot.readings.map(({ at }) => READINGS.indexOf(readingKind(spot.at, at)));
  const furthest = Math.max(-1, ...made);
  const kind = READINGS[furthest + 1];
  if (kind === undefined || (kind === 'later' && !later)) return null;
  const moment = (ms: number) => new Date(Date.parse(spot.at) + ms).toISOString();
  const { from, until } = READING_WINDOW_MS[kind];
  return { kind, from: moment(from), until: moment(until) };
}
