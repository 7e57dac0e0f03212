import { UNAVAILABLE } from '@tidy-quill/core/calendar';
import { sql } from 'drizzle-orm';
import { check, foreignKey, index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { rooms, staff } from './schema';

/** Closures, absences, and rooms and handpieces out of use. What was taken back stays, and is in nobody's way. */
export const unavailable = pgTable(
  'unavailable',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    what: text('what', { enum: UNAVAILABLE }).notNull(),
    roomId: uuid('room_id'),
    /** Who is absent. */
    staffId: uuid('staff_id'),
    /** By its id in the devices' catalogue. */
    handpieceId: text('handpiece_id'),
    fromAt: moment('from_at').notNull(),
    untilAt: moment('until_at').notNull(),
    reason: text('reason').notNull(),
    addedBy: uuid('added_by').notNull(),
    removedAt: moment('removed_at'),
  },
  (t) => [
    oneOf('unavailable_what', t.what, UNAVAILABLE),
    check('unavailable_until', sql`${t.untilAt} > ${t.fromAt}`),
    check(
      'unavailable_which',
      sql`(${t.roomId} is not null) = (${t.what} = 'room') and (${t.staffId} is not null) = (${t.what} = 'staff') and (${t.handpieceId} is not null) = (${t.what} = 'handpiece')`,
    ),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.roomId], foreignColumns: [rooms.clinicId, rooms.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
    index('unavailable_by_end').on(t.clinicId, t.untilAt),
  ],
);
