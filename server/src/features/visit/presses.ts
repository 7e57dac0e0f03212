import { EventsAfter, NewEvents, type EventsKept, type NewEvent } from '@tidy-quill/contract/visit';
import { bodyVersion, EVENT_KINDS, type EventKind, type VisitEvent } from '@tidy-quill/core/events';
import { sql } from 'drizzle-orm';
import { Router } from 'express';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf, type Actor } from '../../http/session';
import { notifyOfEvents } from '../live/event-notifications';
import { asEvent, type Row } from './events';

const isFast = (kind: EventKind) => EVENT_KINDS[kind].lane === 'fast';

/** Who presses; with a session, where nobody has asked yet whether that still holds. */
interface Presser extends Actor {
  readonly sessionId?: string | null;
}

/**
 * The short way for presses of sessions that have begun: they tell what happened and are never refused, so that nothing
 * of the visit has to be read before they are kept. It stands before whatever else asks the database for the account:
 * that is asked in the same round trip. All that needs the long way goes on to it.
 */
export function pressRoutes(db: Db): Router {
  const router = Router();
  const keepPresses = pressKeeper(db);
  router.post('/visits/:id/events', async (request, response, next) => {
    const actor = actorOf(request);
    const events = parse(NewEvents, request.body);
    const { after } = parse(EventsAfter, request.query);
    const visitId = pathId(request);
    const kept = await keepPresses(actor, visitId, events, after);
    if (kept === null) {
      next();
      return;
    }
    // Whoever pressed hears of it first.
    response.once('close', () => notifyOfEvents(db, visitId, kept.after));
    response.json(kept);
  });
  return router;
}

/** Keeps presses and gives what was kept `after` a place, by whomever; null where some event needs the long way. */
type KeepPresses = (
  presser: Presser,
  visitId: string,
  events: readonly NewEvent[],
  after: number,
) => Promise<EventsKept | null>;

/** How presses are kept in a database: by one statement, made ready once a connection. */
export function pressKeeper(db: Db): KeepPresses {
  const given = sql.placeholder;
  const statement = db
    .select({
      kept: sql<Kept | null>`keep_presses(${given('clinicId')}, ${given('visitId')}, ${given('staffId')},
        ${given('sessionId')}, ${given('presses')}, ${given('after')})`,
    })
    .from(sql`(values (1)) as one`)
    .prepare('keep_presses');
  return async ({ clinicId, staffId, sessionId = null }, visitId, events, after) => {
    if (!events.every(({ body }) => isFast(body.kind))) return null;
    const presses = JSON.stringify(
      events.map((event) => ({ ...event, version: bodyVersion(event.body.kind) })),
    );
    const [row] = await statement.execute({
      ...{ clinicId, visitId, staffId, sessionId, presses, after },
    });
    const { kept } = defined(row);
    return kept === null ? null : { ...kept, events: kept.events.map(asKept) };
  };
}

/** As the database tells it. */
interface Kept extends Pick<EventsKept, 'after'> {
  readonly events: readonly (Omit<Row, 'at' | 'recordedAt'> & {
    readonly at: string;
    readonly recordedAt: string;
  })[];
}

const asKept = ({ at, recordedAt, ...row }: Kept['events'][number]): VisitEvent =>
  asEvent({ ...row, at: new Date(at), recordedAt: new Date(recordedAt) });
