import type { Times } from '@tidy-quill/contract/calendar';
import type { NewSignOff, SignOffs } from '@tidy-quill/contract/sign-offs';
import {
  signedOffFor,
  signOffProblem,
  skillsLacking,
  type Lacking,
  type SignOffRule,
  type SkillsNeeded,
} from '@tidy-quill/core/access';
import type { PastSession } from '@tidy-quill/core/plan';
import type { SiteId } from '@tidy-quill/core/sites';
import type { Job } from '@tidy-quill/core/suitability';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, asc, eq } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { clinics, staff } from '../../db/schema';
import { together } from '../../db/together';
import { signOffs } from '../../db/sign-offs';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';

const NO_RULE: SignOffRule = { rule: 'off', asked: [] };

/** The clinic's rule on sign-offs, and every entry, oldest first. */
export async function signOffsOf(db: Queryable, clinicId: string): Promise<SignOffs> {
  const [[clinic], entries] = await together(
    db.select({ rule: clinics.signOffRule }).from(clinics).where(eq(clinics.id, clinicId)),
    db
      .select({ entry: signOffs, by: staff.name })
      .from(signOffs)
      .innerJoin(staff, and(eq(staff.clinicId, signOffs.clinicId), eq(staff.id, signOffs.addedBy)))
      .where(eq(signOffs.clinicId, clinicId))
      .orderBy(asc(signOffs.addedAt), asc(signOffs.id)),
  );
  return {
    ...(defined(clinic).rule ?? NO_RULE),
    signOffs: entries.map(({ entry, by }) => ({
      ...{ id: entry.id, staffId: entry.staffId, skills: entry.skills },
      ...{ from: entry.fromDay, until: entry.untilDay, withdrawn: entry.withdrawn },
      ...{ note: entry.note, by, at: entry.addedAt.toISOString() },
    })),
  };
}

/** What somebody lacks to treat in a way, on a day. */
export async function lackingOf(
  db: Queryable,
  actor: Actor,
  need: SkillsNeeded,
  on: Day,
): Promise<Lacking> {
  return lackingBy(await signOffsOf(db, actor.clinicId), actor, need, on);
}

/** The same by sign-offs that were read. */
export const lackingBy = (kept: SignOffs, who: Actor, need: SkillsNeeded, on: Day): Lacking => ({
  rule: kept.rule,
  skills: skillsLacking(kept, who, need, on),
});

/** A zone that is to be treated, and how it was before. */
interface ZoneToTreat {
  readonly job: Job;
  readonly site: SiteId;
  readonly history: readonly PastSession[];
}

/** Who may treat some zones without an approval, and who of some people may not and why. */
interface WhoMayTreat {
  readonly mayBeWith: (staffId: string, on: Day) => boolean;
  readonly leftOut: (staffIds: readonly string[], on: Day) => Times['leftOut'];
}

/** Reads once who is signed off, to be asked about any zones. */
export async function whoMayTreat(
  db: Queryable,
  clinicId: string,
): Promise<(zones: readonly ZoneToTreat[]) => WhoMayTreat> {
  const kept = await signOffsOf(db, clinicId);
  const people = await db
    .select({ staffId: staff.id, role: staff.role })
    .from(staff)
    .where(eq(staff.clinicId, clinicId));
  return (zones) => {
    // It will be treated as it was last; before the first session any school will do.
    const needs = zones.map(({ job, site, history }) => ({
      ...{ job, site },
      technique: job === 'ink' ? null : (history.at(-1)?.setting.technique ?? null),
    }));
    return {
      mayBeWith: signedOffFor(kept, people, needs),
      leftOut: (staffIds, on) =>
        people
          .filter(({ staffId }) => staffIds.includes(staffId))
          .map((who) => ({
            staffId: who.staffId,
            skills: needs.flatMap((need) => skillsLacking(kept, who, need, on)),
          }))
          .filter(({ skills }) => skills.length > 0),
    };
  };
}

/** Keeps a supervisor's entry; the same id sent twice is one. @throws HttpProblem 404, or 422 for one's own. */
export async function addSignOff(
  db: Db,
  { clinicId, ...actor }: Actor,
  staffId: string,
  { id, from, until, ...entry }: NewSignOff,
): Promise<void> {
  const problem = signOffProblem({ staffId, from, until }, actor.staffId);
  if (problem !== null) {
    throw new HttpProblem('refused-by-rule', 'This cannot be signed off', { detail: problem });
  }
  await db.transaction(async (tx) => {
    const [known] = await tx
      .select({ id: staff.id })
      .from(staff)
      .where(and(eq(staff.clinicId, clinicId), eq(staff.id, staffId)));
    if (known === undefined) throw new HttpProblem('not-found', 'The clinic has no such person');
    await actAs(tx, actor);
    await tx
      .insert(signOffs)
      .values({
        ...{ clinicId, id, staffId, addedBy: actor.staffId },
        ...{ fromDay: from, untilDay: until, ...entry },
      })
      .onConflictDoNothing();
  });
}
