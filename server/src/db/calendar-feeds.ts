import { foreignKey, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { staff } from './schema';

/** Addresses at which somebody's own calendar program reads their visits. Only a hash of the token is kept. */
export const calendarFeeds = pgTable(
  'calendar_feeds',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    staffId: uuid('staff_id').notNull(),
    tokenHash: text('token_hash').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    endedAt: moment('ended_at'),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('calendar_feeds_token').on(t.tokenHash),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
