import { EVENT_KINDS, isPress, type EventBody, type VisitEvent } from '../events';
import type { EventRefusal } from './judge-zone';

/** What of a visit's events a signature covers. */
export const signedEvents = <E extends Pick<VisitEvent, 'body'>>(
  events: readonly E[],
): readonly E[] => events.filter(({ body }) => EVENT_KINDS[body.kind].signed !== 'silent');

/** The last signature under a record; null where nobody has signed. */
export const lastSignature = (events: readonly VisitEvent[]): VisitEvent | null =>
  events.findLast(({ body }) => body.kind === 'recordSigned') ?? null;

/**
 * Why an event cannot be added once the record was signed; null where it can: additions, and presses that were made
 * before the signature and reach it late. Nothing is taken back.
 */
export function refuseSigned(
  signature: VisitEvent | null,
  { body, at }: { readonly body: EventBody; readonly at: string },
): EventRefusal | null {
  if (signature === null || EVENT_KINDS[body.kind].signed !== 'refused') return null;
  const latePress =
    isPress(body) && body.kind !== 'undone' && Date.parse(at) <= Date.parse(signature.at);
  return latePress ? null : 'recordSigned';
}

/** Whether a record says more, or less, than when it was last signed. */
export function changedSince(events: readonly VisitEvent[]): boolean {
  const signature = lastSignature(events);
  if (signature?.body.kind !== 'recordSigned') return false;
  const covered = signedEvents(events);
  const { entries } = signature.body;
  if (entries !== undefined) return covered.length !== entries;
  return covered.some(
    ({ at, id }) => at > signature.at || (at === signature.at && id > signature.id),
  );
}
