import type { NewPracticeRun, PracticeRun, PracticeRunOpened } from '@tidy-quill/contract/practice';
import { hasRight } from '@tidy-quill/core/access';
import { resultOfRun, type ExerciseId } from '@tidy-quill/core/practice';
import { CORE_VERSION } from '@tidy-quill/core/version';
import { and, desc, eq, getTableColumns } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { practiceRuns } from '../../db/practice-runs';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { catalogueInForce } from '../catalogue/store';

/** How many runs of somebody are listed at most, newest first. */
const MOST = 500;

/** Keeps a run of one's own, with what it comes to by the clinic's limits; the same id sent twice is one. */
export async function keepRun(
  db: Db,
  { clinicId, staffId }: Actor,
  { id, exercise, at, strokes }: NewPracticeRun,
): Promise<PracticeRun> {
  const { protocol } = await catalogueInForce(db, clinicId);
  const { pulses, seconds, measures, off } = resultOfRun(exercise, strokes, protocol);
  const result = { pulses, seconds, measures: [...measures], off: [...off] };
  await db
    .insert(practiceRuns)
    .values({
      ...{ clinicId, id, staffId, exercise, strokes, result },
      ...{ at: new Date(at), coreVersion: CORE_VERSION },
    })
    .onConflictDoNothing();
  return { id, staffId, exercise, at, ...result };
}

const { strokes: _strokes, ...LISTED } = getTableColumns(practiceRuns);

type Listed = Pick<
  typeof practiceRuns.$inferSelect,
  'id' | 'staffId' | 'exercise' | 'at' | 'result'
>;

const asRun = ({ id, staffId, exercise, at, result }: Listed): PracticeRun => ({
  ...{ id, staffId, exercise: exercise as ExerciseId, at: at.toISOString() },
  ...result,
});

/** Somebody's runs, newest first: one's own, or anybody's for who signs off. @throws HttpProblem 403 */
export async function runsOf(db: Db, actor: Actor, staffId: string): Promise<PracticeRun[]> {
  if (!mayRead(actor, staffId)) {
    throw new HttpProblem('not-allowed', 'Exercises are read by who did them and by supervisors');
  }
  const rows = await db
    .select(LISTED)
    .from(practiceRuns)
    .where(and(eq(practiceRuns.clinicId, actor.clinicId), eq(practiceRuns.staffId, staffId)))
    .orderBy(desc(practiceRuns.at))
    .limit(MOST);
  return rows.map(asRun);
}

/** One run with its strokes. @throws HttpProblem 404, for another's too */
export async function runOf(db: Db, actor: Actor, id: string): Promise<PracticeRunOpened> {
  const [run] = await db
    .select()
    .from(practiceRuns)
    .where(and(eq(practiceRuns.clinicId, actor.clinicId), eq(practiceRuns.id, id)));
  if (run === undefined || !mayRead(actor, run.staffId)) {
    throw new HttpProblem('not-found', 'There is no such exercise');
  }
  return { ...asRun(run), strokes: run.strokes };
}

/** Whether somebody may read what another did in practice. */
export const mayRead = (actor: Actor, staffId: string): boolean =>
  staffId === actor.staffId || hasRight(actor.role, 'signOff');
