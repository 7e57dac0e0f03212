import type { EventsKept, NewEvent } from '@tidy-quill/contract/visit';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import {
  againstHistory,
  incrementalFold,
  isReactionStep,
  zoneOfEvent,
  zoneRecords,
} from '@tidy-quill/core/session';
import {
  lastSignature,
  refuseVisitEvent,
  USUAL_UNDO_MINUTES,
  type EventRefusal,
} from '@tidy-quill/core/workflow';
import { hasRight } from '@tidy-quill/core/access';
import { bodyVersion, EVENT_KINDS, type VisitEvent } from '@tidy-quill/core/events';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, eq, inArray, ne } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { clinics, visitEvents, visits } from '../../db/schema';
import { together } from '../../db/together';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { earlierVisitsOf, earlierVisits } from './earlier-visits';
import { visitContext } from './visit-context';
import { cancelled } from '../ahead/store';
import { paceInForce } from '../catalogue/store';
import { projectVisit } from '../projections/store';
import { asEvent, eventsOf } from './events';
import { asHeader } from './visit-header';
import { tellDesk, notifyOfEvents } from '../live/event-notifications';

/** One visit; 404 where there is none. */
export async function findVisit(db: Queryable, clinicId: string, id: string): Promise<VisitHeader> {
  return found(await rowsOf(db, clinicId, id));
}

/** The same, locked until the transaction ends: visits are worked on in turn. */
const lockVisit = async (db: Queryable, clinicId: string, id: string): Promise<VisitHeader> =>
  found(await rowsOf(db, clinicId, id).for('update'));

const rowsOf = (db: Queryable, clinicId: string, id: string) =>
  db
    .select()
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), eq(visits.id, id)));

function found([row]: readonly (typeof visits.$inferSelect)[]): VisitHeader {
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such visit');
  return asHeader(row);
}

/** What new events are judged by: read once the visit is locked, so that nothing can come in between. */
export interface Locked {
  readonly tx: Queryable;
  readonly clinicId: string;
  /** Who asks for it. */
  readonly actor: Actor;
  readonly visit: VisitHeader;
  /** Everything kept of the visit so far, in order of time. */
  readonly events: readonly VisitEvent[];
  readonly timeZone: string;
  readonly today: Day;
}

interface Append {
  /** Gives what was kept after this place, by whomever. */
  readonly after?: number;
  /** Runs in the same transaction once all was kept, is told how many were new, and may refuse. */
  readonly also?: (tx: Queryable, visit: VisitHeader, added: number) => Promise<void>;
}

/** Adds events as they were sent, as `appendJudged` does. */
export const appendEvents = (
  db: Db,
  actor: Actor,
  visitId: string,
  events: readonly NewEvent[],
  append: Append = {},
): Promise<EventsKept> => appendJudged(db, actor, visitId, events, (_, fresh) => fresh, append);

/**
 * Adds events to a visit in one transaction: all of them or none. The visit is locked first; `prepare` works out, from
 * the locked visit, what of `asked` is really kept, and may refuse; every event is judged against what was kept before
 * it. What is there already is passed over, so that sending again is harmless.
 */
export async function appendJudged<Asked extends { readonly id: string }>(
  db: Db,
  actor: Actor,
  visitId: string,
  asked: readonly Asked[],
  prepare: (
    locked: Locked,
    fresh: readonly Asked[],
  ) => Promise<readonly NewEvent[]> | readonly NewEvent[],
  { after = 0, also }: Append = {},
): Promise<EventsKept> {
  const { clinicId, staffId } = actor;
  const { kept, onDesk } = await db.transaction(async (tx) => {
    // Taken in turn per visit, so that each event is judged against all that came before it.
    const visit = await lockVisit(tx, clinicId, visitId);
    if (visit.cancelled !== null) throw cancelled();
    const [events, { timeZone, undoMinutes }] = await together(
      eventsOf(tx, clinicId, [visitId]),
      clinicFigures(tx, clinicId),
      refuseTakenIds(tx, clinicId, visitId, asked),
    );
    const all = [...defined(events.get(visitId))];
    const known = new Set(all.map(({ id }) => id));
    const sent = asked.filter(({ id }) => !known.has(id));
    const today = clinicToday(timeZone);
    const locked = { tx, clinicId, actor, visit, events: [...all], timeZone, today };
    const fresh = sent.length === 0 ? [] : await prepare(locked, sent);
    const rebuild = incrementalFold();
    const now = new Date().toISOString();
    let signature = lastSignature(all);
    for (const event of fresh) {
      const { id, at, areaId, seen = after } = event;
      const body = event.body;
      const one: VisitEvent = {
        id,
        at,
        staffId,
        ...(areaId === undefined ? {} : { areaId }),
        body,
        seen,
      };
      const consented = await isConsented(tx, clinicId, visit, one);
      const supervisor = hasRight(actor.role, 'override');
      const around = { consented, now, undoMinutes, supervisor, signature };
      const zones = rebuild(all, visit.areaId, true);
      const refusal =
        refuseVisitEvent(all, one, visit.areaId, around, zones) ??
        (await refuseByHistory(locked, all, one));
      if (refusal !== null) {
        throw new HttpProblem('refused-by-rule', 'This does not fit the visit as it stands', {
          detail: refusal,
        });
      }
      all.push(one);
      if (body.kind === 'recordSigned') signature = one;
    }
    const received = await insertEvents(tx, actor, visitId, fresh);
    const own = new Map(received.map((event) => [event.id, event]));
    const kept = all.map((event) => own.get(event.id) ?? event);
    if (received.length > 0) {
      // Folding them also shows whether they make sense: what does not is never kept.
      await projectVisit(tx, { clinicId, visitId }, kept, zoneRecords(kept, visit.areaId));
    }
    await also?.(tx, visit, fresh.length);
    const onDesk = fresh.some(({ body }) => isReactionStep(body));
    return { kept: since(kept, after), onDesk };
  });
  notifyOfEvents(db, visitId, kept.after);
  if (onDesk) tellDesk(db, clinicId);
  return kept;
}

/** What of a visit's events was kept after a place, each once: the visit is locked, so that nothing else came meanwhile. */
function since(events: readonly VisitEvent[], after: number): EventsKept {
  const placeOf = ({ seq = 0 }: VisitEvent) => seq;
  const fresh = new Map(
    events.filter((event) => placeOf(event) > after).map((event) => [event.id, event]),
  );
  const inPlace = [...fresh.values()].sort((one, other) => placeOf(one) - placeOf(other));
  return { events: inPlace, after: inPlace.at(-1)?.seq ?? after };
}

/** @throws HttpProblem 409 where another visit has an entry with one of these ids: passed over, it would be lost */
async function refuseTakenIds(
  db: Queryable,
  clinicId: string,
  visitId: string,
  asked: readonly { readonly id: string }[],
): Promise<void> {
  if (asked.length === 0) return;
  const ids = asked.map(({ id }) => id);
  const taken = await db
    .select({ id: visitEvents.id })
    .from(visitEvents)
    .where(
      and(
        eq(visitEvents.clinicId, clinicId),
        inArray(visitEvents.id, ids),
        ne(visitEvents.visitId, visitId),
      ),
    )
    .limit(1);
  if (taken.length === 0) return;
  throw new HttpProblem('conflict', 'Another visit has an entry with this id', {
    detail: `Entry ${defined(taken[0]).id} was recorded for another visit. Give the new entry an id of its own.`,
  });
}

/** What of a clinic's own figures an event is judged by. */
async function clinicFigures(
  db: Queryable,
  clinicId: string,
): Promise<{ readonly timeZone: string; readonly undoMinutes: number }> {
  const [[clinic], pace] = await together(
    db.select().from(clinics).where(eq(clinics.id, clinicId)),
    paceInForce(db, clinicId),
  );
  return {
    timeZone: defined(clinic).timeZone,
    undoMinutes: pace?.undoMinutes ?? USUAL_UNDO_MINUTES,
  };
}

/** Keeps events and gives them as they were received; one that is there already is passed over. */
export async function insertEvents(
  db: Queryable,
  { clinicId, staffId }: Pick<Actor, 'clinicId' | 'staffId'>,
  visitId: string,
  events: readonly NewEvent[],
): Promise<readonly VisitEvent[]> {
  if (events.length === 0) return [];
  const rows = events.map((event) => ({
    clinicId,
    id: event.id,
    visitId,
    staffId,
    areaId: event.areaId ?? null,
    kind: event.body.kind,
    at: new Date(event.at),
    version: bodyVersion(event.body.kind),
    body: event.body,
    seen: event.seen ?? null,
  }));
  const kept = await db.insert(visitEvents).values(rows).onConflictDoNothing().returning();
  return kept.map(asEvent);
}

/** Consent matters when something is fired; no other press waits for looking it up. */
async function isConsented(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
  event: VisitEvent,
): Promise<boolean> {
  if (!EVENT_KINDS[event.body.kind].fires) return true;
  const areaId = defined(zoneOfEvent(event, visit.areaId));
  return (await visitContext(db, clinicId, visit, areaId)).consent.state === 'valid';
}

/** Nothing is fired where an earlier session did harm that is still followed, or that the plan knew nothing of. */
async function refuseByHistory(
  { tx, clinicId, visit, timeZone }: Locked,
  events: readonly VisitEvent[],
  event: VisitEvent,
): Promise<EventRefusal | null> {
  if (!EVENT_KINDS[event.body.kind].fires) return null;
  const areaId = defined(zoneOfEvent(event, visit.areaId));
  const record = defined(zoneRecords(events, visit.areaId).get(areaId));
  if (record.run.startedAt !== null) return null;
  const before = earlierVisitsOf(await earlierVisits(tx, clinicId, visit, timeZone), areaId);
  if (againstHistory(record, before.history).planIsStale && !record.planIsStale) {
    return 'planIsStale';
  }
  const followed = before.openReactions.some(({ reaction }) => reaction.adverse);
  return followed && record.agreed === null ? 'reactionOpen' : null;
}
