import { DeviceEntryBody } from '@tidy-quill/contract/devices';
import { IncidentEntryBody } from '@tidy-quill/contract/incidents';
import { DEVICE_ENTRY_KINDS } from '@tidy-quill/core/device';
import { foreignKey, index, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { parsedJson } from './parsed-json';
import { staff, visits } from './schema';

/** What was checked, measured, serviced and fitted of each handpiece, and when it was out of use. Append-only. */
export const deviceLog = pgTable(
  'device_log',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    /** As the catalogue of devices names it. */
    handpieceId: text('handpiece_id').notNull(),
    kind: text('kind', { enum: DEVICE_ENTRY_KINDS }).notNull(),
    body: parsedJson('body', DeviceEntryBody).notNull(),
    /** The paper of a service among the files; null where there is none. */
    paperSha256: text('paper_sha256'),
    addedBy: uuid('added_by').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    oneOf('device_log_kind', t.kind, DEVICE_ENTRY_KINDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    index('device_log_by_handpiece').on(t.clinicId, t.handpieceId, t.addedAt),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);

const INCIDENT_ENTRY_KINDS = ['reported', 'noted', 'seen', 'closed'] as const;

/** The register of incidents: each report, and what was told of it later. Append-only. */
export const incidentEntries = pgTable(
  'incident_entries',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    /** The id of the report that it belongs to; its own where it is one. */
    incidentId: uuid('incident_id').notNull(),
    kind: text('kind', { enum: INCIDENT_ENTRY_KINDS }).notNull(),
    body: parsedJson('body', IncidentEntryBody).notNull(),
    visitId: uuid('visit_id'),
    handpieceId: text('handpiece_id'),
    addedBy: uuid('added_by').notNull(),
    addedAt: moment('added_at').notNull().defaultNow(),
  },
  (t) => [
    oneOf('incident_entries_kind', t.kind, INCIDENT_ENTRY_KINDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    index('incident_entries_by_incident').on(t.clinicId, t.incidentId, t.addedAt),
    index('incident_entries_by_visit').on(t.clinicId, t.visitId),
    foreignKey({
      columns: [t.clinicId, t.incidentId],
      foreignColumns: [t.clinicId, t.id],
      name: 'incident_entries_of_report',
    }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({ columns: [t.clinicId, t.addedBy], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
