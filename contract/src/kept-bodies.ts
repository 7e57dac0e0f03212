import {
  bodyVersion,
  type BodyOf,
  type EventKind,
  nameToday,
  upcast,
} from '@tidy-quill/core/events';
import { TRIAGE_LEVELS, TRIAGE_REASONS, type Triage } from '@tidy-quill/core/reaction';
import { OUTCOMES, QUESTION_IDS, type Assessment } from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import { EVENT_BODIES } from './event-bodies';
import { Rule, Wait } from './suitability';
import { DayText } from './text';

const KeptAssessment = v.object({
  outcome: v.picklist(OUTCOMES),
  clearOn: v.nullable(DayText),
  findings: v.array(
    v.object({
      rule: Rule,
      medicine: v.nullable(v.string()),
      outcome: v.picklist(['care', 'wait', 'refer']),
      advice: v.string(),
      lastOn: v.nullable(DayText),
      wait: v.nullable(Wait),
      clearOn: v.nullable(DayText),
    }),
  ),
  unanswered: v.array(v.picklist(QUESTION_IDS)),
}) satisfies v.GenericSchema<unknown, Assessment>;

const KeptTriage = v.object({
  level: v.picklist(TRIAGE_LEVELS),
  reasons: v.array(
    v.object({ reason: v.picklist(TRIAGE_REASONS), level: v.picklist(TRIAGE_LEVELS) }),
  ),
  onsetHours: v.number(),
  adverse: v.boolean(),
  againHours: v.nullable(v.number()),
}) satisfies v.GenericSchema<unknown, Triage>;

const { answersGiven, zoneAdded, reactionReported, reactionFollowed } = EVENT_BODIES;
const assessment = v.nullable(KeptAssessment);
const triage = v.nullable(KeptTriage);

/** What each kind of event holds once it is kept: as it was sent, with what the server worked out. */
const KEPT_BODIES: { readonly [K in EventKind]: v.GenericSchema<unknown, BodyOf<K>> } = {
  ...EVENT_BODIES,
  answersGiven: v.object({
    ...answersGiven.entries,
    medicines: v.nullable(answersGiven.entries.medicines),
    assessment,
    elsewhere: v.optional(v.record(v.string(), KeptAssessment)),
  }),
  zoneAdded: v.object({ ...zoneAdded.entries, assessment }),
  reactionReported: v.object({ ...reactionReported.entries, triage }),
  reactionFollowed: v.object({ ...reactionFollowed.entries, triage }),
};

/** A body as it is kept, with the version under which it was. */
export interface KeptBody {
  readonly kind: string;
  readonly version: number;
  readonly body: unknown;
}

/**
 * Reads a body that was kept, under whatever version, in today's shape; null where it cannot be read: of a kind or a
 * version that this release does not know, or not of its kind's shape.
 */
export function readBody({ kind: kept, version, body }: KeptBody): BodyOf<EventKind> | null {
  const kind = nameToday(kept);
  if (!isKind(kind) || version > bodyVersion(kind) || !isObject(body)) return null;
  const read = v.safeParse(KEPT_BODIES[kind], upcast(kept, version, body), { abortEarly: true });
  return read.success ? read.output : null;
}

const isKind = (kind: string): kind is EventKind => Object.hasOwn(KEPT_BODIES, kind);
const isObject = (body: unknown): body is Readonly<Record<string, unknown>> =>
  typeof body === 'object' && body !== null;
