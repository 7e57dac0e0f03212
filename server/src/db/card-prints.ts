import { foreignKey, jsonb, pgTable, primaryKey, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { staff } from './schema';

/** What a clinic's printers make of the picture card, as it was measured: a picture goes by the print of its day. Append-only. */
export const cardPrints = pgTable(
  'card_prints',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    content: jsonb('content').$type<unknown>().notNull(),
    addedBy: uuid('added_by').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
