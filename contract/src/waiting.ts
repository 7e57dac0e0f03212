import {
  DAY_PARTS,
  type DayPart,
  type FreeTime,
  type Wishes as Wished,
} from '@tidy-quill/core/calendar';
import type { Job } from '@tidy-quill/core/suitability';
import * as v from 'valibot';
import type { FirstDayBecause } from './calendar';
import { DayText, Id, Moment, note, whole } from './text';

const Weekdays = v.pipe(
  v.array(whole(0, 6)),
  v.maxLength(7, 'must be seven at most'),
  v.check((days) => new Set(days).size === days.length, 'must hold each day once'),
);
const Part = v.picklist(Object.keys(DAY_PARTS) as DayPart[]);

/** On which days of the week, 0 for Monday, and in which part of the day somebody likes to come. */
export const Wishes = v.object({ weekdays: Weekdays, part: Part }) satisfies v.GenericSchema<
  unknown,
  Wished
>;

/** Keeps a client's wishes; null where they have none. */
export const SetWishes = v.object({ wishes: v.nullable(Wishes) });

/** Puts a client on the waiting list, for zones of theirs. */
export const NewWaiting = v.pipe(
  v.object({
    id: Id,
    areaIds: v.pipe(
      v.array(Id),
      v.minLength(1, 'must name an area at least'),
      v.maxLength(20, 'must be 20 areas at most'),
    ),
    /** The visit that is booked for them meanwhile, if any: only something earlier is offered. */
    visitId: v.optional(v.nullable(Id), null),
    from: DayText,
    until: v.optional(v.nullable(DayText), null),
    ...Wishes.entries,
    staffId: v.optional(v.nullable(Id), null),
    note: v.optional(note(200), ''),
  }),
  v.forward(
    v.check(({ from, until }) => until === null || until >= from, 'must not lie before the first'),
    ['until'],
  ),
);

export type NewWaiting = v.InferInput<typeof NewWaiting>;

/** The visit that has just been cancelled or moved: who could take its time is marked. */
export const WaitingAsked = v.object({ freed: v.optional(Id) });

/** Somebody on the waiting list, with the soonest times that would suit them. */
export interface WaitingEntry extends Wished {
  readonly id: string;
  readonly clientId: string;
  readonly clientName: string;
  readonly phone: string;
  readonly site: string;
  readonly side: string;
  readonly job: Job;
  /** How many zones more. */
  readonly more: number;
  readonly minutes: number;
  /** The first day that makes sense, and why. */
  readonly firstDay: { readonly on: string; readonly because: FirstDayBecause | 'wished' };
  readonly until: string | null;
  readonly staffId: string | null;
  readonly note: string;
  readonly addedAt: string;
  /** What is booked for them meanwhile, ISO 8601. */
  readonly bookedAt: string | null;
  readonly times: readonly FreeTime[];
  /** Whether one of these is what became free. */
  readonly couldTake: boolean;
}

export interface WaitingList {
  /** Who has waited longest first; 200 at most. */
  readonly entries: readonly WaitingEntry[];
}

/** Gives somebody who waits a time: books a visit, or moves the one that they have. */
export const TakeTime = v.object({
  /** Of the visit that is booked; of no account where one is moved. */
  visitId: Id,
  startsAt: Moment,
  roomId: Id,
  staffId: Id,
});

export type TakeTime = v.InferOutput<typeof TakeTime>;
