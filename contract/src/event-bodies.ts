import { SKILLS } from '@tidy-quill/core/access';
import { ADVICE_PARTS, HABITS } from '@tidy-quill/core/aftercare';
import { MARKS, STOP_CAUSES } from '@tidy-quill/core/reaction';
import { CHECK_IDS, NUMBING_KINDS } from '@tidy-quill/core/prepare';
import {
  EARLIER_NAMES,
  CARED,
  CELL_ENDS,
  INCIDENTS,
  type BodyOf,
  type EventBody as CoreBody,
  type EventKind,
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
  LearntAtPlan,
  Light,
  Protocol,
  Setting,
  SkinFinding,
  Spot,
  Subject,
  Train,
} from './plan';
import { Answers, Medicines } from './suitability';
import { DayText, Id, line, note, number, whole } from './text';

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
  learnt: v.optional(LearntAtPlan),
  cooling: v.optional(Cooling),
  gel: v.optional(v.boolean()),
  job: v.optional(v.picklist(JOBS)),
  notSignedOff: v.optional(v.array(v.picklist(SKILLS))),
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

/** What each kind of event holds as a browser sends it. Presses come first: a variant is looked for from the top. */
export const EVENT_BODIES = {
  pulsesFired: v.object({ kind: kind('pulsesFired'), count: whole(1, 1000) }),
  treatmentStarted: v.object({ kind: kind('treatmentStarted') }),
  passDone: v.object({ kind: kind('passDone') }),
  painScored: v.object({ kind: kind('painScored'), score: whole(0, 10) }),
  markSeen: v.object({ kind: kind('markSeen'), mark: Mark }),
  causeChecked: v.object({
    kind: kind('causeChecked'),
    cause: v.picklist(STOP_CAUSES),
    found: v.boolean(),
  }),
  settingChanged: v.object({
    kind: kind('settingChanged'),
    setting: Setting,
    reason: line(500),
    forCell: v.optional(whole(1, 1000)),
  }),
  stepDeclined: v.object({
    kind: kind('stepDeclined'),
    because: v.picklist(STEP_REASONS),
    reason: line(500),
  }),
  cellChosen: v.object({ kind: kind('cellChosen'), cell: whole(1, 1000) }),
  cellEnded: v.object({
    kind: kind('cellEnded'),
    cell: whole(1, 1000),
    how: v.picklist(CELL_ENDS),
  }),
  consolePulses: v.pipe(
    v.object({
      kind: kind('consolePulses'),
      serial: line(40),
      from: whole(0, 1e12),
      to: whole(0, 1e12),
    }),
    v.check(({ from, to }) => to > from, 'must end after it begins'),
  ),
  incident: v.object({ kind: kind('incident'), what: v.picklist(INCIDENTS), detail: note(500) }),
  handedOver: v.object({ kind: kind('handedOver'), toStaffId: Id }),
  paused: v.object({ kind: kind('paused') }),
  resumed: v.object({ kind: kind('resumed') }),
  stopped: v.object({ kind: kind('stopped') }),
  treatmentEnded: v.object({ kind: kind('treatmentEnded') }),
  treatmentReopened: v.object({ kind: kind('treatmentReopened'), reason: line(500) }),
  undone: v.object({ kind: kind('undone'), eventId: Id }),
  answersGiven: v.object({
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
  stopOverridden: v.object({
    kind: kind('stopOverridden'),
    rules: v.pipe(v.array(line(80)), v.minLength(1)),
    reason: line(500),
    supervisorId: Id,
  }),
  reactionAgreed: v.object({ kind: kind('reactionAgreed'), reason: line(500), supervisorId: Id }),
  signOffAgreed: v.object({
    kind: kind('signOffAgreed'),
    staffId: Id,
    skills: v.array(v.picklist(SKILLS)),
    reason: line(500),
    supervisorId: Id,
  }),
  zoneAdded: v.object({ kind: kind('zoneAdded'), areaId: Id, assessment: judgedByServer }),
  zoneLeft: v.object({ kind: kind('zoneLeft'), areaId: Id, reason: line(500) }),
  findingsRecorded: v.object({ kind: kind('findingsRecorded'), findings: Findings }),
  planAccepted: v.object({ kind: kind('planAccepted'), plan: AcceptedPlan }),
  spotFired: v.object({
    kind: kind('spotFired'),
    place: v.picklist(PLACES),
    setting: Setting,
    pulses: whole(1, 20),
    note: note(500),
  }),
  spotRead: v.object({
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
  spotWaived: v.object({
    kind: kind('spotWaived'),
    reasons: v.array(v.picklist(TEST_SPOT_REASONS)),
    reason: line(500),
    supervisorId: Id,
  }),
  checkTicked: v.object({
    kind: kind('checkTicked'),
    check: v.picklist(CHECK_IDS),
    done: v.boolean(),
    worn: v.optional(
      v.pipe(v.array(v.object({ id: Id, name: line(120) })), v.maxLength(20, 'must be 20 at most')),
    ),
  }),
  numbingChanged: v.object({
    kind: kind('numbingChanged'),
    on: v.boolean(),
    areaCm2: number(0.2, 5000),
    // A tablet that has not been reloaded since there were other ways sends none.
    by: v.optional(v.picklist(NUMBING_KINDS), 'cream'),
  }),
  fadingSeen: v.object({
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
    measured: v.optional(
      v.object({
        ...{ firstId: Id, nowId: Id, method: whole(1, 1000), residualMm: number(0, 2) },
        raw: v.pipe(
          v.array(
            v.object({
              colour: v.picklist(INK_COLOURS),
              faded: number(0, 1),
              doubt: number(0, 1),
            }),
          ),
          v.minLength(1, 'must hold one colour at least'),
        ),
      }),
    ),
  }),
  settingsRead: v.object({
    kind: kind('settingsRead'),
    by: v.picklist(['eye', 'console']),
    shown: ConsoleSetting,
  }),
  postTreatmentChecked: v.object({
    kind: kind('postTreatmentChecked'),
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
  sentHome: v.object({
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
} satisfies { readonly [K in EventKind]: v.GenericSchema<unknown, BodyOf<K>> };

/** What an event holds as a browser sends it; one that was opened before a release names some kinds as they were called then. */
export const EventBody: v.GenericSchema<unknown, CoreBody> = v.variant('kind', [
  ...Object.values(EVENT_BODIES),
  v.pipe(
    v.object({ ...EVENT_BODIES.causeChecked.entries, kind: v.literal('causeLooked') }),
    v.transform((body) => ({ ...body, kind: EARLIER_NAMES[body.kind] })),
  ),
  v.pipe(
    v.object({ ...EVENT_BODIES.postTreatmentChecked.entries, kind: v.literal('watched') }),
    v.transform((body) => ({ ...body, kind: EARLIER_NAMES[body.kind] })),
  ),
]);
