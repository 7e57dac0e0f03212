import { AUDIT_KINDS } from '@tidy-quill/contract/audit';
import {
  bigint,
  index,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import { oneOf } from './one-of';
import { clinics } from './schema';

/**
 * Who did and looked at what. Append-only; a trigger gives each entry its place, its time and the hash that chains it to
 * the one before, so that none can be changed, left out or put in unseen.
 */
export const auditEntries = pgTable(
  'audit_entries',
  {
    clinicId: uuid('clinic_id')
      .notNull()
      .references(() => clinics.id),
    /** From 1, without a gap; given by the trigger. */
    seq: bigint('seq', { mode: 'number' }).notNull().default(0),
    at: timestamp('at', { withTimezone: true, mode: 'date' }).notNull().defaultNow(),
    /** Null where nobody had signed in. */
    staffId: uuid('staff_id'),
    kind: text('kind', { enum: AUDIT_KINDS }).notNull(),
    clientId: uuid('client_id'),
    /** The entry that tells of the erasure which took its words away; null for all others. */
    erasedBy: bigint('erased_by', { mode: 'number' }),
    visitId: uuid('visit_id'),
    /** Before and after, or what was looked for; never a password, a token or a picture. */
    what: jsonb('what').$type<Readonly<Record<string, unknown>>>().notNull().default({}),
    previous: text('previous').notNull().default(''),
    hash: text('hash').notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.seq] }),
    index('audit_entries_by_client').on(t.clinicId, t.clientId, t.seq),
    index('audit_entries_by_time').on(t.clinicId, t.at),
    oneOf('audit_entries_kind', t.kind, AUDIT_KINDS),
  ],
);
