import type { Ahead } from '@tidy-quill/contract/ahead';
import type { NewEvent } from '@tidy-quill/contract/visit';
import { assess, type History } from '@tidy-quill/core/suitability';
import { zonesOf } from '@tidy-quill/core/session';
import { EVENT_KINDS, type BodyOf, type EventBody, type VisitEvent } from '@tidy-quill/core/events';
import type { Day } from '@tidy-quill/core/units';
import { HttpProblem } from '../../http/problem';
import { areasOf } from '../clients/store';
import { visitContext } from '../visit/visit-context';
import type { Locked } from '../visit/store';
import { suitabilityCase } from './store';

/**
 * Works out what answers mean by the rules in force, whatever the browser thought of them.
 * @throws HttpProblem 400 naming each question that was left out.
 */
export async function judgeAnswers(
  { tx: db, clinicId, visit, events: kept }: Locked,
  events: readonly NewEvent[],
): Promise<readonly NewEvent[]> {
  if (events.every(({ body }) => EVENT_KINDS[body.kind].workedOut !== 'assessment')) return events;
  const around = await visitContext(db, clinicId, visit);
  const { client, suitability } = around;
  const areas = new Map(
    (await areasOf(db, clinicId, visit.clientId)).map((area) => [area.id, area] as const),
  );
  const judge = (said: History, on: Day, areaId: string) => {
    const area = areas.get(areaId);
    if (area === undefined) {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: [{ field: 'areaId', problem: 'is not an area of this client' }],
      });
    }
    return assess(said, suitabilityCase(area, client.birthDate, on), suitability.content);
  };
  const all: VisitEvent[] = [...kept];
  return events.map((event) => {
    const body = judged(event.body);
    const next = { ...event, body };
    all.push({ ...event, staffId: '', body } as VisitEvent);
    return next;
  });

  function judged(body: EventBody): EventBody {
    if (body.kind === 'zoneAdded') {
      const said = all.findLast((each) => each.body.kind === 'answersGiven')?.body;
      if (said?.kind !== 'answersGiven') {
        // Only whether the area is this client's.
        judge({ answers: {}, medicines: [] }, around.today, body.areaId);
        return { ...body, assessment: null };
      }
      return { ...body, assessment: judge(toldIn(said), said.on, body.areaId) };
    }
    if (body.kind !== 'answersGiven') return body;
    const zones = zonesOf(all, visit.areaId);
    const said = toldIn(body);
    const byZone = new Map(zones.map((id) => [id, judge(said, body.on, id)]));
    const unanswered = [...new Set([...byZone.values()].flatMap((each) => each.unanswered))];
    if (unanswered.length > 0) {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: unanswered.map((id) => ({ field: `answers.${id}`, problem: 'is missing' })),
      });
    }
    const { [visit.areaId]: booked, ...elsewhere } = Object.fromEntries(byZone);
    return { ...body, assessment: booked ?? judge(said, body.on, visit.areaId), elsewhere };
  }
}

const toldIn = ({ answers, medicines }: BodyOf<'answersGiven'>): History => ({
  answers,
  medicines: medicines ?? [],
});

/** Answers from home that no set of answers has confirmed yet; those given before the last set are past. */
export function unconfirmed(ahead: Ahead | undefined, events: readonly VisitEvent[]): Ahead | null {
  if (ahead === undefined) return null;
  const taken = events.some(
    ({ at, body }) =>
      body.kind === 'answersGiven' && (body.aheadId === ahead.id || at > ahead.givenAt),
  );
  return taken ? null : ahead;
}
