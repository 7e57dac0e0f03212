import './ask.css';
import { useClinicQuery } from '../../app/api';
import { useSignedIn } from '../../app/clinic-context';
import { clockText, dayOf, dayText, findingText, OUTCOME_WORDS } from '../../text';
import { useVisit } from '../visit/use-visit';

/** Every set of answers of this visit as it was given: when, by whom it was taken, and what it meant. */
export function SaidBefore() {
  const { all } = useVisit('all');
  const { timeZone } = useSignedIn().clinic;
  const { data: clinic } = useClinicQuery();
  const sets = all.flatMap(({ id, at, staffId, body }) =>
    body.kind === 'answersGiven' ? [{ id, at, staffId, assessment: body.assessment }] : [],
  );
  if (sets.length === 0) return null;
  const name = (id: string) => clinic?.staff.find((each) => each.id === id)?.name ?? 'a colleague';
  return (
    <details className="said-before">
      <summary>
        {sets.length === 1 ? '1 set of answers is kept' : `${sets.length} sets of answers are kept`}
      </summary>
      <ul>
        {sets.map(({ id, at, staffId, assessment }) => (
          <li key={id}>
            {dayText(dayOf(at, timeZone))}, {clockText(at, timeZone)}, taken by {name(staffId)}:{' '}
            {assessment === null ? 'not judged' : OUTCOME_WORDS[assessment.outcome].toLowerCase()}
            {assessment === null || assessment.findings.length === 0
              ? ''
              : ` (${assessment.findings.map((each) => findingText(each).toLowerCase()).join('; ')})`}
          </li>
        ))}
      </ul>
    </details>
  );
}
