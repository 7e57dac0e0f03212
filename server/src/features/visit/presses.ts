import type { EventsKept, NewEvent } from '@tidy-quill/contract/visit';
import { RUN_KINDS, type EventKind } from '@tidy-quill/core/record';
import { and, eq, sql } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import type { Actor } from '../../http/session';
import { eventsSince } from './events';
import { insertEvents } from './store';

// These are judged first: the one by what was made ready, the other by the limits.
const JUDGED: readonly EventKind[] = ['treatmentStarted', 'settingChanged'];

const isPress = (kind: EventKind) => RUN_KINDS.includes(kind) && !JUDGED.includes(kind);

/**
 * The short way for presses of sessions that have begun: they tell what happened and are never refused, so that nothing
 * of the visit has to be read before they are kept. Null where some event needs the long way.
 */
export async function keepPresses(
  db: Db,
  actor: Actor,
  visitId: string,
  events: readonly NewEvent[],
  after: number,
): Promise<EventsKept | null> {
  if (!events.every(({ body }) => isPress(body.kind))) return null;
  const { clinicId } = actor;
  return db.transaction(async (tx) => {
    // One at a time per visit, so that who asks for what came after a place misses nothing.
    const [visit] = await tx
      .select({
        areaId: visits.areaId,
        // Written out: of one table alone, columns would go without its name.
        begun: sql<string[]>`array(select distinct coalesce(e.area_id, visits.area_id)
          from visit_events e where e.clinic_id = visits.clinic_id
            and e.visit_id = visits.id and e.kind = 'treatmentStarted')`,
      })
      .from(visits)
      .where(and(eq(visits.clinicId, clinicId), eq(visits.id, visitId)))
      .for('update');
    if (visit === undefined) return null;
    const zones = events.map(({ areaId }) => areaId ?? visit.areaId);
    if (!zones.every((zone) => visit.begun.includes(zone))) return null;
    await insertEvents(tx, actor, visitId, events);
    return eventsSince(tx, clinicId, visitId, after);
  });
}
