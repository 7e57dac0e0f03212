import type { SignedIn } from '@tidy-quill/contract/auth';
import { hash, verify } from '@node-rs/argon2';
import { and, eq, sql } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { clinics, staff } from '../../db/schema';
import type { Actor } from '../../http/session';
import { audit } from '../audit/store';

// Checked when a name is unknown, so that an answer takes as long as for a known one.
const decoy = hash('no such member of staff');

/** argon2id with the library's defaults (19 MiB, two passes). */
export const hashPassword = (password: string) => hash(password);

/** The member of staff whom a name and password belong to; null where they fit nobody active. */
export async function checkSignIn(db: Db, name: string, password: string): Promise<Actor | null> {
  const [row] = await db
    .select()
    .from(staff)
    .where(and(eq(sql`lower(${staff.signInName})`, name.toLowerCase()), eq(staff.active, true)));
  const right = await verify(row?.passwordHash ?? (await decoy), password);
  return row !== undefined && right
    ? { clinicId: row.clinicId, staffId: row.id, role: row.role }
    : null;
}

/** Tells the trail of the clinic whose account it is that a sign-in was refused; a name that nobody has is in none. */
export async function auditRefused(db: Db, name: string): Promise<void> {
  const [row] = await db
    .select({ clinicId: staff.clinicId, signInName: staff.signInName })
    .from(staff)
    .where(eq(sql`lower(${staff.signInName})`, name.toLowerCase()));
  if (row === undefined) return;
  const { clinicId, signInName } = row;
  await audit(db, [{ clinicId, staffId: null, kind: 'signInRefused', what: { signInName } }]);
}

/** What the page shows of who is signed in; null when the account is no longer active. */
export async function signedIn(db: Db, actor: Actor): Promise<SignedIn | null> {
  const [row] = await db
    .select({ staff, clinic: clinics })
    .from(staff)
    .innerJoin(clinics, eq(clinics.id, staff.clinicId))
    .where(
      and(eq(staff.clinicId, actor.clinicId), eq(staff.id, actor.staffId), eq(staff.active, true)),
    );
  if (row === undefined) return null;
  const { id, name, timeZone, phone, emergencyPhone, clock } = row.clinic;
  return {
    staff: { id: row.staff.id, name: row.staff.name, role: row.staff.role },
    clinic: { id, name, timeZone, phone, emergencyPhone, clock },
    cautionAccepted: row.staff.cautionAcceptedAt !== null,
  };
}

/** The actor as the account stands now; null when it was closed meanwhile. */
export async function currentActor(db: Db, { clinicId, staffId }: Actor): Promise<Actor | null> {
  const [row] = await db
    .select({ role: staff.role })
    .from(staff)
    .where(and(eq(staff.clinicId, clinicId), eq(staff.id, staffId), eq(staff.active, true)));
  return row === undefined ? null : { clinicId, staffId, role: row.role };
}

/** Whether a session is still signed in as this member of staff, and the account not closed. */
export async function sessionStands(
  db: Db,
  { clinicId, staffId }: Actor,
  sessionId: string,
): Promise<boolean> {
  const { rows } = await db.execute(sql`
    select from session s
    where s.sid = ${sessionId} and s.expire > now()
      and s.sess -> 'actor' ->> 'staffId' = ${staffId}
      and exists (
        select from staff a where a.clinic_id = ${clinicId} and a.id = ${staffId} and a.active
      )`);
  return rows.length > 0;
}

/** Keeps that a member of staff has read the caution. */
export async function acceptCaution(db: Db, actor: Actor): Promise<void> {
  await db
    .update(staff)
    .set({ cautionAcceptedAt: new Date() })
    .where(and(eq(staff.clinicId, actor.clinicId), eq(staff.id, actor.staffId)));
}

/** The names of all who work or worked here, by id. */
export async function staffNames(
  db: Queryable,
  clinicId: string,
): Promise<Readonly<Record<string, string>>> {
  const rows = await db
    .select({ id: staff.id, name: staff.name })
    .from(staff)
    .where(eq(staff.clinicId, clinicId));
  return Object.fromEntries(rows.map(({ id, name }) => [id, name]));
}
