import { EventsAfter, NewEvents, type EventsKept, type NewEvent } from '@tidy-quill/contract/visit';
import { RUN_KINDS, type EventKind, type VisitEvent } from '@tidy-quill/core/record';
import { sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf, type Actor } from '../../http/session';
import { tellOfKept } from '../live/kept';

// These are judged first: the one by what was made ready, the other by the limits.
const JUDGED: readonly EventKind[] = ['treatmentStarted', 'settingChanged'];

const isPress = (kind: EventKind) => RUN_KINDS.includes(kind) && !JUDGED.includes(kind);

/**
 * The short way for presses of sessions that have begun: they tell what happened and are never refused, so that nothing
 * of the visit has to be read before they are kept. It stands before whatever else asks the database for the account:
 * that is asked in the same round trip. All that needs the long way goes on to it.
 */
export function pressRoutes(db: Db): Router {
  const router = Router();
  router.post('/visits/:id/events', async (request, response, next) => {
    const actor = actorOf(request);
    const events = parse(NewEvents, request.body);
    const { after } = parse(EventsAfter, request.query);
    const visitId = pathId(request);
    const kept = await keepPresses(db, actor, visitId, events, after);
    if (kept === null) {
      next();
      return;
    }
    // Whoever pressed hears of it first.
    response.once('close', () => tellOfKept(db, visitId));
    response.json(kept);
  });
  return router;
}

/** Null where some event needs the long way. */
async function keepPresses(
  db: Db,
  { clinicId, staffId }: Actor,
  visitId: string,
  events: readonly NewEvent[],
  after: number,
): Promise<EventsKept | null> {
  if (!events.every(({ body }) => isPress(body.kind))) return null;
  const presses = JSON.stringify(events);
  const { rows } = await db.execute<{ kept: Kept | null }>(
    sql`select keep_presses(${clinicId}, ${visitId}, ${staffId}, ${presses}, ${after}) as kept`,
  );
  const { kept } = rows[0]!;
  return kept === null ? null : { ...kept, events: kept.events.map(asEvent) };
}

/** As the database tells it. */
interface Kept extends Pick<EventsKept, 'after'> {
  readonly events: readonly (Omit<VisitEvent, 'areaId'> & { readonly areaId: string | null })[];
}

function asEvent({ areaId, ...event }: Kept['events'][number]): VisitEvent {
  const zone = areaId === null ? {} : { areaId };
  return { ...event, at: new Date(event.at).toISOString(), ...zone };
}
