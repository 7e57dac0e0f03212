import {
  FOLLOW_UP_MONTHS,
  OUTCOMES,
  SETTINGS_RULES,
  TRIAL_SIDES,
  type Allocation,
  type FollowUpMonth,
  type FollowUpWindow,
  type OutcomeAnalysis,
  type TrialDesign as CoreDesign,
  type TrialSide,
} from '@tidy-quill/core/trial';
import { TECHNIQUES } from '@tidy-quill/core/plan';
import { SITE_IDS } from '@tidy-quill/core/sites';
import * as v from 'valibot';
import { Signature } from './consent';
import { Id, line, note, number, whole } from './text';

const ArmRule = v.object({
  name: line(60),
  handpieceId: v.nullable(line(60)),
  technique: v.nullable(v.picklist(TECHNIQUES)),
});

/** A trial as it is drafted; what of it makes no sense core says. */
export const TrialDesign = v.object({
  title: line(120),
  question: line(300),
  arms: v.object({ a: ArmRule, b: ArmRule }),
  settings: v.picklist(SETTINGS_RULES),
  sites: v.pipe(v.array(v.picklist(SITE_IDS)), v.maxLength(20), v.readonly()),
  visits: whole(1, 12),
  outcome: v.picklist(OUTCOMES),
  decidedAt: v.picklist(FOLLOW_UP_MONTHS),
  clients: whole(6, 200),
  difference: number(-1000, 1000),
  deviation: number(0.001, 1000),
  information: line(4000),
}) satisfies v.GenericSchema<unknown, CoreDesign>;

export const NewTrial = v.object({ id: Id, design: TrialDesign });

export const SetTrial = v.object({ version: whole(0, 1e6), design: TrialDesign });

export const CloseTrial = v.object({ reason: line(500) });

const reason = line(500);
const month = v.picklist([0, ...FOLLOW_UP_MONTHS] as const);
const perCm2 = number(0, 500);

/** What is kept of a client in a trial. */
export const TrialEntryBody = v.variant('kind', [
  v.object({
    kind: v.literal('enrolled'),
    leftAreaId: Id,
    rightAreaId: Id,
    /** What the client read, as it was then. */
    information: line(4000),
    signature: Signature,
  }),
  v.object({
    kind: v.literal('drawn'),
    left: v.picklist(['a', 'b']),
    right: v.picklist(['a', 'b']),
    visitId: Id,
  }),
  v.object({
    kind: v.literal('deviated'),
    side: v.picklist(TRIAL_SIDES),
    visitId: v.nullable(Id),
    reason,
  }),
  v.object({ kind: v.literal('left'), reason }),
  v.object({
    kind: v.literal('counted'),
    side: v.picklist(TRIAL_SIDES),
    month,
    perCm2,
    /** Of a picture whose side was not shown, or by somebody who has not treated the client in this trial. */
    how: v.picklist(['picture', 'secondPerson']),
    photoId: v.nullable(Id),
  }),
  /** Somebody looked at what the trial shows so far. */
  v.object({ kind: v.literal('looked'), pairs: whole(0, 1000), note: note(500) }),
]);

export type TrialEntryBody = v.InferOutput<typeof TrialEntryBody>;

export const EnrolClient = v.object({
  id: Id,
  clientId: Id,
  leftAreaId: Id,
  rightAreaId: Id,
  signature: Signature,
});

export const DrawSides = v.object({ id: Id, clientId: Id, visitId: Id });

/** What is told of a client in the trial: a deviation, or that nothing more is to come. */
export const NewTrialNote = v.variant('kind', [
  v.object({
    kind: v.literal('deviated'),
    ...{ id: Id, clientId: Id, side: v.picklist(TRIAL_SIDES), visitId: v.nullable(Id), reason },
  }),
  v.object({ kind: v.literal('left'), id: Id, clientId: Id, reason }),
]);

/** A count: blinded by the key of a picture to count, or by a second person who says the side. */
export const NewCount = v.variant('how', [
  v.object({ how: v.literal('picture'), id: Id, key: line(80), perCm2 }),
  v.object({
    how: v.literal('secondPerson'),
    ...{ id: Id, clientId: Id, side: v.picklist(TRIAL_SIDES), month, perCm2 },
  }),
]);

/** Asks clients to come for the follow-ups that are due. */
export const AskForFollowUps = v.object({
  clientIds: v.pipe(
    v.array(Id),
    v.minLength(1, 'must name a client at least'),
    v.maxLength(200, 'must be 200 at most'),
  ),
});

export const NewLook = v.object({ id: Id, note: note(500) });

export type NewTrialNote = v.InferOutput<typeof NewTrialNote>;
export type NewCount = v.InferOutput<typeof NewCount>;

export type TrialState = 'draft' | 'running' | 'closed';

/** A trial in a list. */
export interface TrialListed {
  readonly id: string;
  readonly design: CoreDesign;
  readonly state: TrialState;
  readonly enrolled: number;
  readonly drawn: number;
}

/** Months of a follow-up, 0 before the first treatment. */
export type CountMonth = 0 | FollowUpMonth;

/** A client in a trial. */
export interface Participant {
  /** P01, P02 … in the order in which they came in. */
  readonly code: string;
  readonly client: { readonly id: string; readonly name: string };
  readonly site: string;
  readonly areas: Readonly<Record<TrialSide, string>>;
  readonly enrolledAt: string;
  /** Null before the first treatment. */
  readonly drawn: (Allocation & { readonly at: string }) | null;
  /** Days on which both sides were treated since. */
  readonly treatedOn: readonly string[];
  readonly deviations: readonly {
    readonly at: string;
    readonly side: TrialSide;
    readonly reason: string;
  }[];
  readonly left: { readonly at: string; readonly reason: string } | null;
  /** Which counts there are, by side. */
  readonly counted: readonly { readonly month: CountMonth; readonly side: TrialSide }[];
  readonly followUps: readonly (FollowUpWindow & {
    readonly state: 'done' | 'ahead' | 'open' | 'missed';
  })[];
}

/** A trial with all that its page shows; what it shows of the arms only once somebody looked or it is closed. */
export interface TrialOpened {
  readonly id: string;
  readonly version: number;
  readonly design: CoreDesign;
  readonly state: TrialState;
  readonly createdBy: string;
  readonly fixed: { readonly at: string; readonly by: string; readonly seedHash: string } | null;
  readonly closed: {
    readonly at: string;
    readonly by: string;
    readonly reason: string;
    /** Unsealed: with it anybody can draw again. */
    readonly seed: string;
  } | null;
  readonly participants: readonly Participant[];
  readonly looks: readonly {
    readonly at: string;
    readonly by: string;
    readonly byId: string;
    readonly pairs: number;
    readonly note: string;
  }[];
}

/** What a trial shows; of one that is running, as of the last look. */
export interface TrialShown {
  readonly looks: number;
  readonly outcomes: readonly OutcomeAnalysis[];
}

/** A picture whose side is not told, to be counted. */
export interface ToCount {
  readonly key: string;
  readonly photoId: string;
}

/** The part that a client's visit has in a trial: which way each of two areas is worked. */
export interface TrialOfVisit {
  readonly id: string;
  readonly title: string;
  readonly areas: Readonly<Record<TrialSide, string>>;
  readonly design: Pick<CoreDesign, 'arms' | 'settings' | 'visits'>;
  /** Null while the sides have not been drawn. */
  readonly drawn: Allocation | null;
  /** Areas of which this visit says that they were treated otherwise. */
  readonly deviating: readonly string[];
}

/** A follow-up of a trial whose window is open. */
export interface TrialFollowUp {
  readonly trialId: string;
  readonly title: string;
  readonly client: { readonly id: string; readonly name: string; readonly phone: string };
  readonly site: string;
  readonly areas: Readonly<Record<TrialSide, string>>;
  readonly month: FollowUpMonth;
  readonly from: string;
  readonly due: string;
  readonly until: string;
  /** When the client was last asked to come for it. */
  readonly askedAt: string | null;
  /** The day within its window that is booked. */
  readonly bookedOn: string | null;
}
