import { ADVICE_CODES } from '@tidy-quill/core/course';
import { HAIR_MARKS } from '@tidy-quill/core/reaction';
import type { EventBody, Findings as CoreFindings, VisitEvent } from '@tidy-quill/core/record';
import type { Assessment, History, SuitabilityRules } from '@tidy-quill/core/suitability';
import type { PastSession } from '@tidy-quill/core/plan';
import * as v from 'valibot';
import type { Area, Client } from './clients';
import type { Ahead } from './ahead';
import type { Catalogue, InForce } from './catalogue';
import type { Consent } from './consent';
import { InkFinding, ZoneFinding } from './look';
import { HairFinding, Setting, SkinFinding, Subject } from './plan';
import { Answers, Medicines } from './suitability';
import { DayText, Id, line, Moment, note, number, whole } from './text';

const Mark = v.picklist(HAIR_MARKS);

const looked = {
  skin: SkinFinding,
  areaCm2: number(0.2, 5000),
  zone: v.optional(ZoneFinding),
};

const Findings = v.union(
  [
    v.strictObject({ ...looked, hair: HairFinding }),
    v.strictObject({ ...looked, ink: InkFinding }),
  ],
  'must hold what was found of hair, or of ink',
);

const AcceptedPlan = v.object({
  subject: Subject,
  setting: Setting,
  wavelengthNm: number(400, 1200),
  upperJcm2: number(0.1, 500),
  expectedPulses: whole(1, 1e6),
  devicesVersionId: Id,
  protocolVersionId: Id,
  coreVersion: line(40),
  plannedOn: DayText,
});

/** What answers mean is worked out by the server again; what a browser thought is not taken. */
const judgedByServer = v.optional(
  v.pipe(
    v.unknown(),
    v.transform((): Assessment | null => null),
  ),
  null,
);

const kind = <K extends string>(name: K) => v.literal(name);

const EventBody = v.variant('kind', [
  v.object({
    kind: kind('answersGiven'),
    answers: Answers,
    medicines: Medicines,
    on: DayText,
    aheadId: v.nullable(Id),
    assessment: judgedByServer,
  }),
  v.object({
    kind: kind('stopOverridden'),
    rules: v.pipe(v.array(line(80)), v.minLength(1)),
    reason: line(500),
    supervisorId: Id,
  }),
  v.object({ kind: kind('reactionAgreed'), reason: line(500), supervisorId: Id }),
  v.object({ kind: kind('findingsRecorded'), findings: Findings }),
  v.object({ kind: kind('planAccepted'), plan: AcceptedPlan }),
  v.object({ kind: kind('treatmentStarted') }),
  v.object({ kind: kind('pulsesFired'), count: whole(1, 1000) }),
  v.object({ kind: kind('passDone') }),
  v.object({ kind: kind('painScored'), score: whole(0, 10) }),
  v.object({ kind: kind('markSeen'), mark: Mark }),
  v.object({ kind: kind('settingChanged'), setting: Setting, reason: line(500) }),
  v.object({ kind: kind('paused') }),
  v.object({ kind: kind('resumed') }),
  v.object({ kind: kind('stopped') }),
  v.object({ kind: kind('treatmentEnded') }),
  v.object({ kind: kind('undone'), eventId: Id }),
  v.object({
    kind: kind('watched'),
    minutesAfter: whole(0, 600),
    marks: v.array(Mark),
    grade: v.picklist([0, 1, 2, 3] as const),
    note: note(1000),
  }),
  v.object({
    kind: kind('sentHome'),
    advice: v.array(v.object({ code: v.picklist(ADVICE_CODES), until: v.nullable(DayText) })),
    nextVisitOn: DayText,
    note: note(1000),
  }),
]) satisfies v.GenericSchema<unknown, EventBody>;

/** Events as a browser sends them; who recorded them is the server's to say. */
export const NewEvents = v.pipe(
  v.array(v.object({ id: Id, at: Moment, body: EventBody })),
  v.minLength(1, 'must hold one event at least'),
  v.maxLength(500, 'must hold 500 events at most'),
);

export type NewEvent = v.InferOutput<typeof NewEvents>[number];

/** A setting to accept; the server judges it and keeps what it was judged from. */
export const AcceptSetting = v.object({ id: Id, at: Moment, setting: Setting });

export type AcceptSetting = v.InferInput<typeof AcceptSetting>;

/** A supervisor's word, given at the technician's own screen: sets a stop aside, or agrees after a reaction. */
export const Override = v.object({
  id: Id,
  supervisorName: line(80),
  supervisorPassword: v.pipe(v.string(), v.nonEmpty('must not be empty'), v.maxLength(200)),
  reason: line(500),
});

export type Override = v.InferInput<typeof Override>;

/** Sending home also books the next visit, in one transaction. */
export const SendHome = v.object({
  event: v.object({ id: Id, at: Moment, body: EventBody }),
  nextVisit: v.nullable(v.object({ id: Id, startsAt: Moment, roomId: Id })),
});

export type SendHome = v.InferInput<typeof SendHome>;

export interface VisitHeader {
  readonly id: string;
  readonly clientId: string;
  readonly areaId: string;
  readonly roomId: string;
  readonly staffId: string;
  readonly startsAt: string;
}

/** A set of answers of an earlier visit. */
export interface SaidLast extends History {
  readonly on: string;
  readonly by: string;
}

/** Findings of an earlier visit to the same area. */
export interface FoundLast {
  readonly findings: CoreFindings;
  readonly on: string;
}

/** A visit with all that its notebook shows. */
export interface VisitOpened {
  readonly visit: VisitHeader;
  readonly client: Client;
  readonly area: Area;
  readonly events: readonly VisitEvent[];
  /** Earlier sessions on this area, oldest first. */
  readonly history: readonly PastSession[];
  readonly catalogue: Catalogue;
  readonly suitability: InForce<SuitabilityRules>;
  /** The client's consents, newest first. */
  readonly consents: readonly Consent[];
  /** Answers from home that wait to be confirmed. */
  readonly ahead: Ahead | null;
  /** What the client said last, at an earlier visit. */
  readonly saidLast: SaidLast | null;
  /** What was found on this area at an earlier visit. */
  readonly foundLast: FoundLast | null;
  readonly clinicName: string;
  /** Today in the clinic's zone. */
  readonly today: string;
}
