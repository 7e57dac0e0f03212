import type { NewEvent } from '@tidy-quill/contract/visit';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import {
  triageOf,
  zoneOfEvent,
  zoneRecords,
  type EventBody,
  type VisitEvent,
} from '@tidy-quill/core/record';
import type { Queryable } from '../../db/connect';
import { HttpProblem } from '../../http/problem';
import { eventsOf } from './events';

const TRIAGED: readonly string[] = ['reactionReported', 'reactionFollowed'];

/**
 * Works out how soon a reaction has to be seen by the rules of today, whatever the browser thought of it, so that the
 * record keeps what was said then.
 * @throws HttpProblem 400 where it began before the session that it is told of, or after it was told.
 */
export async function judgeReactions(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
  events: readonly NewEvent[],
): Promise<readonly NewEvent[]> {
  if (events.every(({ body }) => !TRIAGED.includes(body.kind))) return events;
  const all: VisitEvent[] = [...(await eventsOf(db, clinicId, [visit.id])).get(visit.id)!];
  return events.map((event, index) => {
    const body = event.body as EventBody;
    const one = { ...event, staffId: '', body } as VisitEvent;
    const record = zoneRecords(all, visit.areaId).get(zoneOfEvent(one, visit.areaId) ?? '');
    all.push(one);
    if (record === undefined) return event;
    if (body.kind === 'reactionReported') {
      // Where nothing was fired there is nothing to begin before: the rules of the visit refuse it.
      const begunAt = record.run.startedAt ?? record.spots[0]?.at;
      if (begunAt !== undefined) refuseOnset(index, body.report.onsetAt, begunAt, event.at);
    }
    if (body.kind !== 'reactionReported' && body.kind !== 'reactionFollowed') return event;
    return { ...event, body: { ...body, triage: triageOf(record, one) } } as NewEvent;
  });
}

const HOUR_MS = 3_600_000;

function refuseOnset(index: number, onsetAt: string, begunAt: string, toldAt: string): void {
  const onset = Date.parse(onsetAt);
  const problem =
    onset < Date.parse(begunAt)
      ? 'is before the session'
      : onset > Date.parse(toldAt) + HOUR_MS
        ? 'is after it was told'
        : null;
  if (problem === null) return;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
    fields: [{ field: `${index}.body.report.onsetAt`, problem }],
  });
}
