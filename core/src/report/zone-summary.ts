import type { VisitEvent } from '../events';
import type { Day } from '../units';
import { laterReasons, spotVerdict, type Due } from '../spot';
import { lastSessions, stepRule, type PastSession, type Setting } from '../plan';
import type { SkinAnswer } from '../reaction';
import {
  answerOf,
  faintEnough,
  isStopped,
  openReactions,
  pastSessions,
  segmentsOf,
  spotReasons,
  type Reaction,
  type RunState,
  type VisitRecord,
} from '../session';
import { currentStage, isFinished, STAGES, takesPresses, type Stage } from '../workflow';

/** Raised whenever what a summary says, or how it is worked out, changes: older ones are worked out again. */
export const SUMMARY_VERSION = 6;

/** What one setting came to, for lists. */
export interface SettingSummary {
  readonly wavelengthNm: number;
  readonly setting: Setting;
  readonly pulses: number;
  readonly energyJ: number;
  readonly answer: SkinAnswer;
}

/** What lists, charts and later visits need of one zone of a visit, so that none of them folds its events again. */
export interface ZoneSummary {
  readonly areaId: string;
  /** The first stage that is still to be done, with the consent that its treatment needs and without. */
  readonly stage: { readonly consented: Stage; readonly unconsented: Stage };
  readonly runState: RunState;
  readonly begun: boolean;
  readonly finished: boolean;
  /** Whether presses of the room are taken as they come. */
  readonly takesPresses: boolean;
  readonly stopped: boolean;
  readonly planIsStale: boolean;
  readonly needsSpot: boolean;
  readonly pulses: number;
  readonly answer: SkinAnswer;
  readonly settings: readonly SettingSummary[];
  /** What later plans rest on: sessions by light, and test spots. */
  readonly sessions: readonly PastSession[];
  readonly findings: VisitRecord['findings'];
  readonly fading: VisitRecord['fading'];
  /** What the answers came to; null where nobody has asked. */
  readonly assessment: VisitRecord['assessment'];
  readonly incidents: VisitRecord['incidents'];
  readonly reactions: readonly Reaction[];
  readonly openReactions: readonly Reaction[];
  /** The look at test spots that is due next; null where none is. */
  readonly reading: (Due & { readonly spots: number }) | null;
}

/** Whether somebody works from a plan that was accepted: it rests on the history that was known then. */
export const isUnderWay = ({ stage, begun, finished, runState }: ZoneSummary): boolean =>
  !finished &&
  runState !== 'ended' &&
  (begun || STAGES.indexOf(stage.consented) > STAGES.indexOf('plan'));

/** When a zone was treated last, for lists: the day, and whether the skin’s answer asks for a new test spot. */
export interface LastTreated {
  readonly on: Day;
  readonly newTestSpot: boolean;
}

/** The last day of a history on which a zone was treated; null where it never was. Several lights are one session. */
export function lastTreated(history: readonly PastSession[]): LastTreated | null {
  const last = lastSessions(history);
  const [first] = last;
  if (first === undefined) return null;
  return { on: first.on, newTestSpot: last.some(({ answer }) => stepRule(answer).newTestSpot) };
}

/** Sums up every zone of a visit, the one booked first. */
export const zoneSummaries = (
  events: readonly VisitEvent[],
  zones: ReadonlyMap<string, VisitRecord>,
): readonly ZoneSummary[] =>
  [...zones].map(([areaId, record]) => summary(areaId, record, takesPresses(events, record)));

function summary(areaId: string, record: VisitRecord, taken: boolean): ZoneSummary {
  const { run, findings, fading, assessment, incidents, reactions } = record;
  return {
    areaId,
    stage: {
      consented: currentStage(record, true),
      unconsented: currentStage(record, false),
    },
    runState: run.state,
    begun: run.startedAt !== null,
    finished: isFinished(record),
    takesPresses: taken,
    stopped: isStopped(record),
    planIsStale: record.planIsStale,
    needsSpot: run.startedAt === null && spotReasons(record).length > 0,
    pulses: run.pulses,
    answer: answerOf(record),
    settings: segmentsOf(record)
      .filter(({ pulses }) => pulses > 0)
      .map(({ plan, setting, pulses, energyJ, answer }) => ({
        ...{ wavelengthNm: plan.wavelengthNm, setting, pulses, energyJ, answer },
      })),
    sessions: pastSessions(record),
    findings,
    fading,
    assessment,
    incidents,
    reactions,
    openReactions: openReactions(record),
    reading: readingDue(record),
  };
}

function readingDue({ spots, plan }: VisitRecord): ZoneSummary['reading'] {
  const later = plan !== null && laterReasons(plan.subject).length > 0;
  const verdict = spotVerdict(spots, later, plan !== null && faintEnough(plan));
  if (verdict.state !== 'waiting') return null;
  const { kind, from, until } = verdict.next;
  return { spots: spots.length, kind, from, until };
}
