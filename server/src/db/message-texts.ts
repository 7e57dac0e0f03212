import { MESSAGE_KINDS } from '@tidy-quill/core/calendar';
import {
  foreignKey,
  integer,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { staff } from './schema';

/** What a clinic tells its clients of their visits, in its own words: whole versions, the newest holds. Append-only. */
export const messageTexts = pgTable(
  'message_texts',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    kind: text('kind', { enum: MESSAGE_KINDS }).notNull(),
    /** 1 for the first that the clinic wrote itself. */
    version: integer('version').notNull(),
    text: text('text').notNull(),
    addedBy: uuid('added_by').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    oneOf('message_texts_kind', t.kind, MESSAGE_KINDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('message_texts_version').on(t.clinicId, t.kind, t.version),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
