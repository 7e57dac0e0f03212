import type { WornEyewear } from '../eyewear';
import type { Skill } from '../access';
import type { Advice, Habit } from '../aftercare';
import type { Cooling } from '../heat';
import type { InkColour, InkFinding, Place, ZoneFinding } from '../look';
import type {
  HairFinding,
  Light,
  Train,
  Setting,
  SkinFinding,
  StepAdvice,
  InkSubject,
  LearntAtPlan,
  Subject,
  TestSpotReason,
} from '../plan';
import type { CheckId, ConsoleSetting, NumbingKind } from '../prepare';
import type {
  Grade,
  Mark,
  ReactionReport,
  ReactionSign,
  StopCause,
  Trend,
  Triage,
} from '../reaction';
import type {
  Cared,
  DrawnOrTyped,
  FadeSeen,
  FadingMeasured,
  RednessMeasured,
  MarkFound,
  ReactionOutcome,
  ReactionStep,
  ReportedHow,
} from './after-visit';
import type { Answers, Assessment, Job, Medicine } from '../suitability';
import type { Day } from '../units';

interface Looked {
  readonly skin: SkinFinding;
  readonly areaCm2: number;
  /** Absent in records of before zones were described. */
  readonly zone?: ZoneFinding | undefined;
}

/** What was found of skin and hair, before planning. */
export interface HairFindings extends Looked {
  readonly hair: HairFinding;
}

/** What was found of skin and ink. */
export interface InkFindings extends Looked {
  readonly ink: InkFinding;
}

export type Findings = HairFindings | InkFindings;

/** What was accepted, with all that is needed to work it out again years later. */
export interface AcceptedPlan {
  readonly subject: Subject | InkSubject;
  /** On ink: the colours that this wavelength is for, and those that it goes over for their dark part. */
  readonly ink?:
    | { readonly colours: readonly InkColour[]; readonly darkPartOf: readonly InkColour[] }
    | undefined;
  readonly setting: Setting;
  /** Of the handpiece as it was then, nm; a band's mean. */
  readonly wavelengthNm: number;
  /** Its light and train as they were then; absent in plans from before these were kept. */
  readonly light?: Light | undefined;
  readonly train?: Train | undefined;
  /** The highest fluence that this plan allows during the session, J/cm². */
  readonly upperJcm2: number;
  readonly expectedPulses: number;
  /** What earlier answers taught of this skin and hair, and the share of the ceiling that they allow; absent without a rule for it. */
  readonly learnt?: LearntAtPlan | undefined;
  /** How its handpiece cools, and whether it works through gel; absent in plans of before these were kept. */
  readonly cooling?: Cooling | undefined;
  readonly gel?: boolean | undefined;
  readonly job?: Job | undefined;
  /** What whoever accepted it was not signed off for, where the clinic only says so; none where absent. */
  readonly notSignedOff?: readonly Skill[] | undefined;
  readonly devicesVersionId: string;
  readonly protocolVersionId: string;
  readonly coreVersion: string;
  readonly plannedOn: Day;
}

/** Everything that can be said or done in a visit. Nothing said is ever changed; it is added to. */
export type EventBody =
  | {
      readonly kind: 'answersGiven';
      readonly answers: Answers;
      /** Null in answers kept before medicines were named. */
      readonly medicines: readonly Medicine[] | null;
      /** The day they count for. */
      readonly on: Day;
      /** The answers from home that these confirm; null where they were asked here. */
      readonly aheadId: string | null;
      /** What they mean for the zone booked, by the rules then in force; null until it was worked out. */
      readonly assessment: Assessment | null;
      /** What they mean for the other zones of the visit, by area. */
      readonly elsewhere?: Readonly<Record<string, Assessment>> | undefined;
    }
  | {
      readonly kind: 'stopOverridden';
      /** The rules that are set aside. */
      readonly rules: readonly string[];
      readonly reason: string;
      readonly supervisorId: string;
    }
  /** A supervisor's approval that an area which reacted last time may be treated again. */
  | { readonly kind: 'reactionAgreed'; readonly reason: string; readonly supervisorId: string }
  /** A supervisor's approval that somebody treats the zone who is not signed off for all of it. */
  | {
      readonly kind: 'signOffAgreed';
      /** Who is to treat. */
      readonly staffId: string;
      /** What is not signed off. */
      readonly skills: readonly Skill[];
      readonly reason: string;
      readonly supervisorId: string;
    }
  /** Another area is treated in this visit as well. */
  | {
      readonly kind: 'zoneAdded';
      readonly areaId: string;
      /** What was already answered means this for it; null where nothing was, or nobody judged it yet. */
      readonly assessment: Assessment | null;
    }
  /** An area is not treated today after all. */
  | { readonly kind: 'zoneLeft'; readonly areaId: string; readonly reason: string }
  | { readonly kind: 'findingsRecorded'; readonly findings: Findings }
  | { readonly kind: 'planAccepted'; readonly plan: AcceptedPlan }
  | {
      readonly kind: 'spotFired';
      readonly place: Place;
      readonly setting: Setting;
      readonly pulses: number;
      readonly note: string;
    }
  | {
      readonly kind: 'spotRead';
      /** The event that fired the spot. */
      readonly spotId: string;
      readonly marks: readonly Mark[];
      readonly pain: number | null;
      readonly photoIds: readonly string[];
      readonly note: string;
    }
  /** A supervisor's approval that a session may follow without the test spot that the rule asks for. */
  | {
      readonly kind: 'spotWaived';
      readonly reasons: readonly TestSpotReason[];
      readonly reason: string;
      readonly supervisorId: string;
    }
  /** How much of each colour has faded, as it was judged by eye or measured in pictures. */
  | {
      readonly kind: 'fadingSeen';
      readonly how: 'eye' | 'picture';
      readonly fades: readonly FadeSeen[];
      /** How it was measured in pictures; absent where it was judged by eye. */
      readonly measured?: FadingMeasured | undefined;
    }
  /** Something was made ready, or no longer is. */
  | {
      readonly kind: 'checkTicked';
      readonly check: CheckId;
      readonly done: boolean;
      /** Of eyewear: which of the clinic's was put on; absent where the clinic keeps no list of it. */
      readonly worn?: readonly WornEyewear[] | undefined;
    }
  /** Numbing cream went on, or was wiped off wholly. */
  | {
      readonly kind: 'numbingChanged';
      readonly on: boolean;
      readonly areaCm2: number;
      readonly by: NumbingKind;
    }
  /** What the console shows was read aloud by somebody, or told by the console itself, and compared. */
  | {
      readonly kind: 'settingsRead';
      readonly by: 'eye' | 'console';
      readonly shown: ConsoleSetting;
    }
  | { readonly kind: 'treatmentStarted' }
  | { readonly kind: 'pulsesFired'; readonly count: number }
  | { readonly kind: 'passDone' }
  | { readonly kind: 'painScored'; readonly score: number }
  | { readonly kind: 'markSeen'; readonly mark: Mark }
  | {
      readonly kind: 'settingChanged';
      readonly setting: Setting;
      readonly reason: string;
      /** The one cell that it is for, where a bony or mucosal place asks for less. */
      readonly forCell?: number | undefined;
    }
  /** The technician keeps the setting though the step rule says otherwise. */
  | {
      readonly kind: 'stepDeclined';
      readonly because: StepAdvice['because'];
      readonly reason: string;
    }
  /** The cell that is worked on from now. */
  | { readonly kind: 'cellChosen'; readonly cell: number }
  | { readonly kind: 'cellEnded'; readonly cell: number; readonly how: CellEnd }
  /** Pulses `from` + 1 to `to` of a console's own counter. */
  | {
      readonly kind: 'consolePulses';
      readonly serial: string;
      readonly from: number;
      readonly to: number;
    }
  /** Something that must be told of, whatever came of it. */
  | {
      readonly kind: 'incident';
      readonly what: IncidentKind;
      readonly detail: string;
    }
  | { readonly kind: 'handedOver'; readonly toStaffId: string }
  | { readonly kind: 'paused' }
  /** After a stop that hurt: one cause was looked for, and it was this, or not. */
  | { readonly kind: 'causeChecked'; readonly cause: StopCause; readonly found: boolean }
  | { readonly kind: 'resumed' }
  | { readonly kind: 'stopped' }
  | { readonly kind: 'treatmentEnded' }
  /** Ended too soon: it goes on, paused, with who reopened it and why. */
  | { readonly kind: 'treatmentReopened'; readonly reason: string }
  | { readonly kind: 'undone'; readonly eventId: string }
  | {
      readonly kind: 'postTreatmentChecked';
      readonly minutesAfter: number;
      readonly marks: readonly Mark[];
      readonly grade: Grade;
      readonly note: string;
      /** Why it was made before its time; absent where it was not. */
      readonly early?: string | undefined;
      /** Where each was, and how large; absent in records of before it was asked. */
      readonly found?: readonly MarkFound[] | undefined;
      readonly photoIds?: readonly string[] | undefined;
      /** What was done for the skin at once. */
      readonly cared?: readonly Cared[] | undefined;
      readonly cooledMinutes?: number | undefined;
    }
  | {
      readonly kind: 'sentHome';
      readonly advice: readonly Advice[];
      readonly nextVisitOn: Day;
      readonly note: string;
      /** What of the client's days the advice goes by; absent in records of before it was asked. */
      readonly habits?: readonly Habit[] | undefined;
      /** The version of the building blocks; 0 for those that ship. */
      readonly blocksNumber?: number | undefined;
    }
  /** The advice left the house: on paper, as a file, or as a message. */
  | { readonly kind: 'adviceGiven'; readonly by: 'print' | 'pdf' | 'message' }
  /** A reaction was told of, or seen, after the session that it belongs to. */
  | {
      readonly kind: 'reactionReported';
      readonly how: ReportedHow;
      readonly report: ReactionReport;
      /** By the rules of that day; null until the server has worked it out. */
      readonly triage: Triage | null;
      readonly photoIds: readonly string[];
      readonly note: string;
      /** The entry of the client's diary that told of it; absent where it was told otherwise. */
      readonly fromDiary?: string | undefined;
    }
  | {
      readonly kind: 'reactionFollowed';
      /** The event that reported it. */
      readonly reactionId: string;
      readonly how: ReportedHow;
      readonly trend: Trend;
      readonly signs: readonly ReactionSign[];
      readonly sizeCm: number | null;
      readonly triage: Triage | null;
      readonly did: readonly ReactionStep[];
      readonly photoIds: readonly string[];
      /** How red it is in one of the pictures; absent where nobody measured it. */
      readonly redness?: RednessMeasured | undefined;
      readonly note: string;
      /** When somebody looks or asks again, ISO 8601; null where the level alone says. */
      readonly againAt: string | null;
    }
  | {
      readonly kind: 'reactionClosed';
      readonly reactionId: string;
      readonly outcome: ReactionOutcome;
      readonly note: string;
    }
  /** Something added to the record afterwards; nothing is ever changed in it. */
  | {
      readonly kind: 'amended';
      /** The event that it speaks of; null for the record as a whole. */
      readonly about: string | null;
      readonly text: string;
      readonly reason: string;
    }
  | {
      readonly kind: 'recordSigned';
      readonly signature: DrawnOrTyped;
      /** SHA-256 of what was signed. */
      readonly digest: string;
      /** How many entries that covers; absent in signatures from before it was kept. */
      readonly entries?: number | undefined;
    };

export const CELL_ENDS = ['done', 'warm', 'leftOut'] as const;

/** How a cell was left: done, ended because it was warm in motion, or not treated. */
export type CellEnd = (typeof CELL_ENDS)[number];

export const INCIDENTS = [
  'pulseWhileNotReady',
  'pulseWithOtherSettings',
  'counterJump',
  'consoleLost',
  'consoleFault',
  'otherSettings',
  'warmTip',
  'interlockOpen',
  'emergencyStop',
] as const;

export type IncidentKind = (typeof INCIDENTS)[number];

export type EventKind = EventBody['kind'];

/** What events of one kind hold. */
export type BodyOf<K extends EventKind> = Extract<EventBody, { readonly kind: K }>;

export interface VisitEvent {
  /** UUIDv7 made by whoever recorded it. */
  readonly id: string;
  /** When it happened, ISO 8601 with zone. */
  readonly at: string;
  readonly staffId: string;
  /**
   * The area that it speaks of; absent for what speaks of the whole visit. Where a record of before visits held several
   * zones leaves it out, the area booked is meant.
   */
  readonly areaId?: string | undefined;
  readonly body: EventBody;
  /** Its place in the order in which the server received events; absent until it did. */
  readonly seq?: number | undefined;
  /** When the server received it, ISO 8601; absent until it did. */
  readonly receivedAt?: string | undefined;
  /** How far its tablet had read when it was pressed, as a place in `seq`; absent where nobody said. */
  readonly seen?: number | undefined;
}
