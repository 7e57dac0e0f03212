import { laterReasons, spotVerdict } from '../spot';
import { RUN_KINDS, type EventBody, type EventKind } from './events';
import { spotReasons } from './past-session';
import { awaitsReadiness, preparation } from './prepared';
import { isTestVisit, stageStates } from './stages';
import { mayBeSetAside } from '../suitability';
import { isStopped, plannedSpots, type VisitRecord } from './visit-record';

/** Why an event cannot be added to a visit now. */
export type EventRefusal =
  | 'stoppedByAnswers'
  | 'noConsent'
  | 'notStopped'
  | 'neverOverridden'
  | 'askAndLookFirst'
  | 'planFirst'
  | 'planIsStale'
  | 'testSpotFirst'
  | 'prepareFirst'
  | 'noSuchSpot'
  | 'spotsSaidStop'
  | 'noSpotNeeded'
  | 'notStarted'
  | 'alreadyEnded'
  | 'endTreatmentFirst'
  | 'watchFirst'
  | 'alreadySentHome'
  | 'noSuchZone'
  | 'zoneBegun'
  | 'lastZone'
  | 'zoneStillOpen'
  | 'otherZoneRuns'
  | 'reactionOpen'
  | 'nothingFired'
  | 'noSuchReaction'
  | 'reactionClosed'
  | 'noSuchEntry'
  | 'notFinished';

/**
 * Whether an event fits the visit as it stands; null when it does. Presses made in the room are never
 * refused once treatment has begun: they tell what happened.
 */
export function refuseEvent(
  record: VisitRecord,
  body: EventBody,
  consented: boolean,
): EventRefusal | null {
  if (RUN_KINDS.includes(body.kind)) return refusePress(record, body, consented);
  // What shows later is still noted after the client went home.
  if (record.sentHome !== null && !LATE_KINDS.includes(body.kind)) return 'alreadySentHome';
  switch (body.kind) {
    case 'stopOverridden':
      return refuseOverride(record);
    case 'planAccepted':
      if (record.history === null || record.findings === null) return 'askAndLookFirst';
      if (isStopped(record)) return 'stoppedByAnswers';
      return record.run.state === 'ended' ? 'alreadyEnded' : null;
    case 'spotFired':
      return refuseFiring(record, consented);
    case 'spotRead':
      return record.spots.some(({ id }) => id === body.spotId) ? null : 'noSuchSpot';
    case 'spotWaived':
      return refuseWaiving(record);
    case 'reactionReported':
      return record.run.startedAt === null && record.spots.length === 0 ? 'nothingFired' : null;
    case 'reactionFollowed':
    case 'reactionClosed': {
      const reaction = record.reactions.find(({ id }) => id === body.reactionId);
      if (reaction === undefined) return 'noSuchReaction';
      return reaction.closed === null ? null : 'reactionClosed';
    }
    case 'watched':
      return stageStates(record, consented).watch === 'toCome' ? 'endTreatmentFirst' : null;
    case 'sentHome':
      return record.watched === null && !isTestVisit(record) ? 'watchFirst' : null;
    default:
      return null;
  }
}

function refusePress(
  record: VisitRecord,
  body: EventBody,
  consented: boolean,
): EventRefusal | null {
  const begun = record.run.startedAt !== null;
  if (body.kind === 'undone' && !begun) {
    const spot = record.spots.find(({ id }) => id === body.eventId);
    return spot === undefined || spot.readings.length > 0 ? 'notStarted' : null;
  }
  // After a change of plan in the session, the new light is made ready before anything goes on.
  if (body.kind === 'resumed' && begun) {
    if (record.legs.length > 0 && spotReasons(record).length > 0) return 'testSpotFirst';
    return awaitsReadiness(record) ? 'prepareFirst' : null;
  }
  if (body.kind !== 'treatmentStarted') return begun ? null : 'notStarted';
  if (record.run.state === 'ended') return 'alreadyEnded';
  const refusal = refuseFiring(record, consented);
  if (refusal !== null) return refusal;
  if (record.planIsStale) return 'planIsStale';
  if (spotReasons(record).length > 0) return 'testSpotFirst';
  return preparation(record).complete ? null : 'prepareFirst';
}

/** Whether anything may be fired at all: answers, consent and a plan that fits. */
function refuseFiring(record: VisitRecord, consented: boolean): EventRefusal | null {
  if (isStopped(record)) return 'stoppedByAnswers';
  if (!consented) return 'noConsent';
  if (record.plan === null) return 'planFirst';
  // Spots that bore less than the plan make it stale; more of them below it may still be fired.
  return record.stale.some(({ kind }) => kind !== 'spots') ? 'planIsStale' : null;
}

function refuseWaiving(record: VisitRecord): EventRefusal | null {
  if (record.plan === null) return 'planFirst';
  if (spotReasons(record).length === 0) return 'noSpotNeeded';
  const spots = plannedSpots(record);
  const { state } = spotVerdict(spots, laterReasons(record.plan.subject).length > 0);
  return state === 'stop' ? 'spotsSaidStop' : null;
}

const LATE_KINDS: readonly EventKind[] = [
  'fadingSeen',
  ...(['watched', 'spotRead', 'reactionReported', 'reactionFollowed', 'reactionClosed'] as const),
  ...(['adviceGiven', 'amended', 'recordSigned'] as const),
];

function refuseOverride(record: VisitRecord): EventRefusal | null {
  if (!isStopped(record)) return 'notStopped';
  if (record.assessment === null) return 'neverOverridden';
  return mayBeSetAside(record.assessment) ? null : 'neverOverridden';
}
