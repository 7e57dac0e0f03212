import { sql } from 'drizzle-orm';
import {
  boolean,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  pgTable,
  primaryKey,
  smallint,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import { clinicId } from './columns';
import { clients, visits } from './schema';

/**
 * What the clinic's findings count of each zone that was treated in a visit, a row a session, so that no question of
 * them reads an event. A projection, as `visit_status` is.
 */
export const sessionFacts = pgTable(
  'session_facts',
  {
    clinicId: clinicId(),
    visitId: uuid('visit_id').notNull(),
    areaId: uuid('area_id').notNull(),
    clientId: uuid('client_id').notNull(),
    treatedOn: date('treated_on').notNull(),
    job: text('job').notNull(),
    site: text('site').notNull(),
    /** The type that was worked with, 1–6. */
    skinType: smallint('skin_type').notNull(),
    tanned: boolean('tanned').notNull(),
    /** The hair's calibre, or the ink's colour. */
    target: text('target').notNull(),
    handpieceId: text('handpiece_id').notNull(),
    wavelengthNm: doublePrecision('wavelength_nm').notNull(),
    technique: text('technique').notNull(),
    pulseMs: doublePrecision('pulse_ms').notNull(),
    spotMm: doublePrecision('spot_mm').notNull(),
    /** Who started the treatment. */
    staffId: uuid('staff_id').notNull(),
    startJcm2: doublePrecision('start_jcm2').notNull(),
    endJcm2: doublePrecision('end_jcm2').notNull(),
    startEndpoint: text('start_endpoint').notNull(),
    endpoint: text('endpoint').notNull(),
    adverse: boolean('adverse').notNull(),
    /** 0–3; null where nobody looked. */
    grade: smallint('grade'),
    /** 0–10; null where it was never asked. */
    painMax: smallint('pain_max'),
    treatMinutes: doublePrecision('treat_minutes').notNull(),
    /** Of the visit, told with the zone that was booked. */
    visitMinutes: doublePrecision('visit_minutes'),
    plannedMinutes: smallint('planned_minutes'),
    incidents: smallint('incidents').notNull(),
    /** Told of or seen later. */
    reactions: smallint('reactions').notNull(),
    overrides: smallint('overrides').notNull(),
    /** What became of days that an answer asked to wait; null where none did. */
    wait: text('wait'),
    /** Hair counted before the session, per cm²; null where it was not. */
    hairsPerCm2: doublePrecision('hairs_per_cm2'),
    /** Whether no earlier session of the area is known: its course began here. */
    isFirst: boolean('is_first').notNull(),
    /** Whether no later one is. */
    isLast: boolean('is_last').notNull(),
    /** Whether what its course expected of its counts has to be worked out again. */
    countsStale: boolean('counts_stale').notNull().default(true),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.visitId, t.areaId] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    index('session_facts_day').on(t.clinicId, t.treatedOn),
    // All that is asked of courses that began: no row has to be fetched for it.
    index('session_facts_first')
      .on(
        ...[t.clinicId, t.treatedOn, t.areaId, t.clientId, t.job, t.site, t.skinType, t.target],
        ...[t.handpieceId, t.technique, t.staffId],
      )
      .where(sql`${t.isFirst}`),
    index('session_facts_last')
      .on(t.clinicId, t.areaId, t.treatedOn)
      .where(sql`${t.isLast}`),
    index('session_facts_reactions')
      .on(t.clinicId, t.treatedOn)
      .where(sql`${t.reactions} > 0`),
    index('session_facts_counts')
      .on(t.clinicId, t.areaId)
      .where(sql`${t.countsStale} and ${t.hairsPerCm2} is not null`),
    index('session_facts_area').on(t.clinicId, t.areaId, t.treatedOn),
  ],
);

/**
 * From one count of an area's hair to the next: the share that was left of it, and the share that the course expected by the
 * settings used between. A projection too, worked out when findings are asked for.
 */
export const countChanges = pgTable(
  'count_changes',
  {
    clinicId: clinicId(),
    areaId: uuid('area_id').notNull(),
    /** The visit of the later count. */
    visitId: uuid('visit_id').notNull(),
    visitsBetween: smallint('visits_between').notNull(),
    seenShare: doublePrecision('seen_share').notNull(),
    expectedShare: doublePrecision('expected_share').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.areaId, t.visitId] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
  ],
);

/** The same sessions added up by month and all that they can be told apart by. A projection of a projection. */
export const monthFacts = pgTable(
  'month_facts',
  {
    clinicId: clinicId(),
    /** Its first day. */
    month: date('month').notNull(),
    job: text('job').notNull(),
    site: text('site').notNull(),
    skinType: smallint('skin_type').notNull(),
    target: text('target').notNull(),
    handpieceId: text('handpiece_id').notNull(),
    technique: text('technique').notNull(),
    staffId: uuid('staff_id').notNull(),
    sessions: integer('sessions').notNull(),
    tanned: integer('tanned').notNull(),
    adverse: integer('adverse').notNull(),
    notRead: integer('not_read').notNull(),
    none: integer('none').notNull(),
    faint: integer('faint').notNull(),
    right: integer('right').notNull(),
    strong: integer('strong').notNull(),
    painAsked: integer('pain_asked').notNull(),
    painSum: integer('pain_sum').notNull(),
    /** With a highest pain of 7 or more. */
    painHigh: integer('pain_high').notNull(),
    incidents: integer('incidents').notNull(),
    overridden: integer('overridden').notNull(),
    waitsKept: integer('waits_kept').notNull(),
    waitsSetAside: integer('waits_set_aside').notNull(),
    timed: integer('timed').notNull(),
    minutes: doublePrecision('minutes').notNull(),
    plannedMinutes: integer('planned_minutes').notNull(),
    overran: integer('overran').notNull(),
    /** Of the clients behind them, each once, so many that it can be said whether they are enough. */
    clientIds: uuid('client_ids').array().notNull(),
  },
  (t) => [
    primaryKey({
      name: 'month_facts_pk',
      columns: [
        t.clinicId,
        t.month,
        t.job,
        t.site,
        t.skinType,
        t.target,
        t.handpieceId,
        t.technique,
        t.staffId,
      ],
    }),
  ],
);

/**
 * What was really used of it: the same sessions added up by month and by all that a row of the protocol speaks of, so that
 * the review of a protocol reads no session. Made with `month_facts`.
 */
export const monthUses = pgTable(
  'month_uses',
  {
    clinicId: clinicId(),
    /** Its first day. */
    month: date('month').notNull(),
    job: text('job').notNull(),
    handpieceId: text('handpiece_id').notNull(),
    technique: text('technique').notNull(),
    skinType: smallint('skin_type').notNull(),
    target: text('target').notNull(),
    pulseMs: doublePrecision('pulse_ms').notNull(),
    spotMm: doublePrecision('spot_mm').notNull(),
    startJcm2: doublePrecision('start_jcm2').notNull(),
    endJcm2: doublePrecision('end_jcm2').notNull(),
    sessions: integer('sessions').notNull(),
    /** Sessions in which somebody looked for an endpoint at the fluence that was begun with. */
    startRead: integer('start_read').notNull(),
    startNone: integer('start_none').notNull(),
    strong: integer('strong').notNull(),
    adverse: integer('adverse').notNull(),
    /** Of the clients behind them, each once, so many that it can be said whether they are enough. */
    clientIds: uuid('client_ids').array().notNull(),
  },
  (t) => [
    primaryKey({
      name: 'month_uses_pk',
      columns: [
        ...[t.clinicId, t.month, t.job, t.handpieceId, t.technique, t.skinType, t.target],
        ...[t.pulseMs, t.spotMm, t.startJcm2, t.endJcm2],
      ] as [typeof t.clinicId, ...(typeof t.job)[]],
    }),
  ],
);

/** Months of which a session was written since they were added up. */
export const staleMonths = pgTable(
  'stale_months',
  { clinicId: clinicId(), month: date('month').notNull() },
  (t) => [primaryKey({ columns: [t.clinicId, t.month] })],
);
