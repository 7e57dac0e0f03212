import type { ZoneSummary } from '@tidy-quill/core/report';
import { sql } from 'drizzle-orm';
import {
  boolean,
  date,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import { clinics, visits } from './schema';

/**
 * What lists and later visits need of each visit, summed up from its events by core's own functions and written with
 * them. A projection: nothing is known from it alone, and `npm run projections` works it out again.
 */
export const visitStatus = pgTable(
  'visit_status',
  {
    clinicId: uuid('clinic_id')
      .notNull()
      .references(() => clinics.id),
    visitId: uuid('visit_id').notNull(),
    /** Each zone in turn, the one booked first, but for what later visits rest on. */
    zones: jsonb('zones').$type<readonly Omit<ZoneSummary, 'sessions'>[]>().notNull().default([]),
    /** What later visits rest on, zone by zone: read for whole histories, and small. */
    sessions: jsonb('sessions')
      .$type<readonly Pick<ZoneSummary, 'areaId' | 'sessions'>[]>()
      .notNull()
      .default([]),
    /** The zones whose presses are taken as they come. */
    takesPresses: uuid('takes_presses')
      .array()
      .notNull()
      .default(sql`'{}'`),
    openReactions: integer('open_reactions').notNull().default(0),
    /** From when the last of its test spots that wait can be looked at; null where none do. */
    readingFrom: timestamp('reading_from', { withTimezone: true, mode: 'date' }),
    /** Whether its events could not be read: it stands in lists with its id, and never takes them down. */
    unreadable: boolean('unreadable').notNull().default(false),
    /** How summaries were worked out, as core numbers it. */
    version: integer('version').notNull().default(0),
    /** Whether events came after it was written: a trigger says so of every one. */
    stale: boolean('stale').notNull().default(true),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.visitId] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    index('visit_status_version').on(t.clinicId, t.version),
    index('visit_status_stale')
      .on(t.clinicId)
      .where(sql`${t.stale}`),
    index('visit_status_reactions')
      .on(t.clinicId)
      .where(sql`${t.openReactions} > 0`),
    index('visit_status_readings')
      .on(t.clinicId, t.readingFrom)
      .where(sql`${t.readingFrom} is not null`),
  ],
);

/** When each zone was treated, a row a visit, so that a day's list reads no history. A projection, as `visit_status` is. */
export const zoneSessions = pgTable(
  'zone_sessions',
  {
    clinicId: uuid('clinic_id')
      .notNull()
      .references(() => clinics.id),
    visitId: uuid('visit_id').notNull(),
    areaId: uuid('area_id').notNull(),
    /** Null where it was not treated in this visit. */
    treatedOn: date('treated_on'),
    /** Whether the skin's answer asks for a new test spot. */
    newTestSpot: boolean('new_test_spot').notNull().default(false),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.visitId, t.areaId] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    index('zone_sessions_area')
      .on(t.clinicId, t.areaId, t.treatedOn)
      .where(sql`${t.treatedOn} is not null`),
  ],
);
