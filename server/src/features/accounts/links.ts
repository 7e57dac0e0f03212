import type { AccountLink, AccountLinkPage, SetAccount } from '@tidy-quill/contract/accounts';
import { and, eq, gt, isNull } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { v7 } from 'uuid';
import { accountLinks } from '../../db/account-tables';
import type { Db, Queryable } from '../../db/connect';
import { clinics, staff } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import { audit } from '../audit/store';
import { hashPassword } from '../auth/store';
import type { AccountKey } from './second-factor';
import { endSessions } from './sessions';
import { strongEnough } from './strength';

const TOKEN_BYTES = 24;
const LASTS_MS = 72 * 60 * 60 * 1000;
const UNIQUE_VIOLATION = '23505';

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Makes a link to an account; those made before for it end. Within the transaction of what it belongs to. */
export async function makeLink(
  tx: Queryable,
  { clinicId, staffId }: AccountKey,
  kind: 'invitation' | 'reset',
  origin: string,
): Promise<AccountLink> {
  await endLinks(tx, { clinicId, staffId });
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  const expiresAt = new Date(Date.now() + LASTS_MS);
  await tx.insert(accountLinks).values({
    ...{ clinicId, id: v7(), ofStaffId: staffId, kind },
    ...{ tokenHash: hashOf(token), expiresAt },
  });
  return { url: `${origin}/account/${token}`, expiresAt: expiresAt.toISOString() };
}

/** Ends every link to an account that was not used. */
export async function endLinks(tx: Queryable, { clinicId, staffId }: AccountKey): Promise<void> {
  const now = new Date();
  await tx
    .update(accountLinks)
    .set({ expiresAt: now })
    .where(
      and(
        eq(accountLinks.clinicId, clinicId),
        eq(accountLinks.ofStaffId, staffId),
        isNull(accountLinks.usedAt),
        gt(accountLinks.expiresAt, now),
      ),
    );
}

/** What a token opens. 404 once used, run out or unknown. */
export async function linkPage(db: Queryable, token: string): Promise<AccountLinkPage> {
  const { link, account, clinicName } = await openedBy(db, token);
  return {
    kind: link.kind,
    clinicName,
    name: account.name,
    signInName: account.signInName,
  };
}

/** Sets what its link is for, once. Whatever was signed in with the old password no longer is. */
export async function setByLink(db: Db, token: string, set: SetAccount): Promise<void> {
  const before = await openedBy(db, token);
  const invited = before.link.kind === 'invitation';
  const name = invited ? (set.name ?? before.account.name) : before.account.name;
  const signInName = invited ? set.signInName : (before.account.signInName ?? undefined);
  if (signInName === undefined) throw atFault('signInName', 'is missing');
  strongEnough('password', set.password, [name, signInName, before.clinicName]);
  const passwordHash = await hashPassword(set.password);
  const key = { clinicId: before.link.clinicId, staffId: before.link.ofStaffId };
  await db.transaction(async (tx) => {
    const [used] = await tx
      .update(accountLinks)
      .set({ usedAt: new Date() })
      .where(and(eq(accountLinks.id, before.link.id), ...open()))
      .returning({ id: accountLinks.id });
    if (used === undefined) throw gone();
    await tx
      .update(staff)
      .set({ name, signInName, passwordHash })
      .where(and(eq(staff.clinicId, key.clinicId), eq(staff.id, key.staffId)))
      .catch((error: unknown) => {
        // The key says so, however many choose one name at once; the link stays unused.
        const { cause } = error as { cause?: { code?: string } };
        throw cause?.code === UNIQUE_VIOLATION ? atFault('signInName', 'is already taken') : error;
      });
    await audit(tx, [
      {
        ...key,
        staffId: null,
        kind: 'passwordChanged',
        what: { account: name, by: before.link.kind },
      },
    ]);
  });
  await endSessions(db, key);
}

const open = () => [isNull(accountLinks.usedAt), gt(accountLinks.expiresAt, new Date())];

const gone = () =>
  new HttpProblem('not-found', 'This link has been used, has run out, or is not one of ours', {
    detail: 'Ask whoever sent it for a new one.',
  });

const atFault = (field: string, problem: string) =>
  new HttpProblem('invalid-input', 'Some fields cannot be taken', { fields: [{ field, problem }] });

async function openedBy(db: Queryable, token: string) {
  const [row] = await db
    .select({ link: accountLinks, account: staff, clinicName: clinics.name })
    .from(accountLinks)
    .innerJoin(
      staff,
      and(eq(staff.clinicId, accountLinks.clinicId), eq(staff.id, accountLinks.ofStaffId)),
    )
    .innerJoin(clinics, eq(clinics.id, accountLinks.clinicId))
    .where(and(eq(accountLinks.tokenHash, hashOf(token)), eq(staff.active, true), ...open()));
  if (row === undefined) throw gone();
  return row;
}
