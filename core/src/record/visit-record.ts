import type { Setting } from '../plan';
import { skinAnswer, type HairMark, type SkinAnswer } from '../reaction';
import { isStop, type Assessment, type History } from '../suitability';
import type { Day } from '../units';
import type { AcceptedPlan, EventBody, Findings, VisitEvent } from './events';

export type RunState = 'notStarted' | 'running' | 'paused' | 'stopped' | 'ended';

/** The session as its presses tell it. */
export interface Run {
  readonly state: RunState;
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  readonly pulses: number;
  readonly passes: number;
  readonly pains: readonly { readonly at: string; readonly score: number }[];
  readonly marks: readonly { readonly at: string; readonly mark: HairMark }[];
  /** What is dialled in now: the accepted setting, or the last change. */
  readonly setting: Setting | null;
  readonly changes: readonly {
    readonly at: string;
    readonly setting: Setting;
    readonly reason: string;
  }[];
  /** The last press that can be taken back. */
  readonly lastPress: VisitEvent | null;
}

type Of<K extends EventBody['kind']> = Extract<EventBody, { kind: K }>;

/** A visit rebuilt from its events alone. */
export interface VisitRecord {
  /** What the client said; null until asked. */
  readonly history: History | null;
  /** What it means; null until it was worked out. */
  readonly assessment: Assessment | null;
  readonly override: Of<'stopOverridden'> | null;
  /** The supervisor's word after a reaction last time. */
  readonly agreed: Of<'reactionAgreed'> | null;
  readonly findings: Findings | null;
  readonly plan: AcceptedPlan | null;
  /** Answers or findings changed after the plan was accepted. */
  readonly planIsStale: boolean;
  readonly run: Run;
  readonly watched: Of<'watched'> | null;
  readonly sentHome: Of<'sentHome'> | null;
}

const EMPTY_RUN: Run = {
  state: 'notStarted',
  startedAt: null,
  endedAt: null,
  pulses: 0,
  passes: 0,
  pains: [],
  marks: [],
  setting: null,
  changes: [],
  lastPress: null,
};

const EMPTY: VisitRecord = {
  history: null,
  assessment: null,
  override: null,
  agreed: null,
  findings: null,
  plan: null,
  planIsStale: false,
  run: EMPTY_RUN,
  watched: null,
  sentHome: null,
};

/** Rebuilds a visit. Events may come in any order and more than once; time, then id, orders them. */
export function visitRecord(events: readonly VisitEvent[]): VisitRecord {
  const byId = new Map(events.map((event) => [event.id, event]));
  const ordered = [...byId.values()].sort(
    (one, other) => Date.parse(one.at) - Date.parse(other.at) || (one.id < other.id ? -1 : 1),
  );
  const undone = new Set(
    ordered.flatMap(({ body }) => (body.kind === 'undone' ? [body.eventId] : [])),
  );
  return ordered.filter((event) => !undone.has(event.id)).reduce(withEvent, EMPTY);
}

/** What skin and client answered over the whole visit, the second look included. */
export function answerOf(record: VisitRecord): SkinAnswer {
  const later = record.watched?.marks ?? [];
  return skinAnswer(
    [...record.run.marks.map(({ mark }) => mark), ...later],
    record.run.pains.map(({ score }) => score),
  );
}

/** Whether the answers stop the visit and nobody has set that aside; answers that nobody judged stop it too. */
export function isStopped(record: VisitRecord): boolean {
  if (record.history === null || record.override !== null) return false;
  if (record.assessment === null) return record.run.startedAt === null;
  return isStop(record.assessment.outcome);
}

function withEvent(record: VisitRecord, event: VisitEvent): VisitRecord {
  const { body } = event;
  switch (body.kind) {
    case 'answersGiven':
      return {
        ...record,
        // An entry of before medicines were named, or before it was judged, has to be asked again.
        history: { answers: body.answers, medicines: body.medicines ?? [] },
        assessment: body.assessment ?? null,
        override: null,
        planIsStale: record.plan !== null,
      };
    case 'stopOverridden':
      return { ...record, override: body };
    case 'reactionAgreed':
      return { ...record, agreed: body };
    case 'findingsRecorded':
      return { ...record, findings: body.findings, planIsStale: record.plan !== null };
    case 'planAccepted':
      return {
        ...record,
        plan: body.plan,
        planIsStale: false,
        run: { ...record.run, setting: body.plan.setting },
      };
    case 'watched':
      return { ...record, watched: body };
    case 'sentHome':
      return { ...record, sentHome: body };
    default:
      return { ...record, run: withPress(record.run, event) };
  }
}

function withPress(run: Run, event: VisitEvent): Run {
  const { body, at } = event;
  const pressed = { ...run, lastPress: event };
  switch (body.kind) {
    case 'treatmentStarted':
      return { ...run, state: 'running', startedAt: run.startedAt ?? at, endedAt: null };
    case 'pulsesFired':
      return { ...pressed, pulses: run.pulses + body.count };
    case 'passDone':
      return { ...pressed, passes: run.passes + 1 };
    case 'painScored':
      return { ...pressed, pains: [...run.pains, { at, score: body.score }] };
    case 'markSeen':
      return { ...pressed, marks: [...run.marks, { at, mark: body.mark }] };
    case 'settingChanged':
      return {
        ...run,
        setting: body.setting,
        changes: [...run.changes, { at, setting: body.setting, reason: body.reason }],
      };
    case 'paused':
      return { ...run, state: 'paused' };
    case 'resumed':
      return { ...run, state: 'running' };
    case 'stopped':
      return { ...run, state: 'stopped' };
    case 'treatmentEnded':
      return { ...run, state: 'ended', endedAt: at, lastPress: null };
    default:
      return run;
  }
}

/** The day of a record's answers and plan: what a later visit counts from. */
export function treatedOn(record: VisitRecord): Day | null {
  return record.run.startedAt === null ? null : (record.plan?.plannedOn ?? null);
}
