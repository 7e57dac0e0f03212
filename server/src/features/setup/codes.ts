import { and, eq, gt, isNull } from 'drizzle-orm';
import { createHash, randomInt } from 'node:crypto';
import { v7 } from 'uuid';
import type { Queryable } from '../../db/connect';
import { setupCodes } from '../../db/setup-codes';

// Without letters and figures that are taken for one another.
const ALPHABET = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
const GROUPS = 3;
const GROUP_LENGTH = 4;
const LASTS_MS = 24 * 60 * 60 * 1000;

/** Codes are read aloud and typed: case, blanks and dashes do not matter. */
const hashOf = (code: string) =>
  createHash('sha256')
    .update(code.toUpperCase().replaceAll(/[^A-Z0-9]/g, ''))
    .digest('hex');

/** Makes a code for setting up a clinic, and ends those before it. */
export async function makeSetupCode(db: Queryable, now = new Date()): Promise<string> {
  const code = Array.from({ length: GROUPS }, () =>
    Array.from({ length: GROUP_LENGTH }, () => ALPHABET[randomInt(ALPHABET.length)]).join(''),
  ).join('-');
  await db.transaction(async (tx) => {
    await tx.update(setupCodes).set({ expiresAt: now }).where(open(now));
    const expiresAt = new Date(now.getTime() + LASTS_MS);
    await tx.insert(setupCodes).values({ id: v7(), codeHash: hashOf(code), expiresAt });
  });
  return code;
}

/** Uses a code up; gives whether it was one. */
export async function takeSetupCode(
  db: Queryable,
  code: string,
  now = new Date(),
): Promise<boolean> {
  const used = await db
    .update(setupCodes)
    .set({ usedAt: now })
    .where(and(eq(setupCodes.codeHash, hashOf(code)), open(now)))
    .returning({ id: setupCodes.id });
  return used.length > 0;
}

/** Whether a code may be used, before anything costly is done for it. */
export async function isSetupCode(db: Queryable, code: string, now = new Date()): Promise<boolean> {
  const found = await db
    .select({ id: setupCodes.id })
    .from(setupCodes)
    .where(and(eq(setupCodes.codeHash, hashOf(code)), open(now)));
  return found.length > 0;
}

/** Whether somebody at the machine has a code that was not used. */
export async function hasSetupCode(db: Queryable, now = new Date()): Promise<boolean> {
  return (
    (await db.select({ id: setupCodes.id }).from(setupCodes).where(open(now)).limit(1)).length > 0
  );
}

const open = (now: Date) => and(isNull(setupCodes.usedAt), gt(setupCodes.expiresAt, now));
