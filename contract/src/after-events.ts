import {
  EXTENTS,
  REACTION_KINDS,
  REACTION_SIGNS,
  TRENDS,
  type Triage,
} from '@tidy-quill/core/reaction';
import { PLACES } from '@tidy-quill/core/look';
import { REACTION_OUTCOMES, REACTION_STEPS, REPORTED_HOW } from '@tidy-quill/core/events';
import * as v from 'valibot';
import { Signature } from './consent';
import { Id, line, Moment, note, number, whole } from './text';

const triagedByServer = v.optional(
  v.pipe(
    v.unknown(),
    v.transform((): Triage | null => null),
  ),
  null,
);

export const PhotoIds = v.pipe(v.array(Id), v.maxLength(6, 'must hold six pictures at most'));
export const SizeCm = v.nullable(number(0.1, 100));
const Signs = v.array(v.picklist(REACTION_SIGNS));

const ReactionReport = v.object({
  what: v.picklist(REACTION_KINDS),
  onsetAt: Moment,
  extent: v.picklist(EXTENTS),
  sizeCm: SizeCm,
  place: v.nullable(v.picklist(PLACES)),
  trend: v.picklist(TRENDS),
  signs: Signs,
});

const kind = <K extends string>(name: K) => v.literal(name);

/** What is recorded after the last pulse: advice given, reactions followed, additions and signatures. */
export const AFTER_EVENTS = {
  adviceGiven: v.object({ kind: kind('adviceGiven'), by: v.picklist(['print', 'pdf', 'message']) }),
  reactionReported: v.object({
    kind: kind('reactionReported'),
    how: v.picklist(REPORTED_HOW),
    report: ReactionReport,
    triage: triagedByServer,
    photoIds: PhotoIds,
    note: note(1000),
    fromDiary: v.optional(Id),
  }),
  reactionFollowed: v.object({
    kind: kind('reactionFollowed'),
    reactionId: Id,
    how: v.picklist(REPORTED_HOW),
    trend: v.picklist(TRENDS),
    signs: Signs,
    sizeCm: SizeCm,
    triage: triagedByServer,
    did: v.array(v.picklist(REACTION_STEPS)),
    photoIds: PhotoIds,
    redness: v.optional(
      v.object({
        photoId: Id,
        more: number(-60, 60),
        doubt: number(0, 60),
        method: number(1, 1000),
      }),
    ),
    note: note(1000),
    againAt: v.nullable(Moment),
  }),
  reactionClosed: v.object({
    kind: kind('reactionClosed'),
    reactionId: Id,
    outcome: v.picklist(REACTION_OUTCOMES),
    note: note(1000),
  }),
  amended: v.object({
    kind: kind('amended'),
    about: v.nullable(Id),
    text: line(1000),
    reason: line(500),
  }),
  recordSigned: v.object({
    kind: kind('recordSigned'),
    signature: Signature,
    digest: v.pipe(v.string('must be text'), v.hash(['sha256'], 'must be a digest')),
    entries: v.optional(whole(0, 1e6)),
  }),
} as const;
