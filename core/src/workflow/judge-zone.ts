import { awaitsDarkening, DARKENING_PULSES } from '../ink';
import { openCauses } from '../reaction';
import { laterReasons, spotVerdict } from '../spot';
import { EVENT_KINDS, isPress, type EventBody, type PressBody } from '../events';
import { isTestVisit, stageStates } from './stages';
import { mayBeSetAside } from '../suitability';
import {
  awaitsReadiness,
  EARLY_SLACK_MS,
  faintEnough,
  goesOnWith,
  hasSeenStops,
  isStopped,
  onsetProblem,
  plannedSpots,
  preparation,
  secondLookDue,
  spotReasons,
  type VisitRecord,
} from '../session';
import { refuseRise } from './refuse-rise';

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
  | 'notFinished'
  | 'notEnded'
  | 'lookTooEarly'
  | 'closedBySupervisor'
  | 'stoppedElsewhere'
  | 'causesFirst'
  | 'raisedAlready'
  | 'riseTooLarge'
  | 'notUndoable'
  | 'tooLateToUndo'
  | 'recordSigned'
  | 'ownSignOff'
  | 'signOffFirst'
  | 'noSignOffNeeded'
  | 'oneDarkeningSpot'
  | 'darkeningSpotFirst'
  | 'beforeLastPulse'
  | 'afterTold';

/**
 * Whether an event fits the visit as it stands; null when it does. Presses that tell what happened are never refused
 * once treatment has begun; those that let it go on are.
 *
 * @param at when it happened, ISO 8601
 * @param seen how far its tablet had read when it was pressed; all where absent
 */
export function refuseEvent(
  record: VisitRecord,
  body: EventBody,
  consented: boolean,
  at: string,
  seen?: number,
): EventRefusal | null {
  if (isPress(body)) return refusePress(record, body, consented, seen);
  // What shows later is still noted after the client went home.
  if (record.sentHome !== null && !EVENT_KINDS[body.kind].late) return 'alreadySentHome';
  switch (body.kind) {
    case 'stopOverridden':
      return refuseOverride(record);
    case 'planAccepted':
      if (record.history === null || record.findings === null) return 'askAndLookFirst';
      if (isStopped(record)) return 'stoppedByAnswers';
      if (record.run.state === 'ended') return 'alreadyEnded';
      // A plan that goes on with the work under way is a change of its setting.
      return record.plan !== null && goesOnWith(record.plan, body.plan)
        ? refuseRise(record.run, body.plan.setting)
        : null;
    case 'spotFired':
      return (
        refuseFiring(record, consented) ??
        (preparation(record).readyToFire ? null : 'prepareFirst') ??
        refuseDarkeningSpot(record, body.pulses)
      );
    case 'spotRead':
      return record.spots.some(({ id }) => id === body.spotId) ? null : 'noSuchSpot';
    case 'spotWaived':
      return refuseWaiving(record);
    case 'signOffAgreed':
      if (body.skills.length === 0) return 'noSignOffNeeded';
      return body.staffId === body.supervisorId ? 'ownSignOff' : null;
    case 'reactionReported':
      if (record.run.startedAt === null && record.spots.length === 0) return 'nothingFired';
      return onsetProblem(record, body.report.onsetAt, at);
    case 'reactionFollowed':
    case 'reactionClosed': {
      const reaction = record.reactions.find(({ id }) => id === body.reactionId);
      if (reaction === undefined) return 'noSuchReaction';
      return reaction.closed === null ? null : 'reactionClosed';
    }
    case 'postTreatmentChecked':
      if (stageStates(record, consented).watch === 'toCome') return 'endTreatmentFirst';
      return refuseEarlyLook(record, body.early, at);
    case 'sentHome':
      return record.postTreatmentCheck === null && !isTestVisit(record) ? 'watchFirst' : null;
    case 'answersGiven':
    case 'reactionAgreed':
    case 'zoneAdded':
    case 'zoneLeft':
    case 'findingsRecorded':
    case 'fadingSeen':
    case 'checkTicked':
    case 'numbingChanged':
    case 'settingsRead':
    case 'incident':
    case 'adviceGiven':
    case 'amended':
    case 'recordSigned':
      return null;
  }
}

function refusePress(
  record: VisitRecord,
  body: PressBody,
  consented: boolean,
  seen: number | undefined,
): EventRefusal | null {
  const begun = record.run.startedAt !== null;
  // Fired is fired, though the start is still on its way from its tablet: it counts in every total.
  if (body.kind === 'consolePulses') return null;
  // After a change of plan in the session, the new light is made ready before anything goes on.
  if (body.kind === 'resumed' && begun) {
    if (!hasSeenStops(record.run, { seen })) return 'stoppedElsewhere';
    if (openCauses(record.run, record.plan?.job ?? 'hair').length > 0) return 'causesFirst';
    if (record.segments.length > 0 && spotReasons(record).length > 0) return 'testSpotFirst';
    return awaitsReadiness(record) ? 'prepareFirst' : null;
  }
  if (body.kind === 'settingChanged' && begun) return refuseRise(record.run, body.setting);
  if (body.kind === 'treatmentReopened') {
    if (record.sentHome !== null) return 'alreadySentHome';
    return record.run.state === 'ended' ? null : 'notEnded';
  }
  if (body.kind !== 'treatmentStarted') return begun ? null : 'notStarted';
  if (record.run.state === 'ended') return 'alreadyEnded';
  const refusal = refuseFiring(record, consented);
  if (refusal !== null) return refusal;
  if (record.planIsStale) return 'planIsStale';
  if (awaitsDarkeningSpot(record)) return 'darkeningSpotFirst';
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

/** Whether ink that may darken still waits for its one test spot to be seen again. */
export function awaitsDarkeningSpot({ plan }: Pick<VisitRecord, 'plan'>): boolean {
  if (plan === null || !('ink' in plan.subject)) return false;
  return awaitsDarkening({ subject: plan.subject }, plan.ink?.colours ?? []);
}

/** Ink that may darken gets one test spot of one pulse. */
function refuseDarkeningSpot(record: VisitRecord, pulses: number): EventRefusal | null {
  if (!awaitsDarkeningSpot(record)) return null;
  return record.spots.length > 0 || pulses > DARKENING_PULSES ? 'oneDarkeningSpot' : null;
}

/** The second look is not made before its time, unless somebody says why. */
function refuseEarlyLook(
  record: VisitRecord,
  early: string | undefined,
  at: string,
): EventRefusal | null {
  const due = secondLookDue(record);
  if (due === null || (early ?? '').trim() !== '') return null;
  return Date.parse(at) < Date.parse(due.at) - EARLY_SLACK_MS ? 'lookTooEarly' : null;
}

function refuseWaiving(record: VisitRecord): EventRefusal | null {
  if (record.plan === null) return 'planFirst';
  if (spotReasons(record).length === 0) return 'noSpotNeeded';
  const spots = plannedSpots(record);
  const later = laterReasons(record.plan.subject).length > 0;
  const { state } = spotVerdict(spots, later, faintEnough(record.plan));
  return state === 'stop' ? 'spotsSaidStop' : null;
}

function refuseOverride(record: VisitRecord): EventRefusal | null {
  if (!isStopped(record)) return 'notStopped';
  if (record.assessment === null) return 'neverOverridden';
  return mayBeSetAside(record.assessment) ? null : 'neverOverridden';
}
