import { foreignKey, integer, jsonb, pgTable, primaryKey, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { staff } from './schema';

/** Eyewear of a clinic in whole versions, the newest holds: what was worn at a visit stays known as it was. Append-only. */
export const eyewear = pgTable(
  'eyewear',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    /** 1 for the first. */
    version: integer('version').notNull(),
    content: jsonb('content').$type<unknown>().notNull(),
    addedBy: uuid('added_by').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id, t.version] }),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
