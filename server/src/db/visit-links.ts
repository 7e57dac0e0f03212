import { CLIENT_ANSWERS } from '@tidy-quill/core/calendar';
import { sql } from 'drizzle-orm';
import {
  check,
  foreignKey,
  index,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { staff, visits } from './schema';

/**
 * Links by which a client confirms a visit, asks for another time, or cancels: answered once, and dead as soon as the visit is
 * moved. Only a hash of the token is kept.
 */
export const visitLinks = pgTable(
  'visit_links',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    visitId: uuid('visit_id').notNull(),
    /** Who sent it. */
    staffId: uuid('staff_id').notNull(),
    tokenHash: text('token_hash').notNull(),
    /** The start that it tells of. */
    startsAt: moment('starts_at').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    answer: text('answer', { enum: CLIENT_ANSWERS }),
    /** What was written beside it. */
    note: text('note').notNull().default(''),
    answeredAt: moment('answered_at'),
  },
  (t) => [
    oneOf('visit_links_answer', t.answer, CLIENT_ANSWERS),
    check('visit_links_answered', sql`(${t.answer} is null) = (${t.answeredAt} is null)`),
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('visit_links_token').on(t.tokenHash),
    index('visit_links_visit').on(t.clinicId, t.visitId),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
