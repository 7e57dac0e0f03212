import type { NewEvent } from '@tidy-quill/contract/visit';
import {
  onsetProblem,
  triageOf,
  type OnsetProblem,
  zoneOfEvent,
  zoneRecords,
} from '@tidy-quill/core/session';
import { EVENT_KINDS, type VisitEvent } from '@tidy-quill/core/events';
import { HttpProblem } from '../../http/problem';
import type { Locked } from './store';

/**
 * Works out how soon a reaction has to be seen by the rules of today, whatever the browser thought of it, so that the
 * record keeps what was said then.
 * @throws HttpProblem 400 where it began before the last pulse of the session that it is told of, or after it was told.
 */
export function judgeReactions(
  { visit, events: kept }: Pick<Locked, 'visit' | 'events'>,
  events: readonly NewEvent[],
): readonly NewEvent[] {
  if (events.every(({ body }) => EVENT_KINDS[body.kind].workedOut !== 'triage')) return events;
  const all: VisitEvent[] = [...kept];
  return events.map((event, index) => {
    const body = event.body;
    const one = { ...event, staffId: '', body } as VisitEvent;
    const record = zoneRecords(all, visit.areaId).get(zoneOfEvent(one, visit.areaId) ?? '');
    all.push(one);
    if (record === undefined) return event;
    if (body.kind === 'reactionReported') {
      refuseOnset(index, onsetProblem(record, body.report.onsetAt, event.at));
    }
    if (body.kind !== 'reactionReported' && body.kind !== 'reactionFollowed') return event;
    return { ...event, body: { ...body, triage: triageOf(record, one) } };
  });
}

const ONSET_WORDS: Readonly<Record<OnsetProblem, string>> = {
  beforeLastPulse: 'is before the last pulse',
  afterTold: 'is after it was told',
};

function refuseOnset(index: number, problem: OnsetProblem | null): void {
  if (problem === null) return;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
    fields: [{ field: `${index}.body.report.onsetAt`, problem: ONSET_WORDS[problem] }],
  });
}
