import { RUN_KINDS, type EventBody } from './events';
import { stageStates } from './stages';
import { mayBeSetAside } from '../suitability';
import { isStopped, type VisitRecord } from './visit-record';

/** Why an event cannot be added to a visit now. */
export type EventRefusal =
  | 'stoppedByAnswers'
  | 'noConsent'
  | 'notStopped'
  | 'neverOverridden'
  | 'askAndLookFirst'
  | 'inkIsNotPlanned'
  | 'planFirst'
  | 'planIsStale'
  | 'notStarted'
  | 'alreadyEnded'
  | 'endTreatmentFirst'
  | 'watchFirst'
  | 'alreadySentHome';

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
  if (record.sentHome !== null && body.kind !== 'watched') return 'alreadySentHome';
  switch (body.kind) {
    case 'stopOverridden':
      return refuseOverride(record);
    case 'planAccepted':
      if (record.history === null || record.findings === null) return 'askAndLookFirst';
      if (!('hair' in record.findings)) return 'inkIsNotPlanned';
      if (isStopped(record)) return 'stoppedByAnswers';
      return record.run.state === 'ended' ? 'alreadyEnded' : null;
    case 'watched':
      return stageStates(record, consented).watch === 'toCome' ? 'endTreatmentFirst' : null;
    case 'sentHome':
      return record.watched === null ? 'watchFirst' : null;
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
  if (body.kind !== 'treatmentStarted') return begun ? null : 'notStarted';
  if (record.run.state === 'ended') return 'alreadyEnded';
  if (isStopped(record)) return 'stoppedByAnswers';
  if (!consented) return 'noConsent';
  if (record.plan === null) return 'planFirst';
  return record.planIsStale ? 'planIsStale' : null;
}

function refuseOverride(record: VisitRecord): EventRefusal | null {
  if (!isStopped(record)) return 'notStopped';
  if (record.assessment === null) return 'neverOverridden';
  return mayBeSetAside(record.assessment) ? null : 'neverOverridden';
}
