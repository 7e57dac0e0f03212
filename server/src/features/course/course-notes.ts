import type { AreaNote } from '@tidy-quill/contract/clients';
import type {
  GiveTreatmentPlan,
  NewCourseStep,
  TreatmentPlanNow,
} from '@tidy-quill/contract/course-of-area';
import { COURSE_REFUSAL_WORDS } from '@tidy-quill/contract/labels/course';
import {
  courseStanding,
  lastGiven,
  sinceGiven,
  refuseCourseStep,
  type CourseNote,
  type CourseStanding,
} from '@tidy-quill/core/course';
import { and, asc, eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { courseNotes } from '../../db/course-notes';
import { contentOf } from '../../http/kept-content';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { courseOfArea } from './course-of-area';

/** What was decided about the courses of a client, and given of them, oldest first. */
export async function notesOf(
  db: Queryable,
  clinicId: string,
  clientId: string,
): Promise<readonly AreaNote[]> {
  return notesWhere(db, clinicId, eq(courseNotes.clientId, clientId));
}

/** The same of some areas, by area. */
export async function notesOfAreas(
  db: Queryable,
  clinicId: string,
  areaIds: readonly string[],
): Promise<ReadonlyMap<string, readonly CourseNote[]>> {
  if (areaIds.length === 0) return new Map();
  const notes = await notesWhere(db, clinicId, inArray(courseNotes.areaId, [...areaIds]));
  return new Map(areaIds.map((id) => [id, notesOfArea(notes, id)]));
}

async function notesWhere(
  db: Queryable,
  clinicId: string,
  matching: SQL,
): Promise<readonly AreaNote[]> {
  const rows = await db
    .select()
    .from(courseNotes)
    .where(and(eq(courseNotes.clinicId, clinicId), matching))
    .orderBy(asc(courseNotes.at), asc(courseNotes.id));
  return rows.map((row): AreaNote => {
    const { id, areaId, staffId, kind, reason, plan: content, planVersion: contentVersion } = row;
    const of = { id, areaId, staffId, at: row.at.toISOString() };
    return kind === 'planGiven'
      ? { ...of, kind, plan: contentOf('planGiven', { id, content, contentVersion }) }
      : { ...of, kind, reason };
  });
}

export const notesOfArea = (notes: readonly AreaNote[], areaId: string): readonly CourseNote[] =>
  notes.filter((note) => note.areaId === areaId);

/** How the course of each area of a client stands, by area. */
export async function standingsOf(
  db: Queryable,
  clinicId: string,
  clientId: string,
): Promise<ReadonlyMap<string, CourseStanding>> {
  const notes = await notesOf(db, clinicId, clientId);
  const areaIds = new Set(notes.map(({ areaId }) => areaId));
  return new Map([...areaIds].map((id) => [id, courseStanding(notesOfArea(notes, id))]));
}

/**
 * Keeps a decision about a course. Sent twice, it is kept once.
 * @throws HttpProblem 404 for an area that is not the client's; 422 where the course stands otherwise.
 */
export async function takeCourseStep(
  db: Db,
  actor: Actor,
  clientId: string,
  { id, areaId, step, reason }: NewCourseStep,
): Promise<void> {
  await courseOfArea(db, actor.clinicId, clientId, areaId);
  await db.transaction(async (tx) => {
    const notes = await lockedNotes(tx, actor.clinicId, clientId, areaId);
    if (notes.some((note) => note.id === id)) return;
    const refusal = refuseCourseStep(courseStanding(notes), step);
    if (refusal !== null) {
      throw new HttpProblem('refused-by-rule', COURSE_REFUSAL_WORDS[refusal], { detail: refusal });
    }
    await keep(tx, actor, { id, clientId, areaId, kind: step, reason });
  });
}

/**
 * Keeps the treatment plan of an area, as it is worked out now, as given. Sent twice, it is kept once.
 * @throws HttpProblem 404 for an area that is not the client's, 422 for ink.
 */
export async function giveTreatmentPlan(
  db: Db,
  actor: Actor,
  clientId: string,
  { id, areaId }: GiveTreatmentPlan,
): Promise<void> {
  const { plan } = await courseOfArea(db, actor.clinicId, clientId, areaId);
  const { made, more, intervalWeeks, minutes } = plan;
  const given = { made, more, intervalWeeks, minutes };
  await db.transaction((tx) =>
    keep(tx, actor, { id, clientId, areaId, kind: 'planGiven', plan: given }),
  );
}

/** The treatment plan of an area as it is worked out now, and what changed since one was given. */
export async function planNow(
  db: Queryable,
  clinicId: string,
  clientId: string,
  areaId: string,
): Promise<TreatmentPlanNow> {
  const { plan } = await courseOfArea(db, clinicId, clientId, areaId);
  const given = lastGiven(notesOfArea(await notesOf(db, clinicId, clientId), areaId));
  return { plan, changes: given === null ? [] : sinceGiven(given.plan, plan) };
}

type Kept = Omit<typeof courseNotes.$inferInsert, 'clinicId' | 'staffId' | 'at' | 'planVersion'>;

async function keep(tx: Queryable, actor: Actor, note: Kept): Promise<void> {
  const { clinicId, staffId } = actor;
  await actAs(tx, actor);
  await tx
    .insert(courseNotes)
    // The moment it is kept, not when its transaction began: that may have waited for another.
    .values({ clinicId, staffId, at: sql`clock_timestamp()`, ...note })
    .onConflictDoNothing();
}

/** The notes of an area, read once nobody else can add one. */
async function lockedNotes(
  tx: Queryable,
  clinicId: string,
  clientId: string,
  areaId: string,
): Promise<readonly CourseNote[]> {
  await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`course ${areaId}`}))`);
  return notesOfArea(await notesOf(tx, clinicId, clientId), areaId);
}
