import { CONTENT_VERSION } from '@tidy-quill/contract/kept-contents';
import {
  foreignKey,
  index,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { staff, visits } from './schema';

/** Links with which a client may answer ahead of a visit, once. Only a hash of the token is kept. */
export const invitations = pgTable(
  'invitations',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    visitId: uuid('visit_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    tokenHash: text('token_hash').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    expiresAt: moment('expires_at').notNull(),
    usedAt: moment('used_at'),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('invitations_token').on(t.tokenHash),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);

/** What clients answered at home, as given. Append-only. */
export const aheadAnswers = pgTable(
  'ahead_answers',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    visitId: uuid('visit_id').notNull(),
    invitationId: uuid('invitation_id').notNull(),
    givenAt: moment('given_at').notNull().defaultNow(),
    historyVersion: smallint('history_version').notNull().default(CONTENT_VERSION),
    history: jsonb('history').$type<unknown>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({
      columns: [t.clinicId, t.invitationId],
      foreignColumns: [invitations.clinicId, invitations.id],
    }),
    index('ahead_answers_by_visit').on(t.clinicId, t.visitId),
  ],
);
