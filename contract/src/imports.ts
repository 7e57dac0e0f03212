import { MARKS, REACTION_KINDS } from '@tidy-quill/core/reaction';
import { SITE_IDS, SITES } from '@tidy-quill/core/sites';
import { JOBS } from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { ClientFields, SIDES, type AlikeClient } from './clients';
import { DayText, Id, line, note, number, whole } from './text';

/** Row of the file that something was read from, the first below the head being 2. */
const row = whole(1, 1_000_000);

/** A client as a row of a file has it. */
export const ImportedClient = v.object({
  row,
  id: Id,
  /** By what rows of sessions name this client: a number in an earlier system; empty for none. */
  key: v.optional(note(80), ''),
  ...ClientFields.entries,
});
export type ImportedClient = v.InferOutput<typeof ImportedClient>;

/** Harm as it is kept with a session. */
export const AdverseMark = v.picklist([...new Set([...MARKS, ...REACTION_KINDS])]);

/** A past session as a row of a file has it. */
export const ImportedSession = v.pipe(
  v.object({
    row,
    id: Id,
    /** A client's key in the file beside it, or the reference of one who is here. */
    client: line(80),
    on: DayText,
    job: v.optional(v.picklist(JOBS), 'hair'),
    site: v.picklist(SITE_IDS, 'is no area that is treated: such as upper lip, axilla, thigh'),
    side: v.picklist(SIDES, 'must be left, right, both or whole'),
    wavelengthNm: number(400, 1200),
    fluenceJcm2: number(0.05, 500),
    pulseMs: number(1e-7, 1000),
    spotMm: number(0.5, 60),
    endpoint: v.optional(v.picklist(['notRead', 'none', 'faint', 'right', 'strong']), 'notRead'),
    adverse: v.optional(v.array(AdverseMark), []),
    painMax: v.optional(v.nullable(whole(0, 10)), null),
    note: v.optional(note(500), ''),
  }),
  v.forward(
    v.check(({ site, job }) => job === 'ink' || SITES[site].hair, 'is not where hair is removed'),
    ['site'],
  ),
  v.forward(
    v.check(({ site, side }) => SITES[site].paired === (side !== 'whole'), 'does not fit the area'),
    ['side'],
  ),
);
export type ImportedSession = v.InferOutput<typeof ImportedSession>;

export const MOST_CLIENTS = 5000;
export const MOST_SESSIONS = 20_000;

/** All that is taken from files at once: all of it or nothing. */
export const NewImport = v.object({
  id: Id,
  fileName: line(200),
  clients: v.pipe(
    v.array(ImportedClient),
    v.maxLength(MOST_CLIENTS, `must be ${MOST_CLIENTS} at most`),
  ),
  sessions: v.pipe(
    v.array(ImportedSession),
    v.maxLength(MOST_SESSIONS, `must be ${MOST_SESSIONS} at most`),
  ),
});
export type NewImport = v.InferInput<typeof NewImport>;

/** Rows of a file that may be clients who are here already. */
export interface ImportChecked {
  readonly alike: readonly { readonly row: number; readonly with: AlikeClient }[];
}

/** What keeps an import from being undone. */
export const IMPORT_RESTS = [
  'visits',
  'areas',
  'consents',
  'waiting',
  'messages',
  'courseNotes',
  'edited',
  'plans',
] as const;
export type ImportRests = (typeof IMPORT_RESTS)[number];

/** An import as it is listed. */
export interface ImportListed {
  readonly id: string;
  readonly fileName: string;
  readonly at: string;
  readonly by: string;
  readonly clients: number;
  readonly sessions: number;
  readonly undoneAt: string | null;
}
