import type { LanguageRead } from './client-words/client-words';
import type { Skill } from '@tidy-quill/core/access';
import {
  CLIENT_ANSWERS,
  DAY_PARTS,
  SAID_STATUSES,
  spansProblem,
  UNAVAILABLE,
  type ClientAnswer,
  type DayPart,
  type Due,
  type FreeTime,
  type OpeningHours as Hours,
  type Unavailable,
  type Use,
  type VisitStatus,
} from '@tidy-quill/core/calendar';
import type { NextVisit } from '@tidy-quill/core/course';
import type { Job } from '@tidy-quill/core/suitability';
import { daysBetween } from '@tidy-quill/core/units';
import * as v from 'valibot';
import { Clock } from './clock';
import { DayText, Id, line, Moment, note, whole } from './text';

const OpenSpans = v.pipe(
  v.array(v.object({ from: Clock, until: Clock })),
  v.maxLength(4, 'must be four spans at most'),
  v.check((spans) => spansProblem(spans) !== 'endsFirst', 'must end after it begins'),
  v.check((spans) => spansProblem(spans) !== 'overlap', 'must not overlap, and stand in order'),
);

/** When a clinic is open, Monday first; null where it has said none. */
export const OpeningHours = v.pipe(
  v.array(OpenSpans),
  v.length(7, 'must hold seven days, Monday first'),
) satisfies v.GenericSchema<unknown, Hours>;

export const SetOpeningHours = v.object({ hours: v.nullable(OpeningHours) });

/** Days of a calendar: six weeks at most. */
export const CalendarAsked = v.pipe(
  v.object({ from: DayText, until: DayText }),
  v.check(({ from, until }) => from <= until, 'must not end before it begins'),
  v.check(({ from, until }) => daysBetween(from, until) < 42, 'must be six weeks at most'),
);

/** How much rooms, people and handpieces were used in some days. */
export interface CalendarUse {
  readonly from: string;
  readonly until: string;
  readonly rooms: readonly Use[];
  readonly staff: readonly Use[];
  readonly handpieces: readonly HandpieceUse[];
  readonly cancelled: number;
}

/** What was fired with a handpiece. */
export interface HandpieceUse {
  readonly id: string;
  /** Zones treated with it. */
  readonly sessions: number;
  readonly pulses: number;
}

/** A booked visit, as far as a calendar shows it. */
export interface BookedVisit {
  readonly id: string;
  readonly clientId: string;
  readonly clientName: string;
  readonly startsAt: string;
  readonly roomId: string;
  readonly staffId: string;
  readonly plannedMinutes: number | null;
  readonly handpieceId: string | null;
  readonly site: string;
  readonly side: string;
  readonly job: Job;
  readonly status: VisitStatus;
}

/** What is booked, and what is away, in some days. */
export interface Calendar {
  readonly from: string;
  readonly until: string;
  readonly hours: Hours | null;
  readonly visits: readonly BookedVisit[];
  readonly unavailable: readonly Unavailable[];
}

/** A closure, an absence, or a room or handpiece out of use. */
export const NewUnavailable = v.pipe(
  v.object({
    id: Id,
    what: v.picklist(UNAVAILABLE),
    /** Which room, person or handpiece; null for the whole clinic. */
    whatId: v.nullable(v.pipe(v.string(), v.maxLength(100))),
    from: Moment,
    until: Moment,
    reason: line(200),
  }),
  v.forward(
    v.check(({ from, until }) => Date.parse(from) < Date.parse(until), 'must lie after the start'),
    ['until'],
  ),
  v.forward(
    v.check(({ what, whatId }) => (what === 'clinic') === (whatId === null), 'is missing'),
    ['whatId'],
  ),
);

export type NewUnavailable = v.InferOutput<typeof NewUnavailable>;

/** Visits that are booked into what is away: they have to be moved. */
export interface AwayMade {
  readonly id: string;
  readonly inTheWay: readonly BookedVisit[];
}

/** Says of a visit that it is confirmed, has arrived or was missed; “booked” takes that back. */
export const SayStatus = v.object({ to: v.picklist(SAID_STATUSES) });

export type SayStatus = v.InferOutput<typeof SayStatus>;

const Ids = v.pipe(
  v.string(),
  v.transform((text) => text.split(',').filter((each) => each !== '')),
  v.array(Id),
  v.maxLength(20, 'must be 20 at most'),
);

/** What a time is sought for. Lists are parted by commas. */
export const TimesAsked = v.object({
  areaIds: v.pipe(Ids, v.minLength(1, 'must name an area at least')),
  /** The visit that is moved; absent for a new one. */
  visitId: v.optional(Id),
  /** From which day on; worked out where absent. */
  from: v.optional(DayText),
  roomId: v.optional(Id),
  staffId: v.optional(Id),
  /** A handpiece that is to be free as well. */
  handpieceId: v.optional(line(100)),
  numbs: v.optional(v.picklist(['true', 'false']), 'false'),
  weekdays: v.optional(
    v.pipe(
      v.string(),
      v.transform((text) =>
        text
          .split(',')
          .filter((each) => each !== '')
          .map(Number),
      ),
      v.array(whole(0, 6)),
    ),
    '',
  ),
  part: v.optional(v.picklist(Object.keys(DAY_PARTS) as DayPart[]), 'any'),
});

/** Times that are free, and the day that they were sought from. */
export interface Times {
  readonly minutes: number;
  /** The first day that makes sense, and why: the latest that any zone asks for. */
  readonly firstDay: {
    readonly on: string;
    readonly because: FirstDayBecause;
    /** Medicines and rules that ask to wait, where answers do. */
    readonly asked: readonly string[];
  };
  readonly times: readonly FreeTime[];
  /** Who is not offered of themselves: on that first day they are not signed off, of each group for any of these. */
  readonly leftOut: readonly {
    readonly staffId: string;
    readonly skills: readonly (readonly Skill[])[];
  }[];
}

/** Why no earlier day is proposed. */
export type FirstDayBecause = NextVisit['because'] | 'answers' | 'today';

interface Called {
  readonly clientId: string;
  readonly clientName: string;
  readonly phone: string;
  readonly site: string;
  readonly side: string;
}

/** A visit that somebody is called about. */
export interface CalledVisit extends Called {
  readonly visitId: string;
  readonly startsAt: string;
}

/** A zone that is due, or nearly, with nothing booked for its client. */
export interface DueZone extends Called, Due {
  readonly areaId: string;
  readonly job: Job;
  readonly lastOn: string;
  readonly sessions: number;
  /** When they were last asked to come back; null where never. */
  readonly recalledAt: string | null;
}

/** Whom to call: those who are due, the longest overdue first, and those who missed a visit. */
export interface DueLists {
  /** 200 at most. */
  readonly due: readonly DueZone[];
  readonly total: number;
  readonly missed: readonly CalledVisit[];
  /** Who comes for the first time in the next two weeks: they have most to be told. */
  readonly first: readonly CalledVisit[];
  /** Who asked for another time by a reminder's link, and has not been given one. */
  readonly asking: readonly (CalledVisit & { readonly note: string })[];
}

/** Makes an address at which one's own calendar program reads one's visits. */
export const NewFeed = v.object({ id: Id });

/** The address, told once. */
export interface FeedMade {
  readonly url: string;
}

export interface CalendarFeed {
  /** Since when there is one; null where there is none. */
  readonly since: string | null;
  /** Whether it names clients, as the clinic has it. */
  readonly named: boolean;
}

/** Whether calendars that staff take over name clients. */
export const FeedNames = v.object({ named: v.boolean('must be true or false') });

/** What came of reading a calendar file with times away. */
export interface AwayRead {
  readonly added: number;
  readonly inTheWay: readonly BookedVisit[];
}

/** Reminds everybody of a day who has not confirmed, each once. */
export const RemindDay = v.object({ day: DayText });

/** How many reminders went out, and how many could not be sent. */
export interface Reminded {
  readonly sent: number;
  readonly failed: number;
}

/** What a client's link shows: when and where, and what was answered. */
export interface AppointmentPage {
  readonly clinicName: string;
  readonly clinicPhone: string;
  readonly givenName: string;
  readonly startsAt: string;
  readonly timeZone: string;
  readonly job: Job;
  readonly answer: ClientAnswer | null;
  /** Whether it can still be cancelled here: later somebody has to call. */
  readonly mayCancel: boolean;
  readonly noticeHours: number;
  readonly language: LanguageRead;
}

/** A client's answer to a reminder. */
export const AppointmentAnswer = v.object({
  answer: v.picklist(CLIENT_ANSWERS),
  note: v.optional(note(500), ''),
});

export type AppointmentAnswer = v.InferOutput<typeof AppointmentAnswer>;
