import { SKILLS, type Skill } from '@tidy-quill/core/access';
import {
  boolean,
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
import { parsedJson } from './parsed-json';
import { staff } from './schema';

const Skills: v.GenericSchema<unknown, Skill[]> = v.array(v.picklist(SKILLS));

/** What technicians are signed off for, by whom and until when; the newest entry on a skill holds. Append-only. */
export const signOffs = pgTable(
  'sign_offs',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    staffId: uuid('staff_id').notNull(),
    skills: parsedJson('skills', Skills).notNull(),
    fromDay: date('from_day').notNull(),
    /** The last day on which it holds; null without an end. */
    untilDay: date('until_day'),
    /** Whether it takes the skills away instead. */
    withdrawn: boolean('withdrawn').notNull().default(false),
    note: text('note').notNull().default(''),
    addedBy: uuid('added_by').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    index('sign_offs_by_staff').on(t.clinicId, t.staffId),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
