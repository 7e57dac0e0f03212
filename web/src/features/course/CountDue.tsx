import { isCountDue } from '@tidy-quill/core/course';
import { sessionDays, wholeSessions } from '@tidy-quill/core/plan';
import { figure, ordinal, shortDay } from '../../text';
import { useVisit } from '../visit/use-visit';

/** Whether hair is to be counted at this visit, by the clinic's rhythm, and what was counted before. */
export function CountDue() {
  const { history, catalogue } = useVisit('history', 'catalogue');
  const visit = sessionDays(history) + 1;
  const counted = wholeSessions(history).flatMap(({ on, hair }) =>
    hair?.hairsPerCm2 === undefined ? [] : [{ on, perCm2: hair.hairsPerCm2 }],
  );
  const days = counted.filter(
    ({ on }, index) => counted.findIndex((each) => each.on === on) === index,
  );
  const due = isCountDue(visit, catalogue.protocol);
  if (!due && days.length === 0) return null;
  return (
    <p className={due ? 'count-due' : 'small'}>
      {due
        ? `Count the hair at this visit, the ${ordinal(visit)}: in a window of 1–4 cm², the same one each time, before shaving. `
        : ''}
      {days.length === 0
        ? ''
        : `Counted before: ${days.map(({ on, perCm2 }) => `${figure(perCm2, 0)}/cm² on ${shortDay(on)}`).join(', ')}.`}
    </p>
  );
}
