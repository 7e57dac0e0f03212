import type { MergeCompared } from '@tidy-quill/contract/merges';
import { foreignKey, index, integer, jsonb, pgTable, primaryKey, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { clients, staff } from './schema';

/**
 * Which records turned out to be one client's. All that was kept under the one that goes stands under the other one from then on;
 * what was moved is noted, so that it can be undone as a whole for as long as nothing rests on it. The row itself stays.
 */
export const clientMerges = pgTable(
  'client_merges',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    /** The record that is kept. */
    clientId: uuid('client_id').notNull(),
    goneId: uuid('gone_id').notNull(),
    /** Areas of both that are one place: `from` the one that goes, `into` the other. */
    pairs: jsonb('pairs').$type<readonly { from: string; into: string }[]>().notNull(),
    /** What the kept record said before, by column; null once the client is erased. */
    keptBefore: jsonb('kept_before').$type<MergeCompared['after']>(),
    /** Its version afterwards: whoever edits it since keeps the two together. */
    keptVersion: integer('kept_version').notNull(),
    /** Ids of the rows that were moved, by table. */
    moved: jsonb('moved')
      .$type<Readonly<Record<string, readonly string[]>>>()
      .notNull()
      .default({}),
    /** Ids of the rows that the kept record had itself, by table. */
    had: jsonb('had').$type<Readonly<Record<string, readonly string[]>>>().notNull().default({}),
    createdBy: uuid('created_by').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    undoneAt: moment('undone_at'),
    undoneBy: uuid('undone_by'),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    foreignKey({ columns: [t.clinicId, t.goneId], foreignColumns: [clients.clinicId, clients.id] }),
    foreignKey({ columns: [t.clinicId, t.createdBy], foreignColumns: [staff.clinicId, staff.id] }),
    foreignKey({ columns: [t.clinicId, t.undoneBy], foreignColumns: [staff.clinicId, staff.id] }),
    index('client_merges_by_client').on(t.clinicId, t.clientId),
  ],
);
