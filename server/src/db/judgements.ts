import { KeptJudgement } from '@tidy-quill/contract/practice';
import { foreignKey, index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { parsedJson } from './parsed-json';
import { staff } from './schema';

/** Judgements on people who do not exist: what was chosen, and what was wrong by the rules of that day. Append-only. */
export const judgements = pgTable(
  'judgements',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    staffId: uuid('staff_id').notNull(),
    at: moment('at').notNull(),
    choice: parsedJson('choice', KeptJudgement).notNull(),
    coreVersion: text('core_version').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    index('judgements_by_staff').on(t.clinicId, t.staffId, t.at),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
