import type { SignedIn } from '@tidy-quill/contract/auth';
import { hash, verify } from '@node-rs/argon2';
import { hkdfSync } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import type { SessionData } from 'express-session';
import { defined } from '@tidy-quill/core/units';
import type { Db, Queryable } from '../../db/connect';
import { accountSecrets, tabletSignIns } from '../../db/account-tables';
import { clinics, installation, staff } from '../../db/schema';
import type { Actor } from '../../http/session';
import type { Account } from '../../http/session-store';
import { lockedFor } from '../accounts/lock';
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
  // One who was invited and has set none yet has no password that fits.
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
export async function signedIn(
  db: Db,
  actor: Actor,
  { lockedMs, tabletId, pinClosed = false }: Partial<SessionData> = {},
): Promise<SignedIn | null> {
  const [row] = await db
    .select({
      staff,
      clinic: clinics,
      factorSince: accountSecrets.totpSince,
      secret: installation.sessionSecret,
    })
    .from(staff)
    .crossJoin(installation)
    .innerJoin(clinics, eq(clinics.id, staff.clinicId))
    .leftJoin(accountSecrets, OF_STAFF)
    .where(
      and(eq(staff.clinicId, actor.clinicId), eq(staff.id, actor.staffId), eq(staff.active, true)),
    );
  if (row === undefined) return null;
  const { id, name, timeZone, phone, emergencyPhone, clock, dayOrder, language } = row.clinic;
  return {
    staff: { id: row.staff.id, name: row.staff.name, role: row.staff.role },
    clinic: { id, name, timeZone, phone, emergencyPhone, clock, dayOrder, language },
    cautionAccepted: row.staff.cautionAcceptedAt !== null,
    secondFactorOwed: owes(row.staff.role, row.clinic.demandsSecondFactor, row.factorSince),
    deviceKey: deviceKeyOf(row.secret, id),
    locked: lockedMs === undefined ? null : await lockedFor(db, actor, tabletId, pinClosed),
  };
}

/** The key that a clinic's browsers seal unsent work with: the same at each sign-in, and on each server (RFC 5869). */
const deviceKeyOf = (secret: string, clinicId: string): string =>
  Buffer.from(hkdfSync('sha256', secret, clinicId, 'unsent work on a device', 32)).toString(
    'base64',
  );

const OF_STAFF = defined(
  and(eq(accountSecrets.clinicId, staff.clinicId), eq(accountSecrets.staffId, staff.id)),
);

/** Whether the clinic asks somebody for a second factor that they have not set up. */
const owes = (role: Actor['role'], demanded: boolean, since: Date | null): boolean =>
  demanded && role !== 'technician' && since === null;

/** The actor as the account stands now, and whether a second factor is owed; null when it was closed meanwhile. */
export function currentActor(
  { clinicId, staffId }: Actor,
  account: Account | null,
): { readonly actor: Actor; readonly secondFactorOwed: boolean } | null {
  if (account === null) return null;
  const { role, demanded, since } = account;
  return {
    actor: { clinicId, staffId, role },
    secondFactorOwed: owes(role, demanded, since),
  };
}

/** Notes that somebody signed in on a tablet: it may be handed over to them today. */
export async function noteTablet(
  db: Db,
  { clinicId, staffId }: Actor,
  tabletId: string,
): Promise<void> {
  const at = new Date();
  await db
    .insert(tabletSignIns)
    .values({ clinicId, tabletId, staffId, at })
    .onConflictDoUpdate({
      target: [tabletSignIns.clinicId, tabletSignIns.tabletId, tabletSignIns.staffId],
      set: { at },
    });
}

/** Whether a session is still signed in as this member of staff, and the account not closed; and whether it is locked. */
export async function sessionStands(
  db: Db,
  { clinicId, staffId }: Actor,
  sessionId: string,
): Promise<'open' | 'locked' | 'ended'> {
  const { rows } = await db.execute<{ locked: boolean }>(sql`
    select s.sess -> 'lockedMs' is not null as locked from session s
    where s.sid = ${sessionId} and s.expire > now()
      and s.sess -> 'actor' ->> 'staffId' = ${staffId}
      and exists (
        select from staff a where a.clinic_id = ${clinicId} and a.id = ${staffId} and a.active
      )`);
  const [row] = rows;
  return row === undefined ? 'ended' : row.locked ? 'locked' : 'open';
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
