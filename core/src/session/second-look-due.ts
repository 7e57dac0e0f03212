import { workingSkin } from '../plan';
import { secondLook, skinAnswer, type SecondLook } from '../reaction';
import { lastFiredAt } from './onset';
import type { VisitRecord } from './visit-record';

/** How much earlier than its minute a look may be made: a clock read by eye. */
export const EARLY_SLACK_MS = 30_000;

/** The second look that a zone waits for, counted from its last pulse. */
export interface SecondLookDue extends SecondLook {
  /** ISO 8601. */
  readonly at: string;
}

/** When the second look of a zone is due; null where nothing was fired in a session. */
export function secondLookDue({
  plan,
  run,
  spots,
}: Pick<VisitRecord, 'plan' | 'run' | 'spots'>): SecondLookDue | null {
  if (plan === null || run.startedAt === null) return null;
  const fired = lastFiredAt({ run, spots });
  if (fired === null) return null;
  const look = secondLook({
    job: plan.job ?? 'hair',
    workingType: workingSkin(plan.subject).type,
    answer: skinAnswer(
      run.marks.map(({ mark }) => mark),
      run.pains.map(({ score }) => score),
    ),
  });
  return { ...look, at: new Date(Date.parse(fired) + look.minutes * 60_000).toISOString() };
}
