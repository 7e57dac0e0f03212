import type { Wishes as Wished } from '@tidy-quill/core/calendar';
import type { Likeness } from '@tidy-quill/core/clients';
import { SITE_IDS, SITES } from '@tidy-quill/core/sites';
import type { CourseNote } from '@tidy-quill/core/course';
import type { BodyOf, HairFindings, InkFindings } from '@tidy-quill/core/events';
import type { PastSession, Setting } from '@tidy-quill/core/plan';
import type { SkinAnswer } from '@tidy-quill/core/reaction';
import { JOBS } from '@tidy-quill/core/suitability';
import type { Stage } from '@tidy-quill/core/workflow';
import * as v from 'valibot';
import type { Consent } from './consent';
import type { MergeListed } from './merges';
import type { LanguageGap } from './translations';
import { DayText, Id, Language, line, Moment, note, number, whole } from './text';

const Phone = v.pipe(
  note(40),
  v.regex(/^[0-9 +()/-]*$/, 'may hold figures, spaces and + ( ) / - only'),
);

export const CONTACT_WAYS = ['call', 'message', 'email'] as const;

/** How a client likes to be reached. */
export type ContactWay = (typeof CONTACT_WAYS)[number];

/** An address for e-mail, or none. */
const Email = v.pipe(
  note(254),
  v.check(
    (text) => text === '' || v.is(v.pipe(v.string(), v.email()), text),
    'must be an address such as name@example.org',
  ),
);

/** Who answers for a client and signs with or for them. */
export const Guardian = v.object({ name: line(120), relation: note(60), phone: Phone });
export type Guardian = v.InferOutput<typeof Guardian>;

/** What is kept of a client; what came later is as if nobody had said it where it is absent. */
export const ClientFields = v.object({
  givenName: line(80),
  familyName: line(80),
  birthDate: DayText,
  phone: Phone,
  email: v.optional(Email, ''),
  /** Null where nobody has said. */
  contactBy: v.optional(v.nullable(v.picklist(CONTACT_WAYS)), null),
  /** What they read and speak; null where nobody has said. */
  language: v.optional(v.nullable(Language), null),
  /** Nothing is sent to them, whatever it is. */
  doNotContact: v.optional(v.boolean('must be true or false'), false),
  guardian: v.optional(v.nullable(Guardian), null),
  /** What whoever treats them must see first. */
  alert: v.optional(note(300), ''),
  note: note(2000),
});

export type ClientFields = v.InferOutput<typeof ClientFields>;
export type GivenClientFields = v.InferInput<typeof ClientFields>;

export const NewClient = v.object({ id: Id, ...ClientFields.entries });
export const EditedClient = v.object({ version: whole(1, 1e9), ...ClientFields.entries });

export interface Client extends ClientFields {
  readonly id: string;
  readonly reference: string;
  readonly version: number;
  /** When who they were was erased; null for everybody else. */
  readonly erasedAt: string | null;
  /** The record of the same client that this one was merged into; null for a record of its own. */
  readonly mergedInto: string | null;
  /** On which days and at which hours they like to come; null where nobody has said. */
  readonly wishes: Wished | null;
}

export const SIDES = ['left', 'right', 'both', 'whole'] as const;

/** An area of a client's skin that is treated as one. */
export const NewArea = v.pipe(
  v.object({
    id: Id,
    site: v.picklist(SITE_IDS),
    job: v.optional(v.picklist(JOBS), 'hair'),
    side: v.picklist(SIDES),
    areaCm2: number(1, 5000),
  }),
  v.forward(
    v.check(({ site, job }) => job === 'ink' || SITES[site].hair, 'is not where hair is removed'),
    ['site'],
  ),
);

export type NewArea = v.InferOutput<typeof NewArea>;

export interface Area extends NewArea {
  readonly clientId: string;
}

export const NewVisit = v.object({
  id: Id,
  areaId: Id,
  /** Areas treated at the same visit. */
  alsoAreaIds: v.optional(v.pipe(v.array(Id), v.maxLength(20, 'must be 20 areas at most')), []),
  roomId: Id,
  staffId: Id,
  startsAt: Moment,
  /** How long it is booked for; worked out where absent. */
  plannedMinutes: v.optional(whole(5, 600)),
  /** A handpiece that is kept free for it; none where absent. */
  handpieceId: v.optional(v.nullable(line(100)), null),
  /** Whether cream numbs the skin before: it takes that much longer. */
  numbs: v.optional(v.boolean('must be true or false'), false),
});

/** Books a visit and those that follow it in the course, all or none. */
export const NewCourseVisits = v.object({
  first: NewVisit,
  /** One for each visit that follows. */
  ids: v.pipe(
    v.array(Id),
    v.minLength(1, 'must hold one at least'),
    v.maxLength(12, 'must be 12 at most'),
  ),
});

export type NewCourseVisits = v.InferInput<typeof NewCourseVisits>;

/** The visits of a course as they were booked, the first one included. */
export interface CourseBooked {
  readonly visits: readonly { readonly id: string; readonly startsAt: string }[];
}

/** Moves a booked visit, or makes it longer or shorter: to when, where and whom, and the start that it was moved from, as the page showed it. */
export const MoveVisit = v.object({
  from: Moment,
  startsAt: Moment,
  roomId: Id,
  staffId: Id,
  /** A new length; as long as before where absent. */
  plannedMinutes: v.optional(whole(5, 600)),
});

export type MoveVisit = v.InferOutput<typeof MoveVisit>;

/** Cancels a visit that nothing was fired in. */
export const CancelVisit = v.object({ reason: line(500) });

export type NewVisit = v.InferInput<typeof NewVisit>;

export const ClientSearch = v.object({
  text: v.optional(note(100), ''),
  page: v.optional(v.pipe(v.string(), v.transform(Number), whole(1, 1e6)), '1'),
});

/** Erases who a client was; the reference, typed, says that it is meant. */
export const EraseClient = v.object({ reference: line(20) });

/** Whom to compare with those who are here already; whoever is edited is left out by `except`. */
export const AlikeAsked = v.object({
  givenName: v.optional(note(80), ''),
  familyName: v.optional(note(80), ''),
  birthDate: v.optional(v.union([v.literal(''), DayText]), ''),
  phone: v.optional(note(40), ''),
  except: v.optional(Id),
});

export type AlikeAsked = v.InferInput<typeof AlikeAsked>;

/** Somebody who may be the same client, and in what they are alike. */
export interface AlikeClient extends Pick<
  Client,
  'id' | 'reference' | 'givenName' | 'familyName' | 'birthDate'
> {
  readonly alike: readonly Likeness[];
}

export const CLIENTS_PER_PAGE = 20;

export interface ClientListed extends Pick<
  Client,
  'id' | 'reference' | 'givenName' | 'familyName' | 'birthDate'
> {
  readonly areas: number;
  readonly lastVisitAt: string | null;
  readonly nextVisitAt: string | null;
}

export interface ClientPage {
  readonly clients: readonly ClientListed[];
  readonly total: number;
  readonly page: number;
}

/** One light of a visit. */
export interface ClientLight {
  readonly wavelengthNm: number;
  readonly setting: Setting;
  readonly pulses: number;
  readonly answer: SkinAnswer;
}

/** A visit as the client's timeline shows it. */
export interface ClientVisit {
  readonly id: string;
  readonly areaId: string;
  readonly startsAt: string;
  readonly stage: Stage;
  readonly finished: boolean;
  /** Why it was cancelled; null where it was not. */
  readonly cancelled: string | null;
  /** Each light that was fired with, in order, its last setting and its answer; empty where nothing was fired. */
  readonly lights: readonly ClientLight[];
  readonly pulses: number;
  readonly answer: SkinAnswer;
  /** What was found by looking; null where nobody has. */
  readonly findings: HairFindings | InkFindings | null;
  /** How much of each colour had faded; null for hair, and where nobody has judged it. */
  readonly fading: BodyOf<'fadingSeen'> | null;
  /** The sessions and test spots as later plans know them: what the course is worked out from. */
  readonly sessions: readonly PastSession[];
  /** Reactions to it that nobody has closed. */
  readonly openReactions: number;
}

/** What was decided about the course of one of the areas, or given of it. */
export type AreaNote = CourseNote & { readonly areaId: string };

export interface ClientOpened {
  readonly client: Client;
  readonly areas: readonly Area[];
  /** Newest first. */
  readonly visits: readonly ClientVisit[];
  /** Sessions given before the client came here, as they were typed in, by area, oldest first. */
  readonly typedSessions: Readonly<Record<string, readonly PastSession[]>>;
  /** Visits whose record cannot be read. */
  readonly unreadable: readonly { readonly id: string; readonly startsAt: string }[];
  /** Newest first. */
  readonly consents: readonly Consent[];
  /** Oldest first. */
  readonly courseNotes: readonly AreaNote[];
  /** Records that were merged into this one, oldest first. */
  readonly merges: readonly MergeListed[];
  /** What the clinic does not have in the client's language; null where it has all of it. */
  readonly languageGap: LanguageGap | null;
}
