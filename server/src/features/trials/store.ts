import type { TrialEntryBody, TrialListed, TrialState } from '@tidy-quill/contract/trials';
import { checkDesign, type TrialDesign } from '@tidy-quill/core/trial';
import { InputError } from '@tidy-quill/core/units';
import { and, asc, desc, eq } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { trialEntries, trials } from '../../db/trial-tables';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { newSeed } from './seed';

export type TrialRow = typeof trials.$inferSelect;
export type EntryRow = typeof trialEntries.$inferSelect;

/** Entries of one kind, with their bodies as that kind has them. */
export const entriesOf = <K extends TrialEntryBody['kind']>(
  entries: readonly EntryRow[],
  kind: K,
): readonly (EntryRow & { readonly body: Extract<TrialEntryBody, { kind: K }> })[] =>
  entries.filter((entry) => entry.body.kind === kind) as never;

export const stateOf = ({ fixedAt, closedAt }: TrialRow): TrialState =>
  closedAt !== null ? 'closed' : fixedAt === null ? 'draft' : 'running';

const one = (clinicId: string, id: string) => and(eq(trials.clinicId, clinicId), eq(trials.id, id));

/** @throws HttpProblem 404 */
export async function findTrial(db: Queryable, clinicId: string, id: string): Promise<TrialRow> {
  const [row] = await db.select().from(trials).where(one(clinicId, id));
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such trial');
  return row;
}

/** What was told of a trial, in order. */
export const entriesOfTrial = (
  db: Queryable,
  clinicId: string,
  trialId: string,
): Promise<EntryRow[]> =>
  db
    .select()
    .from(trialEntries)
    .where(and(eq(trialEntries.clinicId, clinicId), eq(trialEntries.trialId, trialId)))
    .orderBy(asc(trialEntries.addedAt), asc(trialEntries.id));

/** Every trial of a clinic, the newest first. */
export async function listTrials(db: Db, clinicId: string): Promise<TrialListed[]> {
  const rows = await db
    .select()
    .from(trials)
    .where(eq(trials.clinicId, clinicId))
    .orderBy(desc(trials.createdAt));
  return Promise.all(
    rows.map(async (row) => {
      const entries = await entriesOfTrial(db, clinicId, row.id);
      return {
        ...{ id: row.id, design: row.design, state: stateOf(row) },
        enrolled: entriesOf(entries, 'enrolled').length,
        drawn: entriesOf(entries, 'drawn').length,
      };
    }),
  );
}

function checked(design: TrialDesign): TrialDesign {
  try {
    return checkDesign(design);
  } catch (problem) {
    if (!(problem instanceof InputError)) throw problem;
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
      fields: [{ field: `design.${problem.field}`, problem: problem.problem }],
    });
  }
}

/** Keeps a draft; the same id sent twice is one. @throws HttpProblem 400 for a design that makes no sense */
export async function draftTrial(
  db: Db,
  actor: Actor,
  { id, design }: { readonly id: string; readonly design: TrialDesign },
): Promise<void> {
  const { clinicId, staffId: createdBy } = actor;
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await tx
      .insert(trials)
      .values({ clinicId, id, createdBy, design: checked(design) })
      .onConflictDoNothing();
  });
}

/** Changes a draft. @throws HttpProblem 409 for one that was changed meanwhile, 422 for one that is fixed */
export async function setTrial(
  db: Db,
  actor: Actor,
  id: string,
  { version, design }: { readonly version: number; readonly design: TrialDesign },
): Promise<void> {
  await changeTrial(db, actor, id, (row) => {
    if (row.fixedAt !== null) throw refused('A trial that is fixed does not change');
    if (row.version !== version) {
      throw new HttpProblem('conflict', 'Somebody else has changed this trial meanwhile', {
        ...{ current: { version: row.version, design: row.design } },
      } as never);
    }
    return { design: checked(design), version: version + 1 };
  });
}

/** Fixes a trial: its design and the outcome that decides stand from now on, and its seed is made and sealed. */
export async function fixTrial(db: Db, actor: Actor, id: string): Promise<void> {
  await changeTrial(db, actor, id, (row) => {
    if (row.fixedAt !== null) return null;
    checked(row.design);
    return { ...newSeed(), fixedBy: actor.staffId, fixedAt: new Date(), version: row.version + 1 };
  });
}

/** Closes a trial: nothing more is told of it, and its seed is opened. */
export async function closeTrial(
  db: Db,
  actor: Actor,
  id: string,
  closeReason: string,
): Promise<void> {
  await changeTrial(db, actor, id, (row) => {
    if (row.closedAt !== null) return null;
    if (row.fixedAt === null) throw refused('A trial that never began cannot be closed');
    return { closeReason, closedBy: actor.staffId, closedAt: new Date(), version: row.version + 1 };
  });
}

async function changeTrial(
  db: Db,
  actor: Actor,
  id: string,
  change: (row: TrialRow) => Partial<typeof trials.$inferInsert> | null,
): Promise<void> {
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    const [row] = await tx.select().from(trials).where(one(actor.clinicId, id)).for('update');
    if (row === undefined) throw new HttpProblem('not-found', 'There is no such trial');
    const next = change(row);
    if (next !== null) await tx.update(trials).set(next).where(one(actor.clinicId, id));
  });
}

/** @throws HttpProblem 422 */
export const refused = (title: string, detail?: string): HttpProblem =>
  new HttpProblem('refused-by-rule', title, detail === undefined ? {} : { detail });
