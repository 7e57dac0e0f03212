import { CONTENT_VERSION } from '@tidy-quill/contract/kept-contents';
import { COURSE_STEPS } from '@tidy-quill/core/course';
import {
  foreignKey,
  index,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { areas, staff } from './schema';

const KINDS = [...COURSE_STEPS, 'planGiven'] as const;

/** What was decided about the course of an area, with its reason, and treatment plans as they were given. Append-only. */
export const courseNotes = pgTable(
  'course_notes',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    clientId: uuid('client_id').notNull(),
    areaId: uuid('area_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    at: moment('at').notNull().defaultNow(),
    kind: text('kind', { enum: KINDS }).notNull(),
    /** Empty for a plan that was given. */
    reason: text('reason').notNull().default(''),
    planVersion: smallint('plan_version').notNull().default(CONTENT_VERSION),
    /** What was said in it; null for a decision. */
    plan: jsonb('plan').$type<unknown>(),
  },
  (t) => [
    oneOf('course_notes_kind', t.kind, KINDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    // The area is one of the client's own.
    foreignKey({
      name: 'course_notes_area_of_client',
      columns: [t.clinicId, t.clientId, t.areaId],
      foreignColumns: [areas.clinicId, areas.clientId, areas.id],
    }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    index('course_notes_by_client').on(t.clinicId, t.clientId),
  ],
);
