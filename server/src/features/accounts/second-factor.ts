import type { RecoveryCodes, SecondFactorOffer } from '@tidy-quill/contract/accounts';
import { and, eq, sql } from 'drizzle-orm';
import { createHash, randomInt } from 'node:crypto';
import { generateSecret, generateURI, verifySync } from 'otplib';
import { defined } from '@tidy-quill/core/units';
import { accountSecrets } from '../../db/account-tables';
import type { Db, Queryable } from '../../db/connect';
import { HttpProblem } from '../../http/problem';
import { audit } from '../audit/store';

/** Whose account it is. */
export interface AccountKey {
  readonly clinicId: string;
  readonly staffId: string;
}

// A clock may be off by one step of thirty seconds (RFC 6238 §5.2).
const TOLERANCE_S = 30;
const RECOVERY_CODES = 10;
// No letters or figures that are taken for one another.
const ALPHABET = 'abcdefghjkmnpqrstuvwxyz23456789';

const of = ({ clinicId, staffId }: AccountKey) =>
  and(eq(accountSecrets.clinicId, clinicId), eq(accountSecrets.staffId, staffId));

export async function secretsOf(db: Queryable, key: AccountKey) {
  const [row] = await db.select().from(accountSecrets).where(of(key));
  return row ?? null;
}

/** Begins a second factor; it is asked for once a first code has confirmed it. */
export async function offerSecondFactor(
  db: Db,
  key: AccountKey,
  names: { readonly clinic: string; readonly signIn: string },
): Promise<SecondFactorOffer> {
  const standing = await secretsOf(db, key);
  if (standing?.totpSince != null) {
    throw new HttpProblem('refused-by-rule', 'A second factor is set up already', {
      detail: 'Take it away first, to set up another.',
    });
  }
  const secret = generateSecret();
  await db
    .insert(accountSecrets)
    .values({ ...key, totpSecret: secret })
    .onConflictDoUpdate({
      target: [accountSecrets.clinicId, accountSecrets.staffId],
      set: { totpSecret: secret, totpLastStep: null },
    });
  const uri = generateURI({ issuer: `Tidy Quill, ${names.clinic}`, label: names.signIn, secret });
  return { secret, uri };
}

/** Confirms it by a code; gives recovery codes, this once. */
export async function confirmSecondFactor(
  db: Db,
  key: AccountKey,
  code: string,
): Promise<RecoveryCodes> {
  return db.transaction(async (tx) => {
    const row = await locked(tx, key);
    if (row?.totpSecret == null || row.totpSince !== null) {
      throw new HttpProblem('refused-by-rule', 'Begin to set up a second factor first');
    }
    const step = stepOf(row.totpSecret, code, row.totpLastStep);
    if (step === null) throw wrongCode();
    const codes = Array.from({ length: RECOVERY_CODES }, recoveryCode);
    const recoveryHashes = codes.map(hashOf);
    await tx
      .update(accountSecrets)
      .set({ totpSince: new Date(), totpLastStep: step, recoveryHashes })
      .where(of(key));
    await audit(tx, [{ ...key, kind: 'secondFactorSet' }]);
    return { codes };
  });
}

/** Takes a second factor away, and its recovery codes. */
export async function endSecondFactor(tx: Queryable, key: AccountKey): Promise<void> {
  const ended = await tx
    .update(accountSecrets)
    .set({ totpSecret: null, totpSince: null, totpLastStep: null, recoveryHashes: [] })
    .where(and(of(key), sql`${accountSecrets.totpSecret} is not null`))
    .returning({ staffId: accountSecrets.staffId });
  if (ended.length > 0) {
    await audit(tx, [{ ...key, kind: 'secondFactorTaken', what: { account: key.staffId } }]);
  }
}

/**
 * Takes a code of an authenticator, or one of the recovery codes, each once. Passes where the account has no second
 * factor.
 *
 * @throws HttpProblem 401 where one is needed, or does not fit
 */
export async function takeCode(db: Db, key: AccountKey, code: string | undefined): Promise<void> {
  const standing = await secretsOf(db, key);
  if (standing?.totpSince == null) return;
  if (code === undefined) throw new HttpProblem('second-factor', CODE_NEEDED);
  const taken = await db.transaction(async (tx) => {
    // Under its lock, so that of two who send one code at once only one is let in.
    const row = await locked(tx, key);
    const step = stepOf(defined(defined(row).totpSecret), code, defined(row).totpLastStep);
    if (step !== null) {
      await tx.update(accountSecrets).set({ totpLastStep: step }).where(of(key));
      return true;
    }
    const hash = hashOf(code.toLowerCase());
    if (!defined(row).recoveryHashes.includes(hash)) return false;
    const recoveryHashes = defined(row).recoveryHashes.filter((each) => each !== hash);
    await tx.update(accountSecrets).set({ recoveryHashes }).where(of(key));
    return true;
  });
  if (!taken) throw wrongCode();
}

const CODE_NEEDED = 'Type the six figures of your authenticator, or a recovery code';

const wrongCode = () => new HttpProblem('second-factor', 'This code does not fit, or was used');

async function locked(tx: Queryable, key: AccountKey) {
  const [row] = await tx.select().from(accountSecrets).where(of(key)).for('update');
  return row;
}

/** The step of thirty seconds that a code is of; null where it fits none, or one that was taken already. */
function stepOf(secret: string, code: string, last: number | null): number | null {
  if (!/^\d{6}$/.test(code)) return null;
  const result = verifySync({
    secret,
    token: code,
    epochTolerance: TOLERANCE_S,
    ...(last === null ? {} : { afterTimeStep: last }),
  });
  return result.valid && 'timeStep' in result ? result.timeStep : null;
}

const recoveryCode = () =>
  Array.from({ length: 10 }, () => ALPHABET[randomInt(ALPHABET.length)]).join('');

const hashOf = (code: string) => createHash('sha256').update(code).digest('hex');
