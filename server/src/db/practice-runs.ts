import { KeptStrokes, PracticeResult } from '@tidy-quill/contract/practice';
import { foreignKey, index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { parsedJson } from './parsed-json';
import { staff } from './schema';

/** Exercises that staff did: the way of the hand, and what it came to by the limits of that day. Append-only. */
export const practiceRuns = pgTable(
  'practice_runs',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    staffId: uuid('staff_id').notNull(),
    exercise: text('exercise').notNull(),
    at: moment('at').notNull(),
    strokes: parsedJson('strokes', KeptStrokes).notNull(),
    result: parsedJson('result', PracticeResult).notNull(),
    coreVersion: text('core_version').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    index('practice_runs_by_staff').on(t.clinicId, t.staffId, t.at),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
