import { REACTION_SIGNS, SEEN_AT_HOME, TRENDS, type Trend } from '@tidy-quill/core/reaction';
import {
  foreignKey,
  index,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import * as v from 'valibot';
import { oneOf } from './one-of';
import { clinicId, moment } from './columns';
import { parsedJson } from './parsed-json';
import { photos, staff, visits } from './schema';

/** Links with which a client keeps a diary of the healing for some weeks. Only a hash of the token is kept. */
export const diaryLinks = pgTable(
  'diary_links',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    visitId: uuid('visit_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    tokenHash: text('token_hash').notNull(),
    createdAt: moment('created_at').notNull().defaultNow(),
    expiresAt: moment('expires_at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.id] }),
    uniqueIndex('diary_links_token').on(t.tokenHash),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);

/** What clients wrote of their healing, as given. Append-only. */
export const diaryEntries = pgTable(
  'diary_entries',
  {
    clinicId: clinicId(),
    id: uuid('id').notNull(),
    visitId: uuid('visit_id').notNull(),
    linkId: uuid('link_id').notNull(),
    givenAt: moment('given_at').notNull().defaultNow(),
    trend: text('trend').$type<Trend>().notNull(),
    signs: parsedJson('signs', v.array(v.picklist(REACTION_SIGNS))).notNull(),
    seen: parsedJson('seen', v.array(v.picklist(SEEN_AT_HOME)))
      .notNull()
      .default([]),
    /** The entry of the same day that this one corrects. */
    replaces: uuid('replaces'),
    note: text('note').notNull(),
    photoIds: parsedJson('photo_ids', v.array(v.pipe(v.string(), v.uuid()))).notNull(),
  },
  (t) => [
    oneOf('diary_entries_trend', t.trend, TRENDS),
    primaryKey({ columns: [t.clinicId, t.id] }),
    foreignKey({ columns: [t.clinicId, t.visitId], foreignColumns: [visits.clinicId, visits.id] }),
    foreignKey({
      columns: [t.clinicId, t.linkId],
      foreignColumns: [diaryLinks.clinicId, diaryLinks.id],
    }),
    foreignKey({ columns: [t.clinicId, t.replaces], foreignColumns: [t.clinicId, t.id] }),
    index('diary_entries_by_visit').on(t.clinicId, t.visitId),
    index('diary_entries_by_time').on(t.clinicId, t.givenAt),
  ],
);

/** Pictures that came in by a diary's link: the client took them, whoever gave the link. Append-only. */
export const diaryPhotos = pgTable(
  'diary_photos',
  {
    clinicId: clinicId(),
    photoId: uuid('photo_id').notNull(),
    linkId: uuid('link_id').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.photoId] }),
    foreignKey({ columns: [t.clinicId, t.photoId], foreignColumns: [photos.clinicId, photos.id] }),
    foreignKey({
      columns: [t.clinicId, t.linkId],
      foreignColumns: [diaryLinks.clinicId, diaryLinks.id],
    }),
    index('diary_photos_by_link').on(t.clinicId, t.linkId),
  ],
);

/** Entries that somebody at the clinic has read and that ask for nothing more. Append-only. */
export const diaryReads = pgTable(
  'diary_reads',
  {
    clinicId: clinicId(),
    entryId: uuid('entry_id').notNull(),
    staffId: uuid('staff_id').notNull(),
    readAt: moment('read_at').notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.clinicId, t.entryId] }),
    foreignKey({
      columns: [t.clinicId, t.entryId],
      foreignColumns: [diaryEntries.clinicId, diaryEntries.id],
    }),
    foreignKey({ columns: [t.clinicId, t.staffId], foreignColumns: [staff.clinicId, staff.id] }),
  ],
);
