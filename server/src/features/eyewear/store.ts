import { Eyewear as Schema, type EyewearListed } from '@tidy-quill/contract/eyewear';
import { read } from '@tidy-quill/contract/problem';
import { defined } from '@tidy-quill/core/units';
import type { Eyewear, EyewearState } from '@tidy-quill/core/eyewear';
import stringify from 'safe-stable-stringify';
import { and, asc, desc, eq } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { eyewear } from '../../db/eyewear';
import { clinics, staff } from '../../db/schema';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';

function asKept(content: unknown): Eyewear {
  const kept = read(Schema, content);
  if (kept.ok) return kept.value;
  throw new HttpProblem('unreadable', 'Something that was kept cannot be read', {
    detail: 'Eyewear of this clinic does not hold what eyewear holds.',
  });
}

/** All eyewear of a clinic as it is now, by name. */
export async function eyewearOf(db: Queryable, clinicId: string): Promise<EyewearListed[]> {
  const rows = await db
    .select({ row: eyewear, by: staff.name })
    .from(eyewear)
    .innerJoin(staff, and(eq(staff.clinicId, eyewear.clinicId), eq(staff.id, eyewear.addedBy)))
    .where(eq(eyewear.clinicId, clinicId))
    .orderBy(asc(eyewear.id), desc(eyewear.version));
  return rows
    .filter(({ row }, index) => rows[index - 1]?.row.id !== row.id)
    .map(({ row, by }) => ({
      ...{ eyewear: asKept(row.content), version: row.version, by },
      at: row.addedAt.toISOString(),
    }))
    .sort((one, other) => one.eyewear.name.localeCompare(other.eyewear.name));
}

/** Keeps eyewear as a new version; the same one sent twice is one. 409 where it was changed meanwhile. */
export async function setEyewear(
  db: Db,
  actor: Actor,
  { version, eyewear: content }: { readonly version: number; readonly eyewear: Eyewear },
): Promise<void> {
  const { clinicId, staffId } = actor;
  const { id } = content;
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    const now = (await eyewearOf(tx, clinicId)).find((each) => each.eyewear.id === id);
    if (now !== undefined && stringify(now.eyewear) === stringify(content)) return;
    const added =
      (now?.version ?? 0) === version &&
      (
        await tx
          .insert(eyewear)
          .values({ clinicId, id, version: version + 1, content, addedBy: staffId })
          .onConflictDoNothing()
          .returning({ id: eyewear.id })
      ).length > 0;
    if (!added) {
      throw new HttpProblem('conflict', 'Somebody else has changed this eyewear meanwhile', {
        current: now,
      });
    }
  });
}

/** Notes what was seen today: what is scratched or cracked fits nothing any more. */
export async function lookOver(
  db: Db,
  actor: Actor,
  id: string,
  seen: { readonly version: number; readonly state: EyewearState },
): Promise<void> {
  const { clinicId } = actor;
  const found = (await eyewearOf(db, clinicId)).find((each) => each.eyewear.id === id);
  if (found === undefined) throw new HttpProblem('not-found', 'There is no such eyewear');
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const lookedOn = clinicToday(defined(clinic).timeZone);
  await setEyewear(db, actor, {
    version: seen.version,
    eyewear: { ...found.eyewear, lookedOn, state: seen.state },
  });
}
