import type { Handpiece, Protocol } from '@tidy-quill/core/plan';
import type { EventBody } from '@tidy-quill/core/record';
import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** One row: what all servers on this database share. */
export const installation = pgTable('installation', {
  id: integer('id').primaryKey().default(1),
  sessionSecret: text('session_secret').notNull(),
});

export const clinics = pgTable('clinics', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  timeZone: text('time_zone').notNull(),
  phone: text('phone').notNull(),
  emergencyPhone: text('emergency_phone').notNull(),
  isDemo: boolean('is_demo').notNull().default(false),
});

const clinicId = () =>
  uuid('clinic_id')
    .notNull()
    .references(() => clinics.id);

export const rooms = pgTable(
  'rooms',
  { clinicId: clinicId(), id: uuid('id').notNull(), name: text('name').notNull() },
  (t) => [primaryKey({ columns: [t.clinicId, t.id] })],
);

export const staff = pgTable(
  'staff',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    name: text('name').notNull(),
    signInName: text('sign_in_name').notNull(),
    passwordHash: text('password_hash').notNull(),
    role: text('role', { enum: ['technician', 'supervisor', 'owner'] }).notNull(),
    active: boolean('active').notNull().default(true),
    cautionAcceptedAt: moment('caution_accepted_at'),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('staff_sign_in_name').on(sql`lower(${t.signInName})`),
  ],
);

export const clients = pgTable(
  'clients',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    reference: text('reference').notNull(),
    givenName: text('given_name').notNull(),
    familyName: text('family_name').notNull(),
    birthDate: date('birth_date').notNull(),
    phone: text('phone').notNull(),
    note: text('note').notNull(),
    /** Name and reference without accents or capitals. */
    searchText: text('search_text').notNull(),
    version: integer('version').notNull().default(1),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('clients_reference').on(t.clinicId, t.reference),
    index('clients_by_name').on(t.clinicId, t.familyName, t.givenName),
    index('clients_search').using('gin', sql`${t.searchText} gin_trgm_ops`),
  ],
);

export const areas = pgTable(
  'areas',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    clientId: uuid('client_id').notNull(),
    site: text('site').notNull(),
    side: text('side', { enum: ['left', 'right', 'both', 'whole'] }).notNull(),
    areaCm2: doublePrecision('area_cm2').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    index('areas_by_client').on(t.clinicId, t.clientId),
    check('areas_size', sql`${t.areaCm2} between 1 and 5000`),
  ],
);

export const visits = pgTable(
  'visits',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    clientId: uuid('client_id').notNull(),
    areaId: uuid('area_id').notNull(),
    roomId: uuid('room_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    startsAt: moment('starts_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    foreignKey({ columns: [t.clinicId, t.areaId], foreignColumns: [areas.clinicId, areas.id] }),
    foreignKey({ columns: [t.clinicId, t.roomId], foreignColumns: [rooms.clinicId, rooms.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    index('visits_by_start').on(t.clinicId, t.startsAt),
    index('visits_by_area').on(t.clinicId, t.areaId),
    index('visits_by_client').on(t.clinicId, t.clientId),
  ],
);

/** All that was said and done in visits. Append-only: a trigger refuses UPDATE, DELETE and TRUNCATE. */
export const visitEvents = pgTable(
  'visit_events',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    visitId: uuid('visit_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    kind: text('kind').notNull(),
    at: moment('at').notNull(),
    recordedAt: moment('recorded_at').notNull().defaultNow(),
    body: jsonb('body').$type<EventBody>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    index('visit_events_by_visit').on(t.clinicId, t.visitId, t.at),
  ],
);

/** The clinic's devices and its protocol, each as whole numbered versions; the newest approved holds. */
export const catalogueVersions = pgTable(
  'catalogue_versions',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    kind: text('kind', { enum: ['devices', 'protocol'] }).notNull(),
    number: integer('number').notNull(),
    content: jsonb('content').$type<readonly Handpiece[] | Protocol>().notNull(),
    note: text('note').notNull(),
    createdBy: uuid('created_by').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    approvedBy: uuid('approved_by'),
    approvedAt: moment('approved_at'),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('catalogue_versions_number').on(t.clinicId, t.kind, t.number),
    foreignKey({ columns: [t.clinicId, t.createdBy], foreignColumns: [staff.clinicId, staff.id] }),
    foreignKey({ columns: [t.clinicId, t.approvedBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);

/** Kept by connect-pg-simple. */
export const session = pgTable(
  'session',
  {
    sid: text('sid').primaryKey(),
    sess: json('sess').notNull(),
    expire: timestamp('expire', { precision: 6 }).notNull(),
  },
  (t) => [index('session_expire').on(t.expire)],
);

/** Kept by rate-limiter-flexible. */
export const signInTries = pgTable('sign_in_tries', {
  key: text('key').primaryKey(),
  points: integer('points').notNull().default(0),
  expire: bigint('expire', { mode: 'number' }),
});
