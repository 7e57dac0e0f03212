import type { VisitRecord } from './visit-record';

/** Why a reaction cannot have begun when it is said to have. */
export type OnsetProblem = 'beforeLastPulse' | 'afterTold';

// A clock read to the minute, and tablets that differ a little.
const SLACK_MS = 60_000;

/** When the skin last met light in a zone's visit, ISO 8601; null where nothing was fired. */
export function lastFiredAt({ run, spots }: Pick<VisitRecord, 'run' | 'spots'>): string | null {
  return run.lastPulseAt ?? run.endedAt ?? run.startedAt ?? spots.at(-1)?.at ?? null;
}

/** Whether a reaction began after the last pulse and before it was told; null where it did. */
export function onsetProblem(
  record: Pick<VisitRecord, 'run' | 'spots'>,
  onsetAt: string,
  toldAt: string,
): OnsetProblem | null {
  const firedAt = lastFiredAt(record);
  const onset = Date.parse(onsetAt);
  if (firedAt !== null && onset < Date.parse(firedAt) - SLACK_MS) return 'beforeLastPulse';
  return onset > Date.parse(toldAt) + SLACK_MS ? 'afterTold' : null;
}
