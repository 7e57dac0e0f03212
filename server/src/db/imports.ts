import {
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
import { AdverseMark } from '@tidy-quill/contract/imports';
import type { SkinAnswer } from '@tidy-quill/core/reaction';
import * as v from 'valibot';
import { clinicId, moment } from './columns';
import { parsedJson } from './parsed-json';
import { areas, staff } from './schema';

/** What was taken from files at once. Undone as a whole, for as long as nothing rests on it; the row itself stays. */
export const imports = pgTable(
  'imports',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    fileName: text('file_name').notNull(),
    clients: integer('clients').notNull(),
    sessions: integer('sessions').notNull(),
    createdBy: uuid('created_by').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    undoneAt: moment('undone_at'),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.createdBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);

/** Sessions given elsewhere, or before this program was in use, as they were imported. */
export const typedSessions = pgTable(
  'typed_sessions',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    clientId: uuid('client_id').notNull(),
    areaId: uuid('area_id').notNull(),
    importId: uuid('import_id').notNull(),
    on: date('on_day').notNull(),
    wavelengthNm: doublePrecision('wavelength_nm').notNull(),
    fluenceJcm2: doublePrecision('fluence_jcm2').notNull(),
    pulseMs: doublePrecision('pulse_ms').notNull(),
    spotMm: doublePrecision('spot_mm').notNull(),
    endpoint: text('endpoint').$type<SkinAnswer['endpoint']>().notNull(),
    adverse: parsedJson('adverse', v.array(AdverseMark)).notNull(),
    painMax: smallint('pain_max'),
    note: text('note').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      name: 'typed_sessions_area_of_client',
      columns: [t.clinicId, t.clientId, t.areaId],
      foreignColumns: [areas.clinicId, areas.clientId, areas.id],
    }),
    foreignKey({
      columns: [t.clinicId, t.importId],
      foreignColumns: [imports.clinicId, imports.id],
    }),
    index('typed_sessions_by_client').on(t.clinicId, t.clientId),
  ],
);
