import { DAY_PARTS, type DayPart } from '@tidy-quill/core/calendar';
import { sql } from 'drizzle-orm';
import {
  check,
  date,
  foreignKey,
  index,
  pgTable,
  primaryKey,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import * as v from 'valibot';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { parsedJson } from './parsed-json';
import { clients, staff, visits } from './schema';

const WAITING_ENDS = ['taken', 'takenOff'] as const;

/** Who would come sooner, or at another hour, if a time became free. Ended, never deleted. */
export const waiting = pgTable(
  'waiting',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    clientId: uuid('client_id').notNull(),
    /** The zones that it is for, the first one first. */
    areaIds: parsedJson('area_ids', v.array(v.string())).notNull(),
    /** The visit that is booked for them meanwhile. */
    visitId: uuid('visit_id'),
    fromDay: date('from_day').notNull(),
    untilDay: date('until_day'),
    weekdays: parsedJson('weekdays', v.array(v.number())).notNull(),
    part: text('part', { enum: Object.keys(DAY_PARTS) as [DayPart, ...DayPart[]] }).notNull(),
    /** With whom; anybody where empty. */
    staffId: uuid('staff_id'),
    note: text('note').notNull().default(''),
    addedBy: uuid('added_by').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
    endedAt: moment('ended_at'),
    ended: text('ended', { enum: WAITING_ENDS }),
  },
  (t) => [
    oneOf('waiting_part', t.part, Object.keys(DAY_PARTS)),
    oneOf('waiting_end', t.ended, WAITING_ENDS),
    check('waiting_ended', sql`(${t.ended} is null) = (${t.endedAt} is null)`),
    check('waiting_until', sql`${t.untilDay} is null or ${t.untilDay} >= ${t.fromDay}`),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
    index('waiting_open')
      .on(t.clinicId, t.addedAt)
      .where(sql`${t.endedAt} is null`),
  ],
);
