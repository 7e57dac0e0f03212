import type { mergedFields, MergingRefusal } from '@tidy-quill/core/clients';
import * as v from 'valibot';
import type { Area, Client } from './clients';
import { Id, whole } from './text';

/** Says that two records are one client's: `goneId` goes into the client of the path. */
export const NewMerge = v.object({
  id: Id,
  goneId: Id,
  /** The versions of both that were compared. */
  version: whole(1, 1e9),
  goneVersion: whole(1, 1e9),
  /** Areas of both that are one place. */
  pairs: v.pipe(
    v.array(v.object({ from: Id, into: Id })),
    v.maxLength(200, 'must be 200 areas at most'),
  ),
});
export type NewMerge = v.InferInput<typeof NewMerge>;

/** Whom a client is compared with. */
export const MergeAsked = v.object({ with: Id });

/** One of two records that are compared. */
export interface MergeSide {
  readonly client: Client;
  readonly areas: readonly Area[];
  readonly visits: number;
  /** The day of the last of them, in the clinic's zone; null for none. */
  readonly lastVisitOn: string | null;
  readonly consents: number;
}

/** Two records side by side before they are merged. */
export interface MergeCompared {
  readonly kept: MergeSide;
  readonly gone: MergeSide;
  /** Areas of both that are the same place. */
  readonly pairs: readonly { readonly from: string; readonly into: string }[];
  /** What the kept record would say afterwards. */
  readonly after: ReturnType<typeof mergedFields<Client>>;
  readonly refusal: MergingRefusal | null;
}

/** What rests on a merge, so that it is undone no longer. */
export const MERGE_RESTS = [
  'visits',
  'events',
  'areas',
  'consents',
  'courseNotes',
  'typedSessions',
  'waiting',
  'messages',
  'edited',
  'merged',
  'erased',
] as const;
export type MergeRests = (typeof MERGE_RESTS)[number];

/** A record that went into another one. */
export interface MergeListed {
  readonly id: string;
  readonly gone: Pick<Client, 'id' | 'reference' | 'givenName' | 'familyName'>;
  readonly by: string;
  readonly at: string;
}
