import type { EventBody as CoreBody, VisitEvent } from '@tidy-quill/core/events';
import { INK_COLOURS } from '@tidy-quill/core/look';
import { TECHNIQUES } from '@tidy-quill/core/plan';
import * as v from 'valibot';
import { EventBody } from './event-bodies';
import { Setting } from './plan';
import { Id, line, Moment, whole } from './text';

/** An event as a browser sends it; who recorded it is the server's to say. */
export interface NewEvent {
  readonly id: string;
  readonly at: string;
  readonly areaId?: string | undefined;
  /** How far the tablet had read when it was pressed: a stop kept since then wins. */
  readonly seen?: number | undefined;
  readonly body: CoreBody;
}

/** Events as a browser sends them. */
export const NewEvents: v.GenericSchema<unknown, readonly NewEvent[]> = v.pipe(
  v.array(
    v.object({
      id: Id,
      at: Moment,
      areaId: v.optional(Id),
      seen: v.optional(whole(0, 1e15)),
      body: EventBody,
    }),
  ),
  v.minLength(1, 'must hold one event at least'),
  v.maxLength(500, 'must hold 500 events at most'),
);

/** What a browser has read so far: the `after` of the last answer. */
export const EventsAfter = v.object({
  after: v.optional(v.pipe(v.string(), v.transform(Number), whole(0, 1e15)), '0'),
});

/** What was kept since: a browser's own events and those of others. */
export interface EventsKept {
  readonly events: readonly VisitEvent[];
  readonly after: number;
}

/** A setting to accept; the server judges it and keeps what it was judged from. */
export const AcceptSetting = v.object({
  id: Id,
  at: Moment,
  areaId: v.optional(Id),
  setting: Setting,
  /** On ink: the colours that this wavelength is for. */
  colours: v.optional(v.array(v.picklist(INK_COLOURS))),
});

export type AcceptSetting = v.InferInput<typeof AcceptSetting>;

/** What a supervisor can approve: going on over a stop, treating again after a reaction, doing without a test spot or a sign-off. */
export const APPROVED = ['stop', 'reaction', 'testSpot', 'signOff'] as const;

/** A supervisor's approval, given at the technician's own screen. */
export const Approval = v.object({
  id: Id,
  about: v.picklist(APPROVED),
  /** The zone that it is about. */
  areaId: v.optional(Id),
  /** How it is to be treated, where the approval stands in for a sign-off; of ink none. */
  technique: v.optional(v.picklist(TECHNIQUES)),
  /** Who approves, where a technician is signed in; a supervisor who is signed in approves as themselves. */
  supervisor: v.optional(
    v.object({
      name: line(80),
      password: v.pipe(v.string(), v.nonEmpty('must not be empty'), v.maxLength(200)),
    }),
  ),
  reason: line(500),
});

export type Approval = v.InferInput<typeof Approval>;

/** Sending home also books the next visit, in one transaction. */
export const SendHome = v.object({
  event: v.object({ id: Id, at: Moment, body: EventBody }),
  nextVisit: v.nullable(v.object({ id: Id, startsAt: Moment, roomId: Id })),
});

export type SendHome = v.InferInput<typeof SendHome>;
