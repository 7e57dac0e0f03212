import { TrialDesign, TrialEntryBody } from '@tidy-quill/contract/trials';
import { sql } from 'drizzle-orm';
import {
  check,
  foreignKey,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { parsedJson } from './parsed-json';
import { clients, staff } from './schema';

/** Trials of two ways on the two sides of the same clients. Changed while drafted; once fixed only ever closed. */
export const trials = pgTable(
  'trials',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    version: integer('version').notNull().default(0),
    design: parsedJson('design', TrialDesign).notNull(),
    createdBy: uuid('created_by').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    fixedBy: uuid('fixed_by'),
    fixedAt: moment('fixed_at'),
    /** What the sides are drawn from; told to nobody before the trial is closed. */
    seed: text('seed'),
    /** SHA-256 of it, shown from the beginning: nobody can change it later. */
    seedHash: text('seed_hash'),
    closedBy: uuid('closed_by'),
    closedAt: moment('closed_at'),
    closeReason: text('close_reason'),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    check(
      'trials_fixed',
      sql`num_nulls(${t.fixedBy}, ${t.fixedAt}, ${t.seed}, ${t.seedHash}) in (0, 4)`,
    ),
    check(
      'trials_closed',
      sql`num_nulls(${t.closedBy}, ${t.closedAt}, ${t.closeReason}) in (0, 3) and (${t.closedAt} is null or ${t.fixedAt} is not null)`,
    ),
    foreignKey({ columns: [t.clinicId, t.createdBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);

const KINDS = ['enrolled', 'drawn', 'deviated', 'left', 'counted', 'looked'] as const;

/**
 * Who takes part in a trial and what came to each: consent, sides drawn, deviations, counts, ends; and looks at the whole.
 * Append-only. Of a client who came with their record the trial itself may stand in another clinic.
 */
export const trialEntries = pgTable(
  'trial_entries',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    trialId: uuid('trial_id').notNull(),
    kind: text('kind', { enum: KINDS }).notNull(),
    /** Null for a look at the whole. */
    clientId: uuid('client_id'),
    body: parsedJson('body', TrialEntryBody).notNull(),
    addedBy: uuid('added_by').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    oneOf('trial_entries_kind', t.kind, KINDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    check('trial_entries_client', sql`(${t.kind} = 'looked') = (${t.clientId} is null)`),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
    index('trial_entries_by_trial').on(t.clinicId, t.trialId, t.addedAt),
    index('trial_entries_by_client').on(t.clinicId, t.clientId),
  ],
);
