import type { Ahead } from '@tidy-quill/contract/ahead';
import type { NewEvent, VisitHeader } from '@tidy-quill/contract/visit';
import { assess } from '@tidy-quill/core/suitability';
import type { VisitEvent } from '@tidy-quill/core/record';
import type { Queryable } from '../../db/connect';
import { HttpProblem } from '../../http/problem';
import { circumstancesOf } from '../visit/circumstances';
import { suitabilityCase } from './store';

/**
 * Works out what answers mean by the rules in force, whatever the browser thought of them.
 * @throws HttpProblem 400 naming each question that was left out.
 */
export async function judgeAnswers(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
  events: readonly NewEvent[],
): Promise<readonly NewEvent[]> {
  if (events.every(({ body }) => body.kind !== 'answersGiven')) return events;
  const { client, area, suitability } = await circumstancesOf(db, clinicId, visit);
  return events.map((event) => {
    const { body } = event;
    if (body.kind !== 'answersGiven') return event;
    const { answers, medicines, on } = body;
    const of = suitabilityCase(area, client.birthDate, on);
    const assessment = assess({ answers, medicines }, of, suitability.content);
    if (assessment.unanswered.length > 0) {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: assessment.unanswered.map((id) => ({
          field: `answers.${id}`,
          problem: 'is missing',
        })),
      });
    }
    return { ...event, body: { ...body, assessment } };
  });
}

/** Answers from home that no set of answers has confirmed yet; those given before the last set are past. */
export function unconfirmed(ahead: Ahead | undefined, events: readonly VisitEvent[]): Ahead | null {
  if (ahead === undefined) return null;
  const taken = events.some(
    ({ at, body }) =>
      body.kind === 'answersGiven' && (body.aheadId === ahead.id || at > ahead.givenAt),
  );
  return taken ? null : ahead;
}
