import { ADVICE_PARTS, HABITS } from '@tidy-quill/core/aftercare';
import { MARKS, STOP_CAUSES } from '@tidy-quill/core/reaction';
import { CHECK_IDS, NUMBING_KINDS } from '@tidy-quill/core/prepare';
import {
  CARED,
  CELL_ENDS,
  INCIDENTS,
  type EventBody as CoreBody,
  type VisitEvent,
} from '@tidy-quill/core/events';
import { type PlanInputs as PlanInputsCore } from '@tidy-quill/core/session';
import { JOBS, type Assessment } from '@tidy-quill/core/suitability';
import { INK_COLOURS, PLACES } from '@tidy-quill/core/look';
import { STEP_REASONS, TEST_SPOT_REASONS } from '@tidy-quill/core/plan';
import * as v from 'valibot';
import { AFTER_EVENTS, PhotoIds, SizeCm } from './after-events';
import { InkFinding, ZoneFinding } from './look';
import {
  Cooling,
  HairFinding,
  Handpieces,
  InkSubject,
  Light,
  Protocol,
  Setting,
  SkinFinding,
  Spot,
  Subject,
  Train,
} from './plan';
import { Answers, Medicines } from './suitability';
import { DayText, Id, line, Moment, note, number, whole } from './text';

const Mark = v.picklist(MARKS);

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
  subject: v.union([Subject, InkSubject]),
  ink: v.optional(
    v.object({
      colours: v.array(v.picklist(INK_COLOURS)),
      darkPartOf: v.array(v.picklist(INK_COLOURS)),
    }),
  ),
  setting: Setting,
  wavelengthNm: number(400, 1200),
  light: v.optional(Light),
  train: v.optional(Train),
  upperJcm2: number(0.05, 500),
  expectedPulses: whole(1, 1e6),
  cooling: v.optional(Cooling),
  gel: v.optional(v.boolean()),
  job: v.optional(v.picklist(JOBS)),
  devicesVersionId: Id,
  protocolVersionId: Id,
  coreVersion: line(40),
  plannedOn: DayText,
});

/** An accepted plan with what it was accepted on, to be worked out again. */
export const PlanInputs = v.object({
  plan: AcceptedPlan,
  handpieces: Handpieces,
  protocol: Protocol,
  agreed: v.optional(v.boolean(), false),
}) satisfies v.GenericSchema<unknown, PlanInputsCore>;

/** What a console's own display shows. */
export const ConsoleSetting = v.object({
  wavelengthNm: number(400, 1200),
  fluenceJcm2: number(0.01, 500),
  pulseMs: number(1e-7, 1000),
  spot: Spot,
  rateHz: number(0, 20),
});

/** What answers mean is worked out by the server again; what a browser thought is not taken. */
const judgedByServer = v.optional(
  v.pipe(
    v.unknown(),
    v.transform((): Assessment | null => null),
  ),
  null,
);

const Grade = v.picklist([0, 1, 2, 3] as const);
const kind = <K extends string>(name: K) => v.literal(name);

// What is pressed in the room comes first: a variant is looked for from the top, and a press should not wait.
const PRESSES = [
  v.object({ kind: kind('pulsesFired'), count: whole(1, 1000) }),
  v.object({ kind: kind('treatmentStarted') }),
  v.object({ kind: kind('passDone') }),
  v.object({ kind: kind('painScored'), score: whole(0, 10) }),
  v.object({ kind: kind('markSeen'), mark: Mark }),
  v.object({ kind: kind('causeLooked'), cause: v.picklist(STOP_CAUSES), found: v.boolean() }),
  v.object({
    kind: kind('settingChanged'),
    setting: Setting,
    reason: line(500),
    forCell: v.optional(whole(1, 1000)),
  }),
  v.object({
    kind: kind('stepDeclined'),
    because: v.picklist(STEP_REASONS),
    reason: line(500),
  }),
  v.object({ kind: kind('cellChosen'), cell: whole(1, 1000) }),
  v.object({ kind: kind('cellEnded'), cell: whole(1, 1000), how: v.picklist(CELL_ENDS) }),
  v.pipe(
    v.object({
      kind: kind('consolePulses'),
      serial: line(40),
      from: whole(0, 1e12),
      to: whole(0, 1e12),
    }),
    v.check(({ from, to }) => to > from, 'must end after it begins'),
  ),
  v.object({ kind: kind('incident'), what: v.picklist(INCIDENTS), detail: note(500) }),
  v.object({ kind: kind('handedOver'), toStaffId: Id }),
  v.object({ kind: kind('paused') }),
  v.object({ kind: kind('resumed') }),
  v.object({ kind: kind('stopped') }),
  v.object({ kind: kind('treatmentEnded') }),
  v.object({ kind: kind('treatmentReopened'), reason: line(500) }),
  v.object({ kind: kind('undone'), eventId: Id }),
] as const;

const EventBody: v.GenericSchema<unknown, CoreBody> = v.variant('kind', [
  ...PRESSES,
  v.object({
    kind: kind('answersGiven'),
    answers: Answers,
    medicines: Medicines,
    on: DayText,
    aheadId: v.nullable(Id),
    assessment: judgedByServer,
    // Worked out by the server, as `assessment` is.
    elsewhere: v.optional(
      v.pipe(
        v.unknown(),
        v.transform((): Record<string, Assessment> | undefined => undefined),
      ),
    ),
  }),
  v.object({
    kind: kind('stopOverridden'),
    rules: v.pipe(v.array(line(80)), v.minLength(1)),
    reason: line(500),
    supervisorId: Id,
  }),
  v.object({ kind: kind('reactionAgreed'), reason: line(500), supervisorId: Id }),
  v.object({ kind: kind('zoneAdded'), areaId: Id, assessment: judgedByServer }),
  v.object({ kind: kind('zoneLeft'), areaId: Id, reason: line(500) }),
  v.object({ kind: kind('findingsRecorded'), findings: Findings }),
  v.object({ kind: kind('planAccepted'), plan: AcceptedPlan }),
  v.object({
    kind: kind('spotFired'),
    place: v.picklist(PLACES),
    setting: Setting,
    pulses: whole(1, 20),
    note: note(500),
  }),
  v.object({
    kind: kind('spotRead'),
    spotId: Id,
    marks: v.pipe(
      v.array(Mark),
      v.minLength(1, 'must hold one mark at least: “nothing” where nothing is seen'),
    ),
    pain: v.nullable(whole(0, 10)),
    photoIds: PhotoIds,
    note: note(500),
  }),
  v.object({
    kind: kind('spotWaived'),
    reasons: v.array(v.picklist(TEST_SPOT_REASONS)),
    reason: line(500),
    supervisorId: Id,
  }),
  v.object({ kind: kind('checkTicked'), check: v.picklist(CHECK_IDS), done: v.boolean() }),
  v.object({
    kind: kind('numbingChanged'),
    on: v.boolean(),
    areaCm2: number(0.2, 5000),
    by: v.optional(v.picklist(NUMBING_KINDS)),
  }),
  v.object({
    kind: kind('fadingSeen'),
    how: v.picklist(['eye', 'picture']),
    fades: v.pipe(
      v.array(
        v.object({
          colour: v.picklist(INK_COLOURS),
          faded: number(0, 1),
          from: v.optional(number(0, 1)),
          to: v.optional(number(0, 1)),
        }),
      ),
      v.minLength(1, 'must hold one colour at least'),
    ),
  }),
  v.object({
    kind: kind('settingsRead'),
    by: v.picklist(['eye', 'console']),
    shown: ConsoleSetting,
  }),
  v.object({
    kind: kind('watched'),
    minutesAfter: whole(0, 600),
    marks: v.array(Mark),
    grade: Grade,
    note: note(1000),
    found: v.optional(
      v.array(
        v.object({
          mark: Mark,
          grade: Grade,
          sizeCm: SizeCm,
          place: v.nullable(v.picklist(PLACES)),
        }),
      ),
    ),
    photoIds: v.optional(PhotoIds),
    cared: v.optional(v.array(v.picklist(CARED))),
    cooledMinutes: v.optional(number(0, 240)),
    early: v.optional(line(500)),
  }),
  v.object({
    kind: kind('sentHome'),
    advice: v.array(
      v.object({
        code: line(60),
        until: v.nullable(DayText),
        text: v.optional(line(500)),
        part: v.optional(v.picklist(ADVICE_PARTS)),
        sayFrom: v.optional(v.boolean()),
      }),
    ),
    nextVisitOn: DayText,
    note: note(1000),
    habits: v.optional(v.array(v.picklist(HABITS))),
    blocksNumber: v.optional(whole(0, 1e6)),
  }),
  ...AFTER_EVENTS,
]);

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

/**
 * A supervisor's approval, given at the technician's own screen: sets a stop or a test spot aside, or agrees after a
 * reaction.
 */
export const Override = v.object({
  id: Id,
  /** The zone that it is about. */
  areaId: v.optional(Id),
  /** Who approves, where a technician is signed in; a supervisor who is signed in approves as themselves. */
  supervisor: v.optional(
    v.object({
      name: line(80),
      password: v.pipe(v.string(), v.nonEmpty('must not be empty'), v.maxLength(200)),
    }),
  ),
  reason: line(500),
});

export type Override = v.InferInput<typeof Override>;

/** Sending home also books the next visit, in one transaction. */
export const SendHome = v.object({
  event: v.object({ id: Id, at: Moment, body: EventBody }),
  nextVisit: v.nullable(v.object({ id: Id, startsAt: Moment, roomId: Id })),
});

export type SendHome = v.InferInput<typeof SendHome>;
