import { EVENT_KINDS, type VisitEvent } from '../events';
import type { EventRefusal } from './judge-zone';
import { type VisitRecord, zoneOfEvent } from '../session';

/** How long after its end a session's presses can still be taken back, minutes, where the protocol does not say. */
export const USUAL_UNDO_MINUTES = 15;

/**
 * Why an entry cannot be taken back; null where it can: the room's own presses of a session that runs or has just ended,
 * and a test spot that nobody has read.
 */
export function refuseUndo(of: {
  readonly events: readonly VisitEvent[];
  readonly zones: ReadonlyMap<string, VisitRecord>;
  readonly bookedId: string;
  readonly eventId: string;
  /** ISO 8601. */
  readonly now: string;
  readonly undoMinutes: number;
}): EventRefusal | null {
  const target = of.events.find(({ id }) => id === of.eventId);
  if (target === undefined) return 'noSuchEntry';
  const record = of.zones.get(zoneOfEvent(target, of.bookedId) ?? '');
  const { undo } = EVENT_KINDS[target.body.kind];
  if (undo === 'unread') {
    const spot = record?.spots.find(({ id }) => id === target.id);
    return (spot?.readings.length ?? 0) > 0 ? 'notUndoable' : null;
  }
  if (undo === 'never' || record === undefined) return 'notUndoable';
  const { endedAt, state } = record.run;
  if (state !== 'ended' || endedAt === null) return null;
  const sinceMs = Date.parse(of.now) - Date.parse(endedAt);
  return sinceMs > of.undoMinutes * 60_000 ? 'tooLateToUndo' : null;
}
