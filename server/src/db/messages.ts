import { MESSAGE_STATES } from '@tidy-quill/contract/ahead';
import { MESSAGE_KINDS } from '@tidy-quill/core/calendar';
import { foreignKey, index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { clients } from './schema';

/** Messages to clients and what became of them. */
export const messages = pgTable(
  'messages',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    clientId: uuid('client_id').notNull(),
    to: text('to').notNull(),
    text: text('text').notNull(),
    state: text('state', { enum: MESSAGE_STATES }).notNull().default('waiting'),
    problem: text('problem'),
    /** What of a visit it tells; null for links to questions, diaries and advice. */
    kind: text('kind', { enum: MESSAGE_KINDS }),
    /** Which version of the clinic's own words it was written in; null for those that ship. */
    textVersion: integer('text_version'),
    createdAt: moment('created_at').notNull().defaultNow(),
    sentAt: moment('sent_at'),
  },
  (t) => [
    oneOf('messages_state', t.state, MESSAGE_STATES),
    oneOf('messages_kind', t.kind, MESSAGE_KINDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    index('messages_by_time').on(t.clinicId, t.createdAt),
  ],
);
