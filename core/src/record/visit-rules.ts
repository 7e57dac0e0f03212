import { WHOLE_VISIT_KINDS, type EventBody, type VisitEvent } from './events';
import { refuseEvent, type EventRefusal } from './rules';
import type { VisitRecord } from './visit-record';
import { zoneOfEvent, zoneRecords } from './zones';

type New = Pick<VisitEvent, 'id' | 'at' | 'areaId' | 'body'>;

/**
 * Whether an event fits a visit of one or several zones; null when it does.
 *
 * @param consented whether treatment of the zone that the event speaks of is consented to
 */
export function refuseVisitEvent(
  events: readonly VisitEvent[],
  event: New,
  bookedId: string,
  consented: boolean,
): EventRefusal | null {
  const { body } = event;
  const zones = zoneRecords(events, bookedId);
  if (WHOLE_VISIT_KINDS.includes(body.kind)) {
    return refuseWhole(events, zones, body, bookedId, consented);
  }
  const areaId = zoneOfEvent(event, bookedId)!;
  const record = zones.get(areaId);
  if (record === undefined) return 'noSuchZone';
  const refusal = refuseEvent(record, body, consented);
  if (refusal !== null || body.kind !== 'treatmentStarted') return refusal;
  const others = [...zones].filter(([id]) => id !== areaId);
  return others.some(([, other]) => other.run.state === 'running') ? 'otherZoneRuns' : null;
}

type Zones = ReadonlyMap<string, VisitRecord>;

function refuseWhole(
  events: readonly VisitEvent[],
  zones: Zones,
  body: EventBody,
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
      return firstRefusal(records, body, consented, 'notStopped');
    case 'sentHome':
      return refuseSendHome(records, body, consented);
    case 'amended':
      return body.about === null || events.some(({ id }) => id === body.about)
        ? null
        : 'noSuchEntry';
    case 'adviceGiven':
      return records.every(({ sentHome }) => sentHome === null) ? 'notFinished' : null;
    case 'recordSigned':
      return records.some(isOpen) ? 'notFinished' : null;
    default:
      return refuseEvent(zones.get(bookedId) ?? records[0]!, body, consented);
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
  body: EventBody,
  consented: boolean,
  pass: EventRefusal,
): EventRefusal | null {
  const refusals = records.map((record) => refuseEvent(record, body, consented));
  const hard = refusals.find((refusal) => refusal !== null && refusal !== pass);
  if (hard !== undefined) return hard;
  return refusals.every((refusal) => refusal === pass) ? pass : null;
}

/** Nobody goes home while a zone is still to be looked at again, or was neither treated nor left out. */
function refuseSendHome(
  records: readonly VisitRecord[],
  body: EventBody,
  consented: boolean,
): EventRefusal | null {
  const refusals = records.map((record) => refuseEvent(record, body, consented));
  const first = refusals.find((refusal) => refusal !== null) ?? null;
  const untouched = records.some(
    ({ run, spots }, index) =>
      refusals[index] !== null && run.startedAt === null && spots.length === 0,
  );
  return first === 'watchFirst' && untouched && refusals.includes(null) ? 'zoneStillOpen' : first;
}
