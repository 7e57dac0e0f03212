import { CONTENT_VERSION } from '@tidy-quill/contract/kept-contents';
import { CONSENT_KINDS, PHOTO_USES } from '@tidy-quill/core/consent';
import {
  boolean,
  date,
  foreignKey,
  index,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import * as v from 'valibot';
import { clinicId, moment } from './columns';
import { oneOf } from './one-of';
import { parsedJson } from './parsed-json';
import { areas, clients, staff } from './schema';

/** What clients read and signed, as it was then, with its PDF. Append-only. */
export const consents = pgTable(
  'consents',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    clientId: uuid('client_id').notNull(),
    areaId: uuid('area_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    kind: text('kind', { enum: CONSENT_KINDS }).notNull(),
    signedAt: moment('signed_at').notNull(),
    signedOn: date('signed_on').notNull(),
    validUntil: date('valid_until').notNull(),
    guardian: boolean('guardian').notNull(),
    uses: parsedJson('uses', v.array(v.picklist(PHOTO_USES))).notNull(),
    contentVersion: smallint('content_version').notNull().default(CONTENT_VERSION),
    content: jsonb('content').$type<unknown>().notNull(),
    /** The file of the signed paper. */
    sha256: text('sha256').notNull(),
  },
  (t) => [
    oneOf('consents_kind', t.kind, CONSENT_KINDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.clientId],
      foreignColumns: [clients.clinicId, clients.id],
    }),
    foreignKey({ columns: [t.clinicId, t.areaId], foreignColumns: [areas.clinicId, areas.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    index('consents_by_client').on(t.clinicId, t.clientId),
  ],
);

/** Consents taken back. Append-only. */
export const consentWithdrawals = pgTable(
  'consent_withdrawals',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    consentId: uuid('consent_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    withdrawnAt: moment('withdrawn_at').notNull(),
    withdrawnOn: date('withdrawn_on').notNull(),
    reason: text('reason').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({
      columns: [t.clinicId, t.consentId],
      foreignColumns: [consents.clinicId, consents.id],
    }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
    uniqueIndex('consent_withdrawals_once').on(t.clinicId, t.consentId),
  ],
);
