import { CONTENT_VERSION } from '@tidy-quill/contract/kept-contents';
import type { ClockStyle } from '@tidy-quill/contract/labels/format';
import { OpeningHours } from '@tidy-quill/contract/calendar';
import { CATALOGUE_KINDS } from '@tidy-quill/contract/catalogue';
import { ROLES } from '@tidy-quill/contract/auth';
import { CONTACT_WAYS, Guardian, SIDES } from '@tidy-quill/contract/clients';
import { PHOTO_TYPES } from '@tidy-quill/contract/photo-limits';
import { TakenAsKept } from '@tidy-quill/contract/photos';
import { Retention } from '@tidy-quill/contract/clinic';
import { SignOffRule } from '@tidy-quill/contract/sign-offs';
import { Wishes } from '@tidy-quill/contract/waiting';
import { SAID_STATUSES } from '@tidy-quill/core/calendar';
import { JOBS } from '@tidy-quill/core/suitability';
import { DAY_ORDERS } from '@tidy-quill/core/units';
import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  check,
  customType,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { oneOf } from './one-of';
import { parsedJson } from './parsed-json';

// What servers keep for themselves stands apart from what is a clinic's.
export * from './housekeeping';

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

export const clinics = pgTable(
  'clinics',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    timeZone: text('time_zone').notNull(),
    phone: text('phone').notNull(),
    emergencyPhone: text('emergency_phone').notNull(),
    clock: text('clock').$type<ClockStyle>().notNull().default('h24'),
    /** What 12/05 is in dates that are typed; null where the clinic has not said. */
    dayOrder: text('day_order', { enum: DAY_ORDERS }),
    /** In which the clinic's own texts for clients are written, BCP 47. */
    language: text('language').notNull().default('en'),
    /** Monday first; null where the clinic has said none. */
    openingHours: parsedJson('opening_hours', OpeningHours),
    /** Whether supervisors and owners sign in with a second factor. */
    demandsSecondFactor: boolean('demands_second_factor').notNull().default(false),
    /** How long before a visit a client may cancel it by a link, hours; later they call. */
    cancelNoticeHours: integer('cancel_notice_hours').notNull().default(24),
    /** By the clinic's clocks, “HH:mm”, when clients are reminded of themselves; null where somebody does it by hand. */
    remindAt: text('remind_at'),
    /** How many days ahead. */
    remindDays: integer('remind_days').notNull().default(1),
    /** The day on which that was done last. */
    remindedOn: date('reminded_on'),
    /** Whether a client is told of a visit as soon as it is booked or moved. */
    confirmsBookings: boolean('confirms_bookings').notNull().default(false),
    /** What happens where a technician is not signed off; null where the clinic has said nothing. */
    signOffRule: parsedJson('sign_off_rule', SignOffRule),
    /** Whether calendars that staff take over name clients. */
    feedNames: boolean('feed_names').notNull().default(false),
    /** How long records are kept; null where the clinic has said nothing. */
    retention: parsedJson('retention', Retention),
    isDemo: boolean('is_demo').notNull().default(false),
    /** The number in the reference that was given last. */
    lastClientNumber: integer('last_client_number').notNull().default(0),
  },
  (t) => [oneOf('clinics_day_order', t.dayOrder, DAY_ORDERS)],
);

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
    /** Null until an invitation is taken up. */
    signInName: text('sign_in_name'),
    /** argon2id; null until an invitation is taken up. */
    passwordHash: text('password_hash'),
    role: text('role', { enum: ROLES }).notNull(),
    active: boolean('active').notNull().default(true),
    cautionAcceptedAt: moment('caution_accepted_at'),
  },
  (t) => [
    oneOf('staff_role', t.role, ROLES),
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
    email: text('email').notNull().default(''),
    /** How they like to be reached; null where nobody has said. */
    contactBy: text('contact_by', { enum: CONTACT_WAYS }),
    /** What they read and speak, by its code; null where nobody has said. */
    language: text('language'),
    /** Nothing is sent to them. */
    doNotContact: boolean('do_not_contact').notNull().default(false),
    /** Who answers for them; null for nobody. */
    guardian: parsedJson('guardian', Guardian),
    /** What whoever treats them must see first. */
    alert: text('alert').notNull().default(''),
    note: text('note').notNull(),
    /** On which days and at which hours they like to come; null where nobody has said. */
    wishes: parsedJson('wishes', Wishes),
    /** Name and reference without accents or capitals. */
    searchText: text('search_text').notNull(),
    version: integer('version').notNull().default(1),
    /** When their name, contacts, notes and pictures were erased; null for everybody else. */
    erasedAt: moment('erased_at'),
    /** The record of the same client that this one was merged into; null for a record of its own. */
    mergedInto: uuid('merged_into'),
    /** The import that brought them; null for whoever was entered by hand. */
    importId: uuid('import_id'),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (t) => [
    oneOf('clients_contact_by', t.contactBy, CONTACT_WAYS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.mergedInto], foreignColumns: [t.clinicId, t.id] }),
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
    side: text('side', { enum: SIDES }).notNull(),
    job: text('job', { enum: JOBS }).notNull().default('hair'),
    areaCm2: doublePrecision('area_cm2').notNull(),
    /** The import that brought it; null where it was entered by hand. */
    importId: uuid('import_id'),
    createdAt: moment('created_at').notNull().defaultNow(),
  },
  (t) => [
    oneOf('areas_side', t.side, SIDES),
    oneOf('areas_job', t.job, JOBS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    uniqueIndex('areas_of_client').on(t.clinicId, t.clientId, t.id),
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
    /** How long it was booked for; null where nobody has said. */
    plannedMinutes: integer('planned_minutes'),
    /** A handpiece that is kept free for it, by its id in the devices' catalogue. */
    handpieceId: text('handpiece_id'),
    /** Whether cream numbs the skin before. */
    numbs: boolean('numbs').notNull().default(false),
    /** What was said of it at the desk; what is done in it counts more. */
    said: text('said', { enum: SAID_STATUSES }).notNull().default('booked'),
    /** How often it was moved or cancelled: calendars that took it over go by that. */
    sequence: integer('sequence').notNull().default(0),
    cancelledAt: moment('cancelled_at'),
    cancelledBy: uuid('cancelled_by'),
    cancelReason: text('cancel_reason'),
  },
  (t) => [
    check(
      'visits_cancelled',
      sql`num_nulls(${t.cancelledAt}, ${t.cancelledBy}, ${t.cancelReason}) in (0, 3)`,
    ),
    oneOf('visits_said', t.said, SAID_STATUSES),
    check('visits_planned_minutes', sql`${t.plannedMinutes} between 1 and 1440`),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    // The area is one of the client's own.
    foreignKey({
      name: 'visits_area_of_client',
      columns: [t.clinicId, t.clientId, t.areaId],
      foreignColumns: [areas.clinicId, areas.clientId, areas.id],
    }),
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
    /** The zone that it speaks of; null for the whole visit, or for the area booked. */
    areaId: uuid('area_id'),
    kind: text('kind').notNull(),
    at: moment('at').notNull(),
    recordedAt: moment('recorded_at').notNull().defaultNow(),
    /** How far its tablet had read when it was recorded, as a place in `seq`; null where nobody said. */
    seen: bigint('seen', { mode: 'number' }),
    /** Rises with every event kept; within a visit in the order in which they were. */
    seq: bigserial('seq', { mode: 'number' }).notNull(),
    /** The version of its kind's shape that `body` was kept under; core reads all of them. */
    version: smallint('version').notNull().default(1),
    body: jsonb('body').$type<unknown>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    foreignKey({ columns: [t.clinicId, t.areaId], foreignColumns: [areas.clinicId, areas.id] }),
    index('visit_events_by_visit').on(t.clinicId, t.visitId, t.at),
    index('visit_events_by_seq').on(t.clinicId, t.visitId, t.seq),
    index('visit_events_by_kind').on(t.clinicId, t.kind, t.at),
  ],
);

/** Photographs of skin, as taken but for what says where, with a small one to look through. Append-only. */
/** Bytes of photographs and papers, where no folder is set for them. */
export const files = pgTable(
  'files',
  {
    clinicId: clinicId(),
    /** Of `bytes`, hex. */
    sha256: text('sha256').notNull(),
    size: integer('size').notNull(),
    recordedAt: moment('recorded_at').notNull().defaultNow(),
    bytes: bytes('bytes').notNull(),
  },
  (t) => [primaryKey({ columns: [t.clinicId, t.sha256] })],
);

export const photos = pgTable(
  'photos',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    visitId: uuid('visit_id').notNull(),
    areaId: uuid('area_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    takenAt: moment('taken_at').notNull(),
    recordedAt: moment('recorded_at').notNull().defaultNow(),
    type: text('type', { enum: PHOTO_TYPES }).notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    /** How it was taken; null where nobody said. */
    takenAs: parsedJson('taken_as', TakenAsKept),
    /** The file of the picture as it was taken. */
    sha256: text('sha256').notNull(),
    /** The file of a small one: JPEG, 320 px on its longer side. */
    thumbnailSha256: text('thumbnail_sha256').notNull(),
  },
  (t) => [
    oneOf('photos_type', t.type, PHOTO_TYPES),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({ columns: [t.clinicId, t.areaId], foreignColumns: [areas.clinicId, areas.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    index('photos_by_visit').on(t.clinicId, t.visitId),
    index('photos_by_area').on(t.clinicId, t.areaId),
  ],
);

/** The clinic's documents, each as whole numbered versions; the newest approved holds. */
export const catalogueVersions = pgTable(
  'catalogue_versions',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    kind: text('kind', { enum: CATALOGUE_KINDS }).notNull(),
    /** Of translations the language and part, such as “pl consents”; else empty. */
    about: text('about').notNull().default(''),
    number: integer('number').notNull(),
    contentVersion: smallint('content_version').notNull().default(CONTENT_VERSION),
    content: jsonb('content').$type<unknown>().notNull(),
    note: text('note').notNull(),
    createdBy: uuid('created_by').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    approvedBy: uuid('approved_by'),
    approvedAt: moment('approved_at'),
  },
  (t) => [
    oneOf('catalogue_versions_kind', t.kind, CATALOGUE_KINDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('catalogue_versions_number').on(t.clinicId, t.kind, t.about, t.number),
    foreignKey({ columns: [t.clinicId, t.createdBy], foreignColumns: [staff.clinicId, staff.id] }),
    foreignKey({ columns: [t.clinicId, t.approvedBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
