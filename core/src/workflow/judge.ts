import { EVENT_KINDS, isOfVisit, type VisitEvent } from '../events';
import { refuseEvent, type EventRefusal } from './judge-zone';
import { lastSignature, refuseSigned } from './signature';
import { refuseUndo } from './undo';
import { type VisitRecord, zoneOfEvent, zoneRecords } from '../session';
import { defined } from '../units';

type New = Pick<VisitEvent, 'id' | 'at' | 'areaId' | 'body' | 'seen'>;

/** What an event is judged by besides the visit itself. */
export interface Around {
  /** Whether treatment of the zone that the event speaks of is consented to. */
  readonly consented: boolean;
  /** When it is judged, ISO 8601. */
  readonly now: string;
  /** How long after its end a session's presses can be taken back, minutes. */
  readonly undoMinutes: number;
  /** Whether whoever recorded it is a supervisor; nobody is where absent. */
  readonly supervisor?: boolean | undefined;
  /** The last signature under the visit; looked for where absent. */
  readonly signature?: VisitEvent | null | undefined;
}

/**
 * Whether an event fits a visit of one or several zones; null when it does.
 *
 * @param zones the visit's zones, rebuilt from `events`
 */
export function refuseVisitEvent(
  events: readonly VisitEvent[],
  event: New,
  bookedId: string,
  { consented, now, undoMinutes, supervisor = false, signature = lastSignature(events) }: Around,
  zones: Zones = zoneRecords(events, bookedId),
): EventRefusal | null {
  const { body, at, seen } = event;
  const signed = refuseSigned(signature, event);
  if (signed !== null) return signed;
  if (body.kind === 'undone') {
    return refuseUndo({ events, zones, bookedId, eventId: body.eventId, now, undoMinutes });
  }
  if (isOfVisit(body.kind)) {
    return refuseWhole(events, zones, event, bookedId, consented);
  }
  const areaId = defined(zoneOfEvent(event, bookedId));
  const record = zones.get(areaId);
  if (record === undefined) return 'noSuchZone';
  if (EVENT_KINDS[body.kind].who === 'supervisorWhereUrgent' && !supervisor) {
    if ('reactionId' in body && neededClinician(record, body.reactionId))
      return 'closedBySupervisor';
  }
  const refusal = refuseEvent(record, body, consented, at, seen);
  if (refusal !== null || body.kind !== 'treatmentStarted') return refusal;
  const others = [...zones].filter(([id]) => id !== areaId);
  return others.some(([, other]) => other.run.state === 'running') ? 'otherZoneRuns' : null;
}

/** Whether a reaction was ever one that a clinician had to see at once: a technician does not close it alone. */
const neededClinician = ({ reactions }: VisitRecord, reactionId: string): boolean =>
  reactions
    .find(({ id }) => id === reactionId)
    ?.entries.some(({ body }) => 'triage' in body && body.triage?.level === 'clinicianNow') ??
  false;

type Zones = ReadonlyMap<string, VisitRecord>;

function refuseWhole(
  events: readonly VisitEvent[],
  zones: Zones,
  { body, at }: New,
  bookedId: string,
  consented: boolean,
): EventRefusal | null {
  const records = [...zones.values()];
  switch (body.kind) {
    case 'zoneAdded':
      return records.some(({ sentHome }) => sentHome !== null) ? 'alreadySentHome' : null;
    case 'zoneLeft':
      return refuseLeaving(zones, body.areaId);
    case 'stopOverridden':
      return firstRefusal(records, { body, at }, consented, 'notStopped');
    case 'sentHome':
      return refuseSendHome(records, { body, at }, consented);
    case 'amended':
      return body.about === null || events.some(({ id }) => id === body.about)
        ? null
        : 'noSuchEntry';
    case 'adviceGiven':
      return records.every(({ sentHome }) => sentHome === null) ? 'notFinished' : null;
    case 'recordSigned':
      return records.some(isOpen) ? 'notFinished' : null;
    default:
      return refuseEvent(zones.get(bookedId) ?? defined(records[0]), body, consented, at);
  }
}

/** A record is signed once nothing more is to be done within the visit. */
const isOpen = ({ sentHome, run }: VisitRecord) => sentHome === null && run.state !== 'ended';

function refuseLeaving(zones: Zones, areaId: string): EventRefusal | null {
  const record = zones.get(areaId);
  if (record === undefined) return 'noSuchZone';
  if (record.sentHome !== null) return 'alreadySentHome';
  if (record.run.startedAt !== null || record.spots.length > 0) return 'zoneBegun';
  return zones.size === 1 ? 'lastZone' : null;
}

/** Refused only where every zone gives `pass`, or where one gives something else. */
function firstRefusal(
  records: readonly VisitRecord[],
  { body, at }: Pick<New, 'body' | 'at'>,
  consented: boolean,
  pass: EventRefusal,
): EventRefusal | null {
  const refusals = records.map((record) => refuseEvent(record, body, consented, at));
  const hard = refusals.find((refusal) => refusal !== null && refusal !== pass);
  if (hard !== undefined) return hard;
  return refusals.every((refusal) => refusal === pass) ? pass : null;
}

/** Nobody goes home while a zone is still to be looked at again, or was neither treated nor left out. */
function refuseSendHome(
  records: readonly VisitRecord[],
  { body, at }: Pick<New, 'body' | 'at'>,
  consented: boolean,
): EventRefusal | null {
  const refusals = records.map((record) => refuseEvent(record, body, consented, at));
  const first = refusals.find((refusal) => refusal !== null) ?? null;
  const untouched = records.some(
    ({ run, spots }, index) =>
      refusals[index] !== null && run.startedAt === null && spots.length === 0,
  );
  return first === 'watchFirst' && untouched && refusals.includes(null) ? 'zoneStillOpen' : first;
}
