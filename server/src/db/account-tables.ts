import { sql } from 'drizzle-orm';
import {
  bigint,
  foreignKey,
  index,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { oneOf } from './one-of';
import { clinicId, moment } from './columns';
import { staff } from './schema';

/** What proves who somebody is besides their password; never told of in the trail with its value. */
export const accountSecrets = pgTable(
  'account_secrets',
  {
    clinicId: clinicId(),
    staffId: uuid('staff_id').notNull(),
    /** Shared with an authenticator (RFC 6238), base32; null without one. */
    totpSecret: text('totp_secret'),
    /** Since when it is asked for; null until a first code confirmed it. */
    totpSince: moment('totp_since'),
    /** The last step of thirty seconds that a code was taken of: none is taken twice. */
    totpLastStep: bigint('totp_last_step', { mode: 'number' }),
    /** SHA-256 of each recovery code that is left. */
    recoveryHashes: text('recovery_hashes')
      .array()
      .notNull()
      .default(sql`'{}'`),
    /** argon2id; null without one. */
    pinHash: text('pin_hash'),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.staffId] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);

export const ACCOUNT_LINKS = ['invitation', 'reset'] as const;

/** Links by which somebody sets their password: single use, and only the newest of an account. */
export const accountLinks = pgTable(
  'account_links',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    /** Whose account it is. */
    ofStaffId: uuid('of_staff_id').notNull(),
    kind: text('kind', { enum: ACCOUNT_LINKS }).notNull(),
    tokenHash: text('token_hash').notNull(),
    expiresAt: moment('expires_at').notNull(),
    usedAt: moment('used_at'),
  },
  (t) => [
    oneOf('account_links_kind', t.kind, ACCOUNT_LINKS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.ofStaffId], foreignColumns: [staff.clinicId, staff.id] }),
    uniqueIndex('account_links_token').on(t.tokenHash),
    index('account_links_staff').on(t.clinicId, t.ofStaffId),
  ],
);

/** Who signed in on which tablet last, and when: whom it may be handed over to. */
export const tabletSignIns = pgTable(
  'tablet_sign_ins',
  {
    clinicId: clinicId(),
    /** What the tablet's own cookie holds. */
    tabletId: uuid('tablet_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    at: moment('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.tabletId, t.staffId] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
