import type { MergingRefusal, PairingRefusal } from '@tidy-quill/core/clients';
import type { MergeRests } from '../merges';

/** Why two records are not merged. */
export const MERGING_WORDS: Readonly<Record<MergingRefusal | PairingRefusal, string>> = {
  same: 'This is one record already.',
  erased: 'One of them was erased: nobody can say any more who it was.',
  merged: 'One of them was merged into another record already: open that one.',
  underWay: 'A visit of one of them is under way, or its plan is accepted: end or cancel it first.',
  notAPlace: 'Areas that are said to be one differ in site, side or treatment.',
  twice: 'An area is named twice.',
  hairApart: 'Hair of the same place is one skin: both areas become one.',
};

/** What rests on a merge, so that it is undone no longer. */
export const MERGE_REST_WORDS: Readonly<Record<MergeRests, string>> = {
  visits: 'a visit was booked since',
  events: 'something was recorded in a visit since',
  areas: 'an area was added since',
  consents: 'a consent was signed since',
  courseNotes: 'the course of an area was decided on since',
  typedSessions: 'past sessions were imported since',
  waiting: 'the client was put on the waiting list since',
  messages: 'a message was sent since',
  edited: 'the client was edited since',
  merged: 'the record was merged into another one since',
  erased: 'the client was erased since',
};
