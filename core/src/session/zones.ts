import { inOrder, isOfVisit, type VisitEvent } from '../events';
import { visitRecord, type VisitRecord } from './visit-record';

/** The areas treated in a visit: the one booked first, then those added, without those left out again. */
export function zonesOf(events: readonly VisitEvent[], bookedId: string): readonly string[] {
  const zones = new Set([bookedId]);
  for (const { body } of inOrder(events)) {
    if (body.kind === 'zoneAdded') zones.add(body.areaId);
    if (body.kind === 'zoneLeft') zones.delete(body.areaId);
  }
  return [...zones];
}

/** A visit as one of its zones sees it: what was said of the whole visit, and of this zone. */
export function zoneRecord(
  events: readonly VisitEvent[],
  areaId: string,
  bookedId: string,
): VisitRecord {
  return visitRecord(events.flatMap((event) => asSeenFrom(event, areaId, bookedId)));
}

/** The area that an event speaks of; null for the whole visit. */
export function zoneOfEvent(event: Omit<VisitEvent, 'staffId'>, bookedId: string): string | null {
  if (isOfVisit(event.body.kind)) return null;
  return event.areaId ?? bookedId;
}

/** Each zone of a visit, rebuilt, the one booked first. */
export const zoneRecords = (
  events: readonly VisitEvent[],
  bookedId: string,
): ReadonlyMap<string, VisitRecord> =>
  new Map(zonesOf(events, bookedId).map((id) => [id, zoneRecord(events, id, bookedId)]));

/** An event as a zone sees it: none where it speaks of another. */
export function asSeenFrom(
  event: VisitEvent,
  areaId: string,
  bookedId: string,
): readonly VisitEvent[] {
  const { body } = event;
  // What was taken back is known by the event's own id, wherever it stands.
  if (body.kind === 'undone') return [event];
  if (body.kind === 'zoneAdded' || body.kind === 'zoneLeft') {
    return body.areaId === areaId ? [event] : [];
  }
  if (body.kind === 'answersGiven' && areaId !== bookedId) {
    return [{ ...event, body: { ...body, assessment: body.elsewhere?.[areaId] ?? null } }];
  }
  const zone = zoneOfEvent(event, bookedId);
  return zone === null || zone === areaId ? [event] : [];
}
